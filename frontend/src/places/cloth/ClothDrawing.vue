<script setup lang="ts">
/**
 * The roll from its squared end, with every piece where it lies: upwards, so that panels stand, or to the right where
 * it is longer than wide. A piece is chosen, moved by keys or dragged; where it comes to lie is for the core to say.
 */
import { computed, onMounted, onBeforeUnmount, ref } from 'vue'
import type { ClothKey, ClothSheet, Lying } from '../../api/client'
import '../../bag-drawing/bag-drawing.css'

const props = defineProps<{
  sheet: ClothSheet
  of: ClothKey
  label: string
  chosen?: string
  steps: number
  /** whether a hole is drawn, and not a piece moved */
  marking: boolean
}>()
const emit = defineEmits<{
  choose: [key: string]
  move: [piece: Lying, along: number, across: number]
  turn: [piece: Lying]
  pin: [piece: Lying]
  mark: [hole: { x: number; y: number; width: number; height: number }]
}>()

const room = ref<HTMLElement>()
const width = ref(860)
const height = ref(420)
const watcher = new ResizeObserver(([seen]) => {
  if (!seen) return
  width.value = seen.contentRect.width
  height.value = seen.contentRect.height
})
onMounted(() => room.value && watcher.observe(room.value))
onBeforeUnmount(() => watcher.disconnect())

const MARGIN = 26
const along = computed(() => props.sheet.room[0])
const across = computed(() => props.sheet.room[1])
/** whether the roll runs upwards */
const upright = computed(() => along.value * height.value < across.value * width.value * 1.4)
const drawn = computed(() =>
  upright.value ? ([across.value, along.value] as const) : ([along.value, across.value] as const),
)
const scale = computed(() =>
  Math.min((width.value - 2 * MARGIN) / drawn.value[0], (height.value - 2 * MARGIN) / drawn.value[1]),
)
const box = computed(() => {
  const pad = MARGIN / scale.value
  const [wide, high] = drawn.value
  const top = upright.value ? -high - pad : -pad
  return { left: -pad, top, width: wide + 2 * pad, height: high + 2 * pad }
})
/** Words at a place of the cloth, in px and the right way up. */
const words = (x: number, y: number) =>
  `translate(${x} ${y}) rotate(${upright.value ? 90 : 0}) scale(${1 / scale.value})`
/** What lies so far to the right and down on the screen, along the roll and across it. */
const onCloth = (right: number, down: number) =>
  upright.value ? { along: -down, across: right } : { along: right, across: down }
const keyOf = (one: Lying) => `${one.piece}#${one.copy}`

/** what is being dragged, and how far, in mm */
const dragged = ref<{ key: string; x: number; y: number; along: number; across: number }>()
function press(event: PointerEvent, one: Lying) {
  // the hand is drawing a hole: it may begin on a piece
  if (props.marking) return
  emit('choose', keyOf(one))
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = { key: keyOf(one), x: event.clientX, y: event.clientY, along: 0, across: 0 }
}
function drag(event: PointerEvent) {
  const at = dragged.value
  if (!at) return
  const [right, down] = [(event.clientX - at.x) / scale.value, (event.clientY - at.y) / scale.value]
  dragged.value = { ...at, ...onCloth(right, down) }
}
function drop(one: Lying) {
  const at = dragged.value
  dragged.value = undefined
  // a hand that only pointed moved nothing
  if (at && Math.hypot(at.along, at.across) * scale.value > 4) emit('move', one, at.along, at.across)
}
const shift = (one: Lying) =>
  dragged.value?.key === keyOf(one) ? `translate(${dragged.value.along} ${dragged.value.across})` : undefined

/** a hole that is being drawn, from where to where on the cloth, in mm along it and across it */
const hole = ref<{ from: [number, number]; to: [number, number] }>()
const ground = ref<SVGGElement>()
/** Where on the cloth the hand is, no further out than its edges. */
function handAt(event: PointerEvent): [number, number] {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    ground.value!.getScreenCTM()!.inverse(),
  )
  return [Math.min(Math.max(at.x, 0), along.value), Math.min(Math.max(at.y, 0), across.value)]
}
function beginHole(event: PointerEvent) {
  if (!props.marking) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  const at = handAt(event)
  hole.value = { from: at, to: at }
}
const drawHole = (event: PointerEvent) =>
  hole.value && (hole.value = { from: hole.value.from, to: handAt(event) })
const holeBox = computed(() => {
  if (!hole.value) return
  const { from, to } = hole.value
  const [y, x] = [Math.min(from[0], to[0]), Math.min(from[1], to[1])]
  return { x, y, width: Math.abs(to[1] - from[1]), height: Math.abs(to[0] - from[0]) }
})
function endHole() {
  const box = holeBox.value
  hole.value = undefined
  // a flaw smaller than a fingertip is one as large as that
  if (box) emit('mark', { ...box, width: Math.max(box.width, 10), height: Math.max(box.height, 10) })
}

function onKey(event: KeyboardEvent, one: Lying) {
  const by = (event.shiftKey ? 10 : 1) * props.steps
  const moves: Record<string, [number, number]> = {
    ArrowRight: [by, 0],
    ArrowLeft: [-by, 0],
    ArrowDown: [0, by],
    ArrowUp: [0, -by],
  }
  const move = moves[event.key]
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (move) {
    const to = onCloth(...move)
    emit('move', one, to.along, to.across)
  } else if (event.key === 't') emit('turn', one)
  else if (event.key === 'f' || event.key === ' ') emit('pin', one)
  else return
  event.preventDefault()
  event.stopPropagation()
}
/** Where a piece's letter is: in its upper left corner as it is seen; of one without corners beside its middle. */
const letterAt = (one: Lying) => {
  const [x, y, long, wide] = one.box as [number, number, number, number]
  const [aside, down] = [7 / scale.value, (letterSize(one) + 3) / scale.value]
  if (one.round) {
    const [right, low] = [20 / scale.value, 6 / scale.value]
    return upright.value
      ? words(x + long / 2 - low, y + wide / 2 - right)
      : words(x + long / 2 - right, y + wide / 2 + low)
  }
  return upright.value ? words(x + long - down, y + aside) : words(x + aside, y + down)
}
const letterSize = (one: Lying) => Math.min(22, Math.min(one.box[2]!, one.box[3]!) * scale.value * 0.6)
</script>

<template>
  <div ref="room" class="cloth-room">
    <svg
      :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
      :width="box.width * scale"
      :height="box.height * scale"
      class="cloth-drawing"
      role="group"
      :class="{ marking }"
      :aria-label="`${label}, with its pieces`"
      @pointerdown="beginHole"
      @pointermove="drawHole"
      @pointerup="endHole"
      @pointercancel="hole = undefined"
    >
      <g ref="ground" :transform="upright ? 'rotate(-90)' : undefined">
        <circle
          v-if="sheet.round"
          class="cloth-itself"
          :cx="sheet.room[0] / 2"
          :cy="sheet.room[1] / 2"
          :r="sheet.room[1] / 2"
          vector-effect="non-scaling-stroke"
        />
        <rect
          v-else
          class="cloth-itself"
          x="0"
          y="0"
          :width="sheet.room[0]"
          :height="sheet.room[1]"
          vector-effect="non-scaling-stroke"
        />
        <path
          v-for="y in sheet.round ? [] : [0, sheet.room[1]]"
          :key="y"
          class="selvage"
          :class="{ fold: sheet.folded && y, cut: sheet.id }"
          :d="`M0 ${y}L${sheet.room[0]} ${y}`"
          vector-effect="non-scaling-stroke"
        />
        <g v-for="left in sheet.left" :key="`${left.box}`" class="left-over">
          <rect
            :x="left.box[0]"
            :y="left.box[1]"
            :width="left.box[2]"
            :height="left.box[3]"
            vector-effect="non-scaling-stroke"
          />
          <text
            v-if="left.box[upright ? 3 : 2]! * scale > 90 && left.box[upright ? 2 : 3]! * scale > 24"
            :transform="words(left.box[0]! + left.box[2]! / 2, left.box[1]! + left.box[3]! / 2)"
          >
            {{ left.size }}
          </text>
        </g>
        <rect
          v-for="(one, n) in sheet.holes"
          :key="`hole ${n}`"
          class="hole"
          :x="one[0]"
          :y="one[1]"
          :width="one[2]"
          :height="one[3]"
          vector-effect="non-scaling-stroke"
        />
        <path
          v-if="!sheet.round"
          class="reaches"
          :d="`M${sheet.reaches} ${-12 / scale}L${sheet.reaches} ${sheet.room[1]! + 12 / scale}`"
          vector-effect="non-scaling-stroke"
        />
        <g
          v-for="one in sheet.lying"
          :key="keyOf(one)"
          class="lying"
          :class="{ chosen: chosen === keyOf(one), pinned: one.pinned }"
          :transform="shift(one)"
          tabindex="0"
          role="button"
          :aria-pressed="chosen === keyOf(one)"
          :aria-label="one.says + (one.pinned ? ', pinned' : '')"
          :data-lying="keyOf(one)"
          @focus="emit('choose', keyOf(one))"
          @keydown="onKey($event, one)"
          @pointerdown="press($event, one)"
          @pointermove="drag"
          @pointerup="drop(one)"
          @pointercancel="dragged = undefined"
        >
          <path :d="one.cut" class="cut" :class="of" vector-effect="non-scaling-stroke" />
          <path :d="one.grain" class="grain" vector-effect="non-scaling-stroke" />
          <text
            v-if="letterSize(one) > 7"
            class="lying-letter"
            :font-size="letterSize(one)"
            :transform="letterAt(one)"
          >
            {{ one.letter }}
          </text>
          <circle
            v-if="one.pinned"
            class="pin"
            :cx="one.box[0]! + one.box[2]! - 9 / scale"
            :cy="one.box[1]! + 9 / scale"
            :r="4.5 / scale"
          />
        </g>
        <rect
          v-if="holeBox"
          class="hole"
          :x="holeBox.y"
          :y="holeBox.x"
          :width="holeBox.height"
          :height="holeBox.width"
          vector-effect="non-scaling-stroke"
        />
      </g>
    </svg>
  </div>
</template>
