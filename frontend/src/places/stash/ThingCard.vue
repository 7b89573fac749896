<script setup lang="ts">
/** A thing in the stash: its size in large, what it is, where it lies, its photograph; and what can be done with it. */
import { computed, ref, shallowRef } from 'vue'
import { api, photoOf, said, type Gives, type Thing } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import { small } from './picture'
import type { StashAtHand } from './useStash'

const props = defineProps<{
  thing: Thing
  at: StashAtHand
  /** px to a mm: all cloths are drawn to one scale */
  scale: number
}>()
const laid = computed(() => props.thing.kind === 'cloth' || props.thing.kind === 'interfacing')
/** as large as it is, in mm: its width lies across the picture */
const room = computed(() => [props.thing.thing.width ?? 0, props.thing.thing.length ?? 0] as const)
const emit = defineEmits<{ change: [] }>()
const gives = shallowRef<Gives[]>()
const looking = ref(false)
const trouble = ref('')
async function look() {
  if (gives.value) {
    gives.value = undefined
    return
  }
  looking.value = true
  try {
    gives.value = await api.gives(props.thing.id)
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
  looking.value = false
}
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  try {
    await props.at.photo(props.thing, await small(file))
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
}
</script>

<template>
  <article class="thing" :data-thing-card="thing.id">
    <img
      v-if="thing.photo"
      :src="photoOf(thing.id, thing.photo)"
      :alt="`${thing.name}, photographed`"
      class="thing-photo"
    />
    <svg
      v-else-if="laid && room[0] && room[1]"
      class="thing-drawn"
      :width="room[0] * scale"
      :height="room[1] * scale"
      :viewBox="`0 0 ${room[0]} ${room[1]}`"
      aria-hidden="true"
    >
      <ellipse
        v-if="thing.thing.shape === 'round'"
        :class="thing.kind"
        :cx="room[0] / 2"
        :cy="room[1] / 2"
        :rx="room[0] / 2"
        :ry="room[1] / 2"
        vector-effect="non-scaling-stroke"
      />
      <rect
        v-else
        :class="thing.kind"
        :width="room[0]"
        :height="room[1]"
        vector-effect="non-scaling-stroke"
      />
      <rect
        v-for="(hole, n) in thing.thing.holes"
        :key="n"
        class="hole"
        :x="hole.x"
        :y="room[1] - hole.y - hole.height"
        :width="hole.width"
        :height="hole.height"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <div class="thing-told">
      <b class="thing-size"><ShownLength :text="thing.size" /></b>
      <h3>
        {{ thing.name }} <small v-if="thing.label !== thing.name">{{ thing.label }}</small>
      </h3>
      <p>
        <span v-if="thing.says">{{ thing.says }}</span>
        <span v-if="thing.where" class="thing-where">{{ thing.where }}</span>
      </p>
      <p v-if="thing.note" class="hint">{{ thing.note }}</p>
    </div>
    <p class="thing-acts">
      <button
        v-if="thing.sources.length"
        type="button"
        class="quiet"
        data-act="gives"
        :aria-expanded="Boolean(gives)"
        @click="look"
      >
        {{ looking ? 'Laying it out…' : 'What it gives' }}
      </button>
      <button type="button" class="quiet" :aria-label="`Change ${thing.name}`" @click="emit('change')">
        Change
      </button>
      <label class="quiet file-label">
        {{ thing.photo ? 'Another photograph' : 'Photograph' }}
        <input
          type="file"
          accept="image/*"
          class="visually-hidden"
          :aria-label="`Photograph of ${thing.name}`"
          @change="take"
        />
      </label>
      <button
        v-if="thing.photo"
        type="button"
        class="quiet"
        :aria-label="`No photograph of ${thing.name}`"
        @click="at.photo(thing)"
      >
        Without it
      </button>
      <button
        type="button"
        class="quiet"
        :aria-label="`${thing.name} is used up`"
        data-act="used"
        @click="at.useUp(thing)"
      >
        Used up
      </button>
    </p>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <ul v-if="gives" class="gives" :aria-label="`What could be made of ${thing.name}`">
      <li v-for="one in gives" :key="one.plan + one.cloth">
        <RouterLink
          :to="{ name: 'cloth', params: { id: one.plan }, query: { of: thing.id, cloth: one.cloth } }"
          >{{ one.name }}</RouterLink
        >
        {{ one.says }}
      </li>
      <li v-if="!gives.length" class="hint">Of no plan on the shelf does a whole cloth lie on it.</li>
    </ul>
  </article>
</template>
