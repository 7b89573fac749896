<script setup lang="ts">
/** A hole or a flaw by its numbers, for who does not draw it. */
import { reactive } from 'vue'
import type { ClothEdit, ClothKey, Problem, Unit } from '../../api/client'
import type { ClothsAtHand } from './useCloth'

const props = defineProps<{
  cloth: ClothKey
  sheet: string
  unit: Unit
  at: ClothsAtHand
  problems: Record<string, Problem>
}>()
const emit = defineEmits<{ done: [] }>()
const typed = reactive({ y: '', x: '', height: '', width: '' })
const CAPTIONS = { y: 'along', x: 'from the edge', height: 'long', width: 'wide' } as const
async function mark() {
  await props.at.edit({ kind: 'hole typed', cloth: props.cloth, source: props.sheet, ...typed } as ClothEdit)
  if (!props.problems[`${props.cloth}.sources`]) emit('done')
}
</script>

<template>
  <form class="on-paper" aria-label="A hole or a flaw" @submit.prevent="mark">
    <p class="hint">Draw it on the cloth, or type where it is and how large.</p>
    <div class="field-rows">
      <label v-for="(says, name) in CAPTIONS" :key="name" class="share">
        <span><input v-model="typed[name]" type="text" :data-path="`hole.${name}`" /> {{ unit }}</span>
        <span class="caption">{{ says }}</span>
      </label>
    </div>
    <button type="submit" class="quiet">Mark it</button>
  </form>
</template>
