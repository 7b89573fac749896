<script setup lang="ts">
/** A motif of the print in the middle of a piece: where on the cloth it is. */
import { reactive } from 'vue'
import type { ClothEdit, ClothKey, Lying, Unit } from '../../api/client'
import type { ClothsAtHand } from './useCloth'

const props = defineProps<{ piece: Lying; cloth: ClothKey; unit: Unit; at: ClothsAtHand }>()
const typed = reactive({ y: '', x: '' })
const CAPTIONS = { y: 'along', x: 'from the edge' } as const
const centre = () =>
  props.at.edit({
    kind: 'centred',
    cloth: props.cloth,
    piece: props.piece.piece,
    copy: props.piece.copy,
    ...typed,
  } as ClothEdit)
</script>

<template>
  <details class="held">
    <summary>A motif in its middle</summary>
    <form aria-label="Where the motif is" @submit.prevent="centre">
      <label v-for="(says, name) in CAPTIONS" :key="name" class="share">
        <span><input v-model="typed[name]" type="text" :data-path="`motif.${name}`" /> {{ unit }}</span>
        <span class="caption">{{ says }}</span>
      </label>
      <button type="submit" class="quiet">Put it there</button>
    </form>
  </details>
</template>
