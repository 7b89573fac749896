<script setup lang="ts">
/** The pieces, lying flat to one scale, cloth by cloth; each dimension opens its sum. */
import { computed } from 'vue'
import type { Drafted, Piece } from '../../api/client'
import PieceInStrip from './PieceInStrip.vue'
import { first, inOneRow, inRows, lens, type Lain, type Strip, wordsOf } from './strip'
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
const strip = computed<Strip>((before) => {
  if (props.all) {
    const room = { width: props.room.width - (narrow.value ? 28 : 196), height: props.room.height - 40 }
    return { scale: inRows(lain.value, room, WORDS), shown: props.drafted.pieces.length }
  }
  if (narrow.value) {
    // two beside each other, the first six
    const half = { width: props.room.width / 2 - 36, height: 150 }
    return { scale: inRows(lain.value, half, 0), shown: FIRST }
  }
  return inOneRow(lain.value, { width: props.room.width - 62, height: props.room.height }, before)
})
const shown = computed(() => first(cloths.value, strip.value.shown))
const waits = computed(() => props.drafted.pieces.length - strip.value.shown)
/** how many pieces are cut of a cloth, those that wait too */
const counted = (material: string) =>
  props.drafted.pieces.reduce((all, p) => all + (p.material === material ? p.count : 0), 0)
</script>

<template>
  <section class="pieces-flat" :class="{ waiting, all, narrow }" aria-label="Pieces to cut">
    <div v-for="pieces in shown" :key="pieces[0]!.material" class="cloth">
      <h3>
        <span>{{ pieces[0]!.material }}</span> <b>{{ counted(pieces[0]!.material) }}</b>
      </h3>
      <div class="of-cloth">
        <PieceInStrip
          v-for="p in pieces"
          :key="p.key"
          :piece="p"
          :unit="drafted.unit"
          :scale="strip.scale"
          :lens="lens(asLain(p), strip.scale)"
          :open="open?.piece === p.key ? open.sum : undefined"
          :laid="laid === p.key"
          :was="changed[p.key]"
          @open="(piece, sum) => emit('open', piece, sum)"
          @lay="(piece, sum) => emit('lay', piece, sum)"
        />
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
