<script setup lang="ts">
/** Which unit lengths are shown in: a view of them, no change. */
import type { Unit } from '../api/client'
import { UNITS } from './units'

defineProps<{ unit: Unit }>()
const emit = defineEmits<{ show: [unit: Unit] }>()
</script>

<template>
  <span class="units" role="group" aria-label="Unit shown">
    <button v-for="u in UNITS" :key="u" type="button" :aria-pressed="unit === u" @click="emit('show', u)">
      {{ u }}
    </button>
  </span>
</template>
