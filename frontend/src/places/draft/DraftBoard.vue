<script setup lang="ts">
/** The bag standing on its dotted board, with its numbers, its checks where they apply, and what it holds. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import type { Closing, Drafted } from '../../api/client'
import { stateScale, steppedScale } from '../../bag-drawing/scale'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import StateDrawing from '../../bag-drawing/StateDrawing.vue'
import LengthField from '../../length-field/LengthField.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import DrawnClosed from './DrawnClosed.vue'
import type { PlanAtHand } from './usePlan'

const props = defineProps<{
  at: PlanAtHand
  /** the bag as a tile would make it, which is looked at and not taken */
  preview?: Drafted
  looked?: string
}>()
const emit = defineEmits<{
  go: [path: string]
  sum: [path: string]
  volume: []
  room: [space: { width: number; height: number }]
}>()
const { unit, problems, offline, waiting } = props.at
const drafted = computed(() => props.preview ?? props.at.drafted.value)

const board = ref<HTMLElement>()
const room = ref({ width: 800, height: 360 })
const watcher = new ResizeObserver(() => measure())
onMounted(() => {
  if (board.value) watcher.observe(board.value)
  measure()
})
onBeforeUnmount(() => watcher.disconnect())
function measure() {
  // aside, it has no room of its own to tell
  if (!board.value?.clientWidth) return
  const { width, height } = board.value.getBoundingClientRect()
  const narrow = window.innerWidth < 960
  room.value = { width: width - (narrow ? 120 : 230), height: narrow ? 330 : Math.max(height - 58, 180) }
  emit('room', { width: board.value.clientWidth, height: narrow ? 150 : 118 })
}

/** The scale moves in steps and stands still while a number is being changed. */
const frozen = ref<number>()
const scale = computed(() => {
  if (frozen.value) return frozen.value
  const box = drafted.value?.standing.box
  if (!box) return 0.4
  const { width, height } = room.value
  // states stand beside the bag where there is room; a closed bag is as wide at its top as below
  const less = besides.value && window.innerWidth >= 1160 ? 236 : 0
  return steppedScale(
    { width: box[2]!, height: box[3]! },
    { width: width - less, height: height - (closedTop.value ? 44 : 0) },
  )
})
const besides = computed(() => Boolean(drafted.value?.states.length))
const closedTop = computed(() => Boolean(drafted.value?.pieces.some((p) => p.layer === 'zip')))
function onFocus(path: string) {
  frozen.value = scale.value
  props.at.foresee(path)
  emit('sum', path)
}
function onBlur() {
  frozen.value = undefined
}

const heard = computed(() => drafted.value?.findings.filter((f) => !f.silenced) ?? [])
const findingsAt = (path: string) => heard.value.filter((f) => f.where === path)
const worst = (path: string) => findingsAt(path)[0]?.level
const marks = { stop: '■', warn: '▲', note: '●' } as const
/** The bag as the slider draws it closed; open, as it was drafted. */
const closed = shallowRef<Closing>()
const standing = computed(() => {
  const open = drafted.value?.standing
  const step = closed.value
  if (!open || !step || !drafted.value?.closes) return open
  // a size that can no longer be read off the picture steps aside
  const dimensions = open.dimensions.filter((d) => step.holds.includes(d.path))
  return { ...open, shapes: step.shapes, dimensions }
})
/** The sizes that are not numbers on the drawing, and those that the grid moved. */
const ownNames = computed(() => {
  const drawn = new Set(drafted.value?.standing.dimensions.map((d) => d.shows))
  return drafted.value?.dimensions.filter((d) => d.asked !== d.comes_out || !drawn.has(d.key)) ?? []
})
</script>

<template>
  <div
    v-if="drafted"
    ref="board"
    class="board"
    :class="{ waiting, preview, 'with-states': besides, 'closed-top': closedTop }"
    :style="`--dots: ${drafted.dots * scale}px`"
  >
    <p v-if="preview" class="preview-says" role="status">
      <b>{{ looked }}</b>: Enter takes it, Esc gives your bag back
    </p>
    <span class="dots-say">dots {{ drafted.dots_shown }} apart</span>
    <DrawnClosed v-if="drafted.closes" :drafted="drafted" @drawn="(step) => (closed = step)" />
    <StandingBag :standing="standing!" :scale="scale">
      <template #default="{ dimension }">
        <LengthField
          v-if="drafted.fields[dimension.path]"
          :field="drafted.fields[dimension.path]!"
          :unit="unit"
          :caption="dimension.label"
          :problem="problems[dimension.path]"
          :waiting="offline"
          large
          @typed="(text) => at.edit({ kind: 'typed', path: dimension.path, text })"
          @stepped="(steps) => at.edit({ kind: 'stepped', path: dimension.path, steps })"
          @settle="at.settle"
          @restore="at.restore(dimension.path)"
          @focus="onFocus(dimension.path)"
          @blur="onBlur"
        />
        <button
          v-if="worst(dimension.path)"
          type="button"
          class="badge"
          :class="worst(dimension.path)"
          :aria-label="findingsAt(dimension.path)[0]!.title"
          :title="findingsAt(dimension.path)[0]!.title"
          @click="emit('go', dimension.path)"
        >
          {{ marks[worst(dimension.path)!] }}
        </button>
      </template>
    </StandingBag>
    <div v-if="drafted.states.length" class="box-states" role="group" aria-label="From flat to box">
      <StateDrawing
        v-for="(s, i) in drafted.states"
        :key="s.title"
        :state="s"
        :number="i + 1"
        :scale="stateScale(s)"
      />
    </div>
    <dl class="own-names">
      <div v-for="d in ownNames" :key="d.key">
        <dt>{{ d.label.toLowerCase() }}</dt>
        <dd>
          <ShownLength :text="d.comes_out" :unit="unit" />
          <small v-if="d.asked !== d.comes_out">asked <ShownLength :text="d.asked" /></small>
        </dd>
      </div>
      <div data-holds>
        <dt>holds</dt>
        <dd v-if="drafted.by_volume">
          <button
            type="button"
            class="number-button"
            :aria-label="`holds ${drafted.holds}, size it by the litre`"
            @click="emit('volume')"
          >
            {{ drafted.holds }}
          </button>
        </dd>
        <dd v-else class="plain">{{ drafted.holds }}</dd>
      </div>
    </dl>
  </div>
</template>
