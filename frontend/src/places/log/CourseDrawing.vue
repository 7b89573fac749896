<script setup lang="ts">
/** How something runs from making to making: points with their spread, what was planned dashed; all of it as text below. */
import type { Log } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

defineProps<{ course: Log['courses'][number] }>()
const W = 420
const H = 150
const x = (share: number) => 20 + share * (W - 40)
const y = (share: number) => H - 10 - share * (H - 20)
</script>

<template>
  <figure class="course">
    <figcaption>{{ course.title }}</figcaption>
    <div class="course-drawn">
      <span class="course-high"><ShownLength :text="course.high" /></span>
      <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${course.title}: ${course.said.join('; ')}`">
        <line class="course-rule" :x1="10" :x2="W - 10" :y1="H - 10" :y2="H - 10" />
        <line
          v-if="course.planned !== null"
          class="course-planned"
          :x1="10"
          :x2="W - 10"
          :y1="y(course.planned)"
          :y2="y(course.planned)"
        />
        <polyline class="course-line" :points="course.dots.map((d) => `${x(d.x)},${y(d.y)}`).join(' ')" />
        <g v-for="(d, i) in course.dots" :key="i">
          <line class="course-spread" :x1="x(d.x)" :x2="x(d.x)" :y1="y(d.low)" :y2="y(d.high)" />
          <circle :cx="x(d.x)" :cy="y(d.y)" r="5.5" />
        </g>
      </svg>
      <span class="course-low"><ShownLength :text="course.low" /></span>
    </div>
    <ul>
      <li v-for="words in course.said" :key="words"><ShownLength :text="words" /></li>
    </ul>
  </figure>
</template>
