<script setup lang="ts">
/** The pieces, lying flat to one scale; each dimension opens its sum. */
import { computed } from 'vue'
import type { Drafted, Piece } from '../../api/client'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import { steppedScale } from '../../bag-drawing/scale'
import ShownLength from '../../length-field/ShownLength.vue'
import PieceNumber from './PieceNumber.vue'
import './pieces.css'

const props = defineProps<{
  drafted: Drafted
  changed: Record<string, string>
  open?: { piece: string; sum: string }
  waiting: boolean
  room: { width: number; height: number }
  /** the piece that is laid out large */
  laid?: string
}>()
const emit = defineEmits<{ open: [piece: string, sum: string]; lay: [piece: string, sum: string] }>()

/** Tabs, pulls and loops are told in a list: drawn to the bag's scale they would be specks. */
const small = computed(() => props.drafted.pieces.filter((p) => ['tab', 'loop'].includes(p.layer)))
const strips = computed(() =>
  props.drafted.pieces.filter((p) => 'length' in p.sums && !small.value.includes(p)),
)
const panels = computed(() => props.drafted.pieces.filter((p) => !('length' in p.sums)))
/** Where a layer is of several parts they stand one above the other, so that all layers are seen at once. */
const stacks = computed(() => {
  const layers = new Set(panels.value.filter((p) => p.layer !== 'insert').map((p) => p.layer))
  if (layers.size < 2 || !panels.value.some((p) => p.part)) return panels.value.map((p) => [p])
  const byLayer: Record<string, Piece[]> = {}
  for (const p of panels.value) (byLayer[p.layer] ??= []).push(p)
  return Object.values(byLayer)
})
/** what the words under a piece take of the height */
const WORDS = 46
const scale = computed(() => {
  const widths = stacks.value.map((stack) => Math.max(...stack.map((p) => p.picture.box[2]!)))
  const wide = widths.reduce((all, w) => all + w, 0)
  const longest = Math.max(0, ...strips.value.map((p) => p.picture.box[2]!))
  const gaps = 38 * (stacks.value.length + 1)
  const deepest = Math.max(...stacks.value.map((stack) => stack.length))
  const tallest = Math.max(
    ...stacks.value.map((stack) => stack.reduce((all, p) => all + p.picture.box[3]!, 0)),
  )
  const room = props.room.width
  // on a narrow screen two panels stand side by side and the rest wraps under them
  const need = room < 560 ? 2 * Math.max(...widths) : wide + longest
  return steppedScale(
    { width: need, height: tallest },
    {
      width: room - (room < 560 ? 96 : gaps),
      height: Math.max(props.room.height - WORDS * (deepest - 1), 60),
    },
  )
})
const columns = computed(() => [...stacks.value, ...(strips.value.length ? [strips.value] : [])])
const order = ['length', 'width', 'height', 'across', 'up', 'buy', 'opens']
const sums = (p: Piece) => order.filter((k) => k in p.sums)
const number = (piece: Piece, sum: string) => ({
  piece,
  sum,
  unit: props.drafted.unit,
  open: props.open?.piece === piece.key && props.open.sum === sum,
})
const show = (piece: string, sum: string) => emit('open', piece, sum)
</script>

<template>
  <section class="pieces-flat" :class="{ waiting }" aria-label="Pieces to cut">
    <div v-for="(column, i) in columns" :key="i" class="piece-column">
      <article v-for="p in column" :key="p.key" class="piece" :data-piece="p.key">
        <button
          type="button"
          class="lay-out"
          :class="{ laid: laid === p.key }"
          :data-lay="p.key"
          :aria-label="`Lay ${p.letter}, ${p.name.toLowerCase()}, out large`"
          :aria-pressed="laid === p.key"
          @click="emit('lay', p.key, sums(p)[0]!)"
        >
          <FlatPieceDrawing
            :picture="p.picture"
            :layer="p.looks"
            :letter="p.letter"
            :scale="scale"
            :open="open?.piece === p.key ? open.sum : undefined"
          />
        </button>
        <p class="piece-size">
          <b class="letter">{{ p.letter }}</b>
          <template v-for="(k, n) in sums(p).slice(0, 2)" :key="k"
            ><span v-if="n" class="by">×</span><PieceNumber v-bind="number(p, k)" @open="show"
          /></template>
          <span class="unit">{{ drafted.unit }}</span>
        </p>
        <p v-if="'buy' in p.sums" class="piece-size buy-line">
          <template v-for="k in sums(p).slice(2)" :key="k">
            <span class="by">{{ p.sums[k]!.ends.toLowerCase() }}</span>
            <PieceNumber v-bind="number(p, k)" @open="show" />
          </template>
        </p>
        <p v-if="changed[p.key]" class="changed">
          <s><ShownLength :text="changed[p.key]!" /></s> → <b><ShownLength :text="p.size" /></b>
        </p>
        <p class="piece-name">
          <b>×{{ p.count }}</b> {{ p.name.toLowerCase() }}
          <span v-if="p.cut_out" class="corner"
            >· corner
            <template v-for="(k, n) in sums(p).slice(2)" :key="k"
              ><template v-if="n"> × </template
              ><PieceNumber v-bind="number(p, k)" small @open="show" /></template
          ></span>
        </p>
      </article>
    </div>
    <ul v-if="small.length" class="small-pieces" aria-label="Small pieces">
      <li v-for="p in small" :key="p.key" :data-piece="p.key">
        <button
          type="button"
          class="letter"
          :data-lay="p.key"
          :aria-label="`Lay ${p.letter}, ${p.name.toLowerCase()}, out large`"
          @click="emit('lay', p.key, 'length')"
        >
          {{ p.letter }}
        </button>
        <template v-for="(k, n) in ['length', 'width']" :key="k"
          ><span v-if="n" class="by">×</span><PieceNumber v-bind="number(p, k)" @open="show"
        /></template>
        <span class="small-name"
          ><b>×{{ p.count }}</b> {{ p.name.toLowerCase() }}</span
        >
      </li>
    </ul>
  </section>
</template>
