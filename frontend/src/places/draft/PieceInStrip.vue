<script setup lang="ts">
/** One piece in the strip: its picture, its sizes, what it was before. Told as before, it is not drawn again. */
import { computed } from 'vue'
import type { Piece, Unit } from '../../api/client'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import PieceNumber from './PieceNumber.vue'
import { times } from './strip'

const props = defineProps<{
  piece: Piece
  unit: Unit
  /** px a mm: the strip's, and the piece's own under a lens */
  scale: number
  lens?: number
  /** the sum of it that is open */
  open?: string
  laid: boolean
  was?: string
}>()
const emit = defineEmits<{ open: [piece: string, sum: string]; lay: [piece: string, sum: string] }>()

const order = ['length', 'width', 'height', 'across', 'up', 'buy', 'opens']
const sums = computed(() => order.filter((k) => k in props.piece.sums))
const show = (piece: string, sum: string) => emit('open', piece, sum)
const number = (key: string) => ({
  at: props.piece.key,
  of: key,
  name: props.piece.name,
  sum: props.piece.sums[key]!,
  unit: props.unit,
  open: props.open === key,
})
</script>

<template>
  <article class="piece" :data-piece="piece.key">
    <button
      type="button"
      class="lay-out"
      :class="{ laid, lens }"
      :data-lay="piece.key"
      :aria-label="`Lay ${piece.letter}, ${piece.name.toLowerCase()}, out large`"
      :aria-pressed="laid"
      @click="emit('lay', piece.key, sums[0]!)"
    >
      <FlatPieceDrawing
        :picture="piece.picture"
        :layer="piece.looks"
        :letter="piece.letter"
        :scale="lens ?? scale"
        :open="open"
      />
      <span v-if="lens" class="lens-says">{{ times(lens, scale) }} × larger</span>
    </button>
    <div class="piece-words">
      <p class="piece-size">
        <b class="letter">{{ piece.letter }}</b>
        <template v-for="(k, n) in sums.slice(0, 2)" :key="k"
          ><span v-if="n" class="by">×</span><PieceNumber v-bind="number(k)" @open="show"
        /></template>
        <span class="unit">{{ unit }}</span>
      </p>
      <p v-if="'buy' in piece.sums" class="piece-size buy-line">
        <template v-for="k in sums.slice(2)" :key="k">
          <span class="by">{{ piece.sums[k]!.ends.toLowerCase() }}</span>
          <PieceNumber v-bind="number(k)" @open="show" />
        </template>
      </p>
      <!-- its line is kept free: the bag stands still while a number is changed -->
      <p class="was">
        <span v-if="was" class="changed">was <ShownLength :text="was" /></span>
      </p>
      <p class="piece-name">
        <b>×{{ piece.count }}</b> {{ piece.name.toLowerCase() }}
        <span v-if="piece.cut_out" class="corner"
          >· corner
          <template v-for="(k, n) in sums.slice(2)" :key="k"
            ><template v-if="n"> × </template><PieceNumber v-bind="number(k)" small @open="show" /></template
        ></span>
        <span v-if="'fold_across' in piece.sums" class="corner">
          · at the fold <PieceNumber v-bind="number('fold_across')" small @open="show"
        /></span>
      </p>
    </div>
  </article>
</template>
