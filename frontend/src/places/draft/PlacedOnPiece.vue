<script setup lang="ts">
/** What is put on a piece, to be taken hold of: dragged, or moved by the arrow keys, step by step of the grid. */
import { computed, ref, watch } from 'vue'
import type { LaidPiece } from '../../api/client'
import { stepsOf, whither, type Hold } from './moving'

const props = defineProps<{ laid: LaidPiece }>()
const emit = defineEmits<{
  move: [move: { path: string; side: 'front' | 'back'; right: number; down: number }]
  settle: []
}>()

type Placed = LaidPiece['placed'][number]
const held = ref<Hold & { of: string; side: string }>()
const shift = computed(() => ({ x: held.value?.x ?? 0, y: held.value?.y ?? 0 }))
// a picture that came since is drawn where it lies now
watch(
  () => props.laid,
  () => {
    if (held.value) held.value = { ...held.value, ...stepsOf(held.value, props.laid) }
  },
)
const isHeld = (one: Placed) => held.value?.of === one.of && held.value?.side === one.side

function send(one: Placed, x: number, y: number) {
  if (!x && !y) return
  const { right, down } = whither(x, y, { upside_down: one.upside_down, wrong_side: props.laid.wrong_side })
  emit('move', { path: one.of, side: one.side === 'back' ? 'back' : 'front', right, down })
}
function take(event: PointerEvent, one: Placed) {
  if (event.button) return
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  held.value = {
    of: one.of,
    side: one.side,
    fromX: event.clientX,
    fromY: event.clientY,
    x: 0,
    y: 0,
    sentX: 0,
    sentY: 0,
  }
}
function drag(event: PointerEvent, one: Placed) {
  const hold = held.value
  if (!hold || !isHeld(one)) return
  const { scale, step } = props.laid
  const x = event.clientX - hold.fromX
  const y = event.clientY - hold.fromY
  const mm = (px: number) => Math.round(px / scale / step) * step
  const [right, down] = [mm(x), mm(y)]
  send(one, right - hold.sentX, down - hold.sentY)
  held.value = { ...hold, x, y, sentX: right, sentY: down }
}
function drop() {
  if (!held.value) return
  held.value = undefined
  emit('settle')
}
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(event: KeyboardEvent, one: Placed) {
  const way = KEYS[event.key]
  if (!way) return
  event.preventDefault()
  const far = props.laid.step * (event.shiftKey ? 10 : 1)
  send(one, way[0] * far, way[1] * far)
}
const boxOf = (one: Placed) => {
  const [left, top, width, height] = one.box
  const moved = isHeld(one) ? `translate(${shift.value.x}px, ${shift.value.y}px)` : undefined
  return { left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px`, transform: moved }
}
</script>

<template>
  <button
    v-for="one in laid.placed"
    :key="`${one.of} ${one.side}`"
    type="button"
    class="placed-on-piece"
    :class="{ held: isHeld(one), clash: one.clash }"
    :style="boxOf(one)"
    :aria-label="`${one.label}: drag it, or move it with the arrow keys${one.clash ? `. Too near the ${one.clash}` : ''}`"
    :data-placed="one.of"
    @pointerdown="take($event, one)"
    @pointermove="drag($event, one)"
    @pointerup="drop"
    @pointercancel="drop"
    @keydown="key($event, one)"
  >
    <span v-if="one.clash" class="too-near">▲ {{ one.clash }}</span>
  </button>
</template>
