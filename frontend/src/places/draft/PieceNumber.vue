<script setup lang="ts">
/** A cut size, or what to buy: a number that opens its sum. */
import type { Sum, Unit } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

/** `at` is the key of its piece, `of` that of the sum, `name` what the piece is called */
defineProps<{ at: string; of: string; name: string; sum: Sum; unit: Unit; open: boolean; small?: boolean }>()
const emit = defineEmits<{ open: [piece: string, sum: string] }>()
</script>

<template>
  <button
    type="button"
    class="number-button"
    :class="{ open, small }"
    :aria-label="`${name}, ${sum.label.toLowerCase()} ${sum.plain} ${unit}, show the sum`"
    :data-sum="`${at}/${of}`"
    @click="emit('open', at, of)"
  >
    <ShownLength :text="sum.plain" />
  </button>
</template>
