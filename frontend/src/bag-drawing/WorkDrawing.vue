<script setup lang="ts">
/** The picture of a step as the core drew it: what lies on the table, and what is done now in the accent. */
import type { WorkPicture } from '../api/client'
import './bag-drawing.css'
import './work.css'

defineProps<{ picture: WorkPicture }>()
</script>

<template>
  <figure class="work-picture">
    <svg :viewBox="picture.box.join(' ')" aria-hidden="true" preserveAspectRatio="xMidYMid meet">
      <path
        v-for="(stroke, i) in picture.strokes"
        :key="i"
        :d="stroke.d"
        :class="['stroke', stroke.style, stroke.layer.replace(' ', '-')]"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <figcaption v-if="picture.lies">{{ picture.lies }}</figcaption>
  </figure>
</template>
