<script setup lang="ts">
/** A seam, an edge or a strap cut through: thick lines are cloth, dashed ones stitching. Not to scale. */
import { computed } from 'vue'
import type { Section } from '../api/client'

const props = defineProps<{ section: Section; label: string }>()
const strokes = computed(() =>
  props.section.map((s) => ({ style: s.style, points: s.points.map((p) => p.join(',')).join(' ') })),
)
</script>

<template>
  <svg class="section-drawing" viewBox="0 0 100 60" role="img" :aria-label="`${label}, cut through`">
    <polyline v-for="(s, i) in strokes" :key="i" :class="s.style" :points="s.points" />
  </svg>
</template>

<style>
.section-drawing {
  width: 104px;
  height: 64px;
}
.section-drawing polyline {
  fill: none;
  stroke-width: 3.4;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.section-drawing .outer {
  stroke: var(--section-outer);
}
.section-drawing .other {
  stroke: var(--section-other);
}
.section-drawing .strap {
  stroke: var(--section-strap);
}
.section-drawing .stitch {
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 3 2.4;
}
.section-drawing .overcast {
  stroke: var(--ink);
  stroke-width: 1.3;
}
</style>
