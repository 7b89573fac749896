<script setup lang="ts">
/** One piece laid on the table, large: rulers where they lie, every number at its place and opening its sum. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { api, trueSizeOf, type LaidPiece, type Standing, type Unit } from '../../api/client'
import { useResting } from '../../app/resting'
import { steppedScale } from '../../bag-drawing/scale'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import PlacedOnPiece from './PlacedOnPiece.vue'
import { tableRoom, type Room } from './tableRoom'
import './piece-laid.css'

const props = defineProps<{
  laid: LaidPiece
  standing: Standing
  unit: Unit
  open?: string
  waiting: boolean
  /** the revision that is kept, of which files are had */
  kept?: { id: string; revision: number }
}>()
const emit = defineEmits<{
  open: [key: string]
  back: []
  look: [look: { wrong_side?: boolean; half?: boolean; neighbour?: boolean }]
  room: [room: Room]
  move: [move: { path: string; side: 'front' | 'back'; right: number; down: number }]
  settle: []
}>()

const table = ref<HTMLElement>()
const watcher = new ResizeObserver(() => measure())
function measure() {
  const box = table.value?.getBoundingClientRect()
  if (box) emit('room', tableRoom(box))
}
onMounted(() => {
  if (table.value) watcher.observe(table.value)
  measure()
})
onBeforeUnmount(() => watcher.disconnect())

const [BAG_WIDE, BAG_HIGH] = [40, 40]
const bagScale = computed(() =>
  steppedScale(
    { width: props.standing.box[2]!, height: props.standing.box[3]! },
    { width: BAG_WIDE, height: BAG_HIGH },
  ),
)
/** how many sheets of paper it takes at true size, said before anything is printed */
const { answer: pages } = useResting(
  () => props.kept && { ...props.kept, piece: props.laid.piece },
  (asked, signal) => api.pages(asked.id, asked.revision, asked.piece, signal),
)
const sheets = computed(() => (props.laid.half ? pages.value?.half : pages.value?.whole))
const file = (ending: 'pdf' | 'svg' | 'dxf') =>
  trueSizeOf(props.kept!.id, props.kept!.revision, ending, props.laid.piece, props.laid.half)
const boxOf = ([left, top, width, height]: number[]) => ({
  left: `${left}px`,
  top: `${top}px`,
  width: `${width}px`,
  height: `${height}px`,
})
/** every number on the picture: beside a ruler or on the piece, and what it opens: the piece's own, or its sum */
const numbers = computed(() => [
  ...props.laid.ticks.map((t, i) => ({
    ...t,
    at: `tick ${i}`,
    opens: t.key || `tick ${i}`,
    tick: `${props.laid.piece}/${t.side}/${t.word}`,
    span: undefined,
  })),
  ...props.laid.spans.map((s) => ({
    ...s,
    at: s.key,
    opens: s.key,
    size: false,
    tick: undefined,
    span: s.word,
  })),
])
</script>

<template>
  <section class="piece-laid" :class="{ waiting }" :aria-label="`${laid.letter} laid out`">
    <header>
      <h2>
        {{ laid.letter }} · {{ laid.name.toLowerCase() }}, cut {{ laid.count }}
        <small><ShownLength :text="laid.says.join(' · ')" /></small>
      </h2>
      <div class="looks" role="group" aria-label="How it is looked at">
        <button
          type="button"
          class="quiet"
          :aria-pressed="laid.wrong_side"
          @click="emit('look', { wrong_side: !laid.wrong_side })"
        >
          Wrong side
        </button>
        <button
          v-if="laid.can_be_halved"
          type="button"
          class="quiet"
          :aria-pressed="laid.half"
          @click="emit('look', { half: !laid.half, neighbour: false })"
        >
          On the fold
        </button>
        <button
          v-if="laid.neighbour"
          type="button"
          class="quiet"
          :aria-pressed="Boolean(laid.beside)"
          @click="emit('look', { neighbour: !laid.beside, half: false })"
        >
          Beside {{ laid.neighbour }}
        </button>
        <button type="button" class="quiet back" data-back @click="emit('back')">
          <StandingBag :standing="standing" :scale="bagScale" plain label="" />Back to the bag
        </button>
      </div>
    </header>
    <p v-if="kept" class="true-size">
      At true size:
      <a :href="file('pdf')" data-file="pdf">PDF</a>&nbsp;
      <template v-if="sheets"
        >({{ sheets.A4 }} of A4, {{ sheets.A3 }} of A3, {{ sheets.Letter }} of Letter)</template
      >
      <a :href="file('svg')" data-file="svg">SVG</a> <a :href="file('dxf')" data-file="dxf">DXF</a>
    </p>
    <div ref="table" class="table">
      <div class="sheet" :style="{ width: `${laid.size[0]}px`, height: `${laid.size[1]}px` }">
        <svg :viewBox="`0 0 ${laid.size[0]} ${laid.size[1]}`" aria-hidden="true">
          <g v-if="laid.beside" class="beside">
            <path :d="laid.beside.cut" />
            <path :d="laid.beside.stitch" class="stitch-line" />
            <path :d="laid.beside.marks" class="dots" />
          </g>
          <path :d="laid.cut" class="cut" :class="laid.looks.replace(' ', '-')" />
          <path :d="laid.stitch" class="stitch-line" />
          <path v-for="(m, i) in laid.marks" :key="i" :d="m.d" class="mark" :class="m.kind" />
          <path :d="laid.grain" class="grain" />
          <path v-if="laid.fold" :d="laid.fold" class="on-fold" />
          <g v-for="r in laid.rulers" :key="r.side" class="ruler">
            <rect :x="r.box[0]" :y="r.box[1]" :width="r.box[2]" :height="r.box[3]" rx="2" />
            <path :d="r.lines" />
            <circle :cx="r.zero[0]" :cy="r.zero[1]" r="5" />
          </g>
          <path v-for="(t, i) in laid.ticks" :key="`l${i}`" :d="t.leader" class="leader" />
          <path v-for="s in laid.spans" :key="s.key" :d="s.line" class="span-line" />
        </svg>
        <b
          v-if="laid.beside"
          class="letter-on neighbour-letter"
          :style="{ left: `${laid.beside.letter[0]}px`, top: `${laid.beside.letter[1]}px` }"
          >{{ laid.neighbour.split(' ')[0] }}</b
        >
        <b class="letter-on" :style="{ left: `${laid.letter_at[0]}px`, top: `${laid.letter_at[1]}px` }">{{
          laid.letter
        }}</b>
        <PlacedOnPiece :laid="laid" @move="(move) => emit('move', move)" @settle="emit('settle')" />
        <button
          v-for="n in numbers"
          :key="n.at"
          type="button"
          class="tick"
          :class="{ open: open === n.opens, size: n.size }"
          :style="boxOf(n.label)"
          :aria-label="`${n.word} ${n.text} ${unit}, show the sum`"
          :data-tick="n.tick"
          :data-span="n.span"
          @click="emit('open', n.opens)"
        >
          <small>{{ n.word }}</small>
          <ShownLength :text="n.text" />
        </button>
      </div>
    </div>
  </section>
</template>
