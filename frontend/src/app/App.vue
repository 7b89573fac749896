<script setup lang="ts">
import { computed, provide, ref, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import HatchDefinitions from '../bag-drawing/HatchDefinitions.vue'
import { useUsual } from '../usual/useUsual'
import KeysSheet from './KeysSheet.vue'
import WaitingChips from './WaitingChips.vue'
import { headerSlot } from './header'
import { useKeys } from './keys'
import { IN_HEADER } from './places'
import { switchTheme } from './theme'

const route = useRoute()
const router = useRouter()
const theme = useTheme()
watchEffect(() => document.documentElement.classList.toggle('night', theme.current.value.dark))
const usual = useUsual()
void usual.load()

const keysShown = ref(false)
const bare = computed(() => Boolean(route.meta.bare))
const last = ref('')
provide(headerSlot, { draftOf: (id: string) => (last.value = id) })

useKeys(
  { '?': () => (keysShown.value = true), s: () => void router.push('/') },
  () => usual.single.value && !bare.value,
)
</script>

<template>
  <v-app :class="{ bare }">
    <HatchDefinitions />
    <a class="skip" href="#place">To the work</a>
    <header v-if="!bare" class="top-bar">
      <RouterLink to="/" class="mark" aria-label="Ambitus, to the shelf">
        <svg viewBox="0 0 32 32" width="30" height="30" aria-hidden="true">
          <circle cx="16" cy="16" r="11.5" class="mark-round" />
          <circle cx="16" cy="16" r="3.6" class="mark-middle" />
        </svg>
        <span>Ambitus</span>
      </RouterLink>
      <nav aria-label="Places">
        <template v-for="(place, n) in IN_HEADER" :key="place.name">
          <span v-if="n" class="running" aria-hidden="true" />
          <RouterLink
            v-if="!place.ofPlan || last"
            :to="{ name: place.name, params: place.ofPlan ? { id: last } : {} }"
            :aria-current="route.name === place.name ? 'page' : undefined"
            >{{ place.title }}</RouterLink
          >
          <span v-else class="not-yet">{{ place.title }}</span>
        </template>
      </nav>
      <div id="header-here" />
      <WaitingChips />
      <div class="top-tools">
        <button
          type="button"
          class="quiet"
          :aria-label="theme.current.value.dark ? 'Light paper' : 'Dark paper'"
          @click="switchTheme"
        >
          {{ theme.current.value.dark ? 'Light' : 'Dark' }}
        </button>
        <button type="button" class="quiet round" aria-label="Keys" @click="keysShown = true">?</button>
      </div>
    </header>
    <main id="place">
      <!-- by path: a query taken off the address must not make the place anew and lose what is typed in it -->
      <RouterView :key="route.path" />
    </main>
    <KeysSheet v-model="keysShown" :single="usual.single.value" @single="usual.setSingle" />
  </v-app>
</template>
