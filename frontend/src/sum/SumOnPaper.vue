<script setup lang="ts">
/** A sum as on paper: terms, a line, the cut size largest. */
import type { Sum } from '../api/client'
import ShownLength from '../length-field/ShownLength.vue'
import './sum.css'

defineProps<{ sum: Sum; unit: string; about: string; was?: string; waiting?: boolean }>()
const sources: Record<string, string> = {
  chosen: 'chosen',
  default: 'default',
  derived: 'worked out',
  measured: 'measured',
  borrowed: 'from what your seams take',
}
</script>

<template>
  <section class="sum-on-paper" aria-live="polite" :class="{ waiting }">
    <p class="about">{{ about }}</p>
    <h2>{{ sum.label }}</h2>
    <ol>
      <li v-for="(term, i) in sum.terms" :key="i">
        <span class="term-label">{{ term.label }}</span>
        <span class="term-mm"><ShownLength :text="term.shown" /></span>
        <span class="term-why"
          ><em>{{ sources[term.source] }}</em> · {{ term.why }}</span
        >
      </li>
    </ol>
    <p class="total">
      <span>{{ sum.ends }}</span>
      <strong data-testid="sum-total"><ShownLength :text="sum.shown" :unit="unit" /></strong>
    </p>
    <p v-if="was" class="was">was <ShownLength :text="was" /> a moment ago</p>
  </section>
</template>
