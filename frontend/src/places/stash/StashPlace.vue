<script setup lang="ts">
/** The stash: cloths and notions that are there, the size of each the loudest thing; what could be made of a cloth is one click. */
import { computed, onMounted, ref, watch } from 'vue'
import type { Thing } from '../../api/client'
import UnitSwitch from '../../app/UnitSwitch.vue'
import { useUsual } from '../../usual/useUsual'
import StashTable from './StashTable.vue'
import ThingCard from './ThingCard.vue'
import ThingForm from './ThingForm.vue'
import { useStash } from './useStash'
import './stash.css'

const usual = useUsual()
const at = useStash()
const { stash, gone, unit, trouble, problems, looked, cloths, notions } = at
/** what is being changed: a thing, something new, or nothing */
const changing = ref<string>()
const goneShown = ref(false)

onMounted(async () => {
  document.title = 'Stash · Ambitus'
  await at.load()
})
watch(
  () => usual.shown.value?.usual.unit,
  (wanted) => wanted && wanted !== unit.value && void at.setUnit(wanted),
  { immediate: true },
)
/** One scale for all cloths, so that a large one looks large beside a small one. */
const scale = computed(() => {
  const sides = (stash.value?.things ?? [])
    .filter((one) => one.sources.length)
    .flatMap((one) => [one.thing.width ?? 0, one.thing.length ?? 0])
  return 118 / Math.min(1800, Math.max(400, ...sides))
})
const parts = computed(() => [
  { name: 'Cloth and interfacing', things: cloths.value },
  { name: 'Notions', things: notions.value },
])
async function keep(thing: Thing | undefined, typed: Parameters<typeof at.keep>[1]) {
  if (await at.keep(thing?.id, typed)) changing.value = undefined
}
</script>

<template>
  <div class="stash-place">
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <button type="button" class="quiet" @click="at.load">Try again</button>
    </p>
    <header class="stash-head">
      <h1>What is there</h1>
      <label class="looked">
        <span class="visually-hidden">Look for</span>
        <input v-model="looked" type="search" placeholder="canvas, blue, drawer…" data-act="look" />
      </label>
      <UnitSwitch :unit="unit" @show="at.setUnit" />
      <StashTable :unit="unit" @taken="at.load" />
      <button type="button" class="to-sheet" data-act="new" @click="changing = 'new'">Something new</button>
    </header>
    <ThingForm
      v-if="changing === 'new' && stash"
      :stash="stash"
      :unit="unit"
      :problems="problems"
      @keep="(typed) => keep(undefined, typed)"
      @done="changing = undefined"
    />
    <p v-if="stash && !stash.things.length" class="hint">
      Nothing is in it yet. What you put in is laid on before any cloth is bought, and taken off the list for
      the shop.
    </p>
    <section v-for="part in parts" v-show="part.things.length" :key="part.name" :aria-label="part.name">
      <h2>
        {{ part.name }} <small>{{ part.things.length }}</small>
      </h2>
      <div class="things">
        <template v-for="thing in part.things" :key="thing.id">
          <ThingForm
            v-if="changing === thing.id && stash"
            :thing="thing"
            :stash="stash"
            :unit="unit"
            :problems="problems"
            @keep="(typed) => keep(thing, typed)"
            @done="changing = undefined"
          />
          <ThingCard v-else :thing="thing" :at="at" :scale="scale" @change="changing = thing.id" />
        </template>
      </div>
    </section>
    <p v-if="stash?.things.length && !cloths.length && !notions.length" class="hint">
      Nothing there is called so.
    </p>
    <div v-if="gone.length" class="away">
      <button type="button" class="quiet" :aria-expanded="goneShown" @click="goneShown = !goneShown">
        Used up ({{ gone.length }})
      </button>
      <ul v-if="goneShown">
        <li v-for="thing in gone" :key="thing.id">
          {{ thing.size }} {{ thing.name }}
          <button
            type="button"
            class="quiet"
            :aria-label="`Take ${thing.name} back`"
            @click="at.useUp(thing, true)"
          >
            Take back
          </button>
        </li>
      </ul>
    </div>
  </div>
</template>
