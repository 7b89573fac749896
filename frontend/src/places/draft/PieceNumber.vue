<script setup lang="ts">
/** A cut size, or what to buy: a number that opens its sum. */
import type { Piece, Unit } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

defineProps<{ piece: Piece; sum: string; unit: Unit; open: boolean; small?: boolean }>()
const emit = defineEmits<{ open: [piece: string, sum: string] }>()
</script>

<template>
  <button
    type="button"
    class="number-button"
    :class="{ open, small }"
    :aria-label="`${piece.name}, ${piece.sums[sum]!.label.toLowerCase()} ${piece.sums[sum]!.plain} ${unit}, show the sum`"
    :data-sum="`${piece.key}/${sum}`"
    @click="emit('open', piece.key, sum)"
  >
    <ShownLength :text="piece.sums[sum]!.plain" />
  </button>
</template>
