<script setup lang="ts">
/** One state of the work as the core drew it, its lengths written on it. */
import { computed } from 'vue'
import type { State } from '../api/client'
import ShownLength from '../length-field/ShownLength.vue'
import './bag-drawing.css'
import './states.css'

const props = defineProps<{ state: State; scale: number; number: number }>()
const box = computed(() => {
  const [left, top, width, height] = props.state.box as [number, number, number, number]
  return { left, top, width, height }
})
</script>

<template>
  <figure class="state" :data-state="state.title">
    <div
      class="state-picture"
      :style="{ width: `${box.width * scale}px`, height: `${box.height * scale}px` }"
    >
      <svg
        :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
        width="100%"
        height="100%"
        aria-hidden="true"
      >
        <path
          v-for="(shape, i) in state.shapes"
          :key="i"
          :d="shape.d"
          :class="['shape', shape.style, shape.layer]"
          vector-effect="non-scaling-stroke"
        />
      </svg>
      <b
        v-for="(l, i) in state.labels"
        :key="i"
        class="state-length"
        :class="l.anchor"
        :style="{ left: `${(l.x - box.left) * scale}px`, top: `${(l.y - box.top) * scale}px` }"
        ><ShownLength :text="l.shown"
      /></b>
    </div>
    <figcaption>
      <b>{{ number }}. {{ state.title }}.</b> {{ state.say }}
    </figcaption>
  </figure>
</template>
