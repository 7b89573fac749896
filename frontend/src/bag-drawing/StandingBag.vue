<script setup lang="ts">
/** The standing bag as the core drew it; numbers, if any, are laid over it by the slot. */
import { computed } from 'vue'
import type { Standing } from '../api/client'
import './bag-drawing.css'

const props = defineProps<{ standing: Standing; scale: number; plain?: boolean; label?: string }>()
const box = computed(() => {
  const [left, top, width, height] = props.standing.box as [number, number, number, number]
  return { left, top, width, height }
})
/** Where a point of the picture lies on screen, from the picture's own corner; as text, which is set only anew. */
const place = (x: number, y: number) =>
  `left: ${(x - box.value.left) * props.scale}px; top: ${(y - box.value.top) * props.scale}px`
</script>

<template>
  <div class="standing-bag" :style="`width: ${box.width * scale}px; height: ${box.height * scale}px`">
    <svg
      :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
      width="100%"
      height="100%"
      role="img"
      :aria-label="label ?? 'The finished bag, standing'"
    >
      <path
        v-for="(shape, i) in standing.shapes"
        :key="i"
        :d="shape.d"
        :class="['shape', shape.style, shape.layer]"
        vector-effect="non-scaling-stroke"
      />
      <template v-if="!plain">
        <path
          v-for="d in standing.dimensions"
          :key="d.path"
          :d="d.d"
          class="dimension"
          vector-effect="non-scaling-stroke"
        />
      </template>
    </svg>
    <template v-if="!plain">
      <div
        v-for="d in standing.dimensions"
        :key="d.path"
        class="on-drawing"
        :class="d.anchor"
        :style="place(d.x, d.y)"
      >
        <slot :dimension="d" />
      </div>
    </template>
  </div>
</template>
