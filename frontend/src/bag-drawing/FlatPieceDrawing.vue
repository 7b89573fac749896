<script setup lang="ts">
/** One piece lying flat: solid cut line, stitched seam line, marks, grain, and the measure that is open. */
import { computed } from 'vue'
import type { FlatPiece } from '../api/client'
import './bag-drawing.css'

const props = defineProps<{
  picture: FlatPiece
  layer: string
  scale: number
  open?: string
  bare?: boolean
  letter?: string
}>()
const MARGIN = 7
const box = computed(() => {
  const [left, top, width, height] = props.picture.box as [number, number, number, number]
  const pad = MARGIN / props.scale
  return { left: left - pad, top: top - pad, width: width + 2 * pad, height: height + 2 * pad }
})
/** above the middle, where corners and side folds are marked; in the middle of a strip */
const letterAt = computed(() => {
  const high = box.value.height
  return box.value.top + (high * props.scale < 60 ? high / 2 : high * 0.3) + 5 / props.scale
})
/** a letter that would lie on the marks says nothing that is not said under the piece */
const roomy = computed(
  () =>
    props.layer !== 'zip' &&
    props.picture.box[2]! * props.scale > 52 &&
    props.picture.box[3]! * props.scale > 22,
)
</script>

<template>
  <svg
    class="flat-piece"
    :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
    :width="box.width * scale"
    :height="box.height * scale"
    aria-hidden="true"
  >
    <path :d="picture.cut" class="cut" :class="layer.replace(' ', '-')" vector-effect="non-scaling-stroke" />
    <path :d="picture.stitch" class="stitch-line" vector-effect="non-scaling-stroke" />
    <template v-if="!bare">
      <path
        v-for="(mark, i) in picture.marks"
        :key="i"
        :d="mark.d"
        class="mark"
        :class="mark.kind"
        vector-effect="non-scaling-stroke"
      />
      <path :d="picture.grain" class="grain" vector-effect="non-scaling-stroke" />
    </template>
    <text
      v-if="letter && roomy"
      :transform="`translate(${box.left + 22 / scale} ${letterAt}) scale(${1 / scale})`"
    >
      {{ letter }}
    </text>
    <path v-if="picture.broken" :d="picture.broken" class="broken" vector-effect="non-scaling-stroke" />
    <path
      v-if="open && picture.spans[open]"
      :d="picture.spans[open]"
      class="open-span"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>
