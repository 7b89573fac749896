<script setup lang="ts">
/** The pieces, lying flat to one scale, cloth by cloth; each dimension opens its sum. */
import { computed } from 'vue'
import type { Drafted, Piece } from '../../api/client'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import PieceNumber from './PieceNumber.vue'
import { first, inOneRow, inRows, lens, times, type Lain, wordsOf } from './strip'
import './pieces.css'

const props = defineProps<{
  drafted: Drafted
  changed: Record<string, string>
  open?: { piece: string; sum: string }
  waiting: boolean
  room: { width: number; height: number }
  /** the piece that is laid out large */
  laid?: string
  /** whether every piece is shown, in the room of the bag */
  all?: boolean
}>()
const emit = defineEmits<{ open: [piece: string, sum: string]; lay: [piece: string, sum: string]; all: [] }>()
/** what the words of a piece take of a row's height; how many are seen first on a phone */
const WORDS = 74
const FIRST = 6

/** The pieces of each cloth, in the order in which the cloths are first cut. */
const cloths = computed(() => {
  const found = new Map<string, Piece[]>()
  for (const p of props.drafted.pieces) found.set(p.material, [...(found.get(p.material) ?? []), p])
  return [...found.values()]
})
const lain = computed(() => cloths.value.map((pieces) => pieces.map(asLain)))
/** about what the words under a piece take: its sizes, or its corner's */
function asLain(p: Piece): Lain {
  const [, , wide, high] = p.picture.box as [number, number, number, number]
  return { key: p.key, wide, high, words: Math.max(wordsOf(p.size), 'buy' in p.sums ? 120 : 84) }
}
const narrow = computed(() => props.room.width < 700)
const strip = computed(() => {
  if (props.all) {
    const room = { width: props.room.width - (narrow.value ? 28 : 196), height: props.room.height - 40 }
    return { scale: inRows(lain.value, room, WORDS), shown: props.drafted.pieces.length }
  }
  if (narrow.value) {
    // two beside each other, the first six
    const half = { width: props.room.width / 2 - 36, height: 150 }
    return { scale: inRows(lain.value, half, 0), shown: FIRST }
  }
  return inOneRow(lain.value, { width: props.room.width - 62, height: props.room.height })
})
const shown = computed(() => first(cloths.value, strip.value.shown))
const waits = computed(() => props.drafted.pieces.length - strip.value.shown)
const scaleOf = (p: Piece) => lens(asLain(p), strip.value.scale)
/** how many pieces are cut of a cloth, those that wait too */
const counted = (material: string) =>
  props.drafted.pieces.reduce((all, p) => all + (p.material === material ? p.count : 0), 0)
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
  <section class="pieces-flat" :class="{ waiting, all, narrow }" aria-label="Pieces to cut">
    <div v-for="pieces in shown" :key="pieces[0]!.material" class="cloth">
      <h3>
        <span>{{ pieces[0]!.material }}</span> <b>{{ counted(pieces[0]!.material) }}</b>
      </h3>
      <div class="of-cloth">
        <article v-for="p in pieces" :key="p.key" class="piece" :data-piece="p.key">
          <button
            type="button"
            class="lay-out"
            :class="{ laid: laid === p.key, lens: scaleOf(p) }"
            :data-lay="p.key"
            :aria-label="`Lay ${p.letter}, ${p.name.toLowerCase()}, out large`"
            :aria-pressed="laid === p.key"
            @click="emit('lay', p.key, sums(p)[0]!)"
          >
            <FlatPieceDrawing
              :picture="p.picture"
              :layer="p.looks"
              :letter="p.letter"
              :scale="scaleOf(p) ?? strip.scale"
              :open="open?.piece === p.key ? open.sum : undefined"
            />
            <span v-if="scaleOf(p)" class="lens-says">{{ times(scaleOf(p)!, strip.scale) }} × larger</span>
          </button>
          <div class="piece-words">
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
          </div>
        </article>
      </div>
    </div>
    <button
      v-if="waits > 0 || all"
      type="button"
      class="quiet all-pieces"
      :aria-pressed="all"
      @click="emit('all')"
    >
      {{ all ? 'Back to the bag' : `All ${drafted.pieces.length} pieces` }}
    </button>
  </section>
</template>
