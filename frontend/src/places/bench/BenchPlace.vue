<script setup lang="ts">
/** The Bench: one step of the work fills the screen; hands full, a press anywhere on a half goes on or back. */
import { computed, inject, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { headerSlot } from '../../app/header'
import { typing } from '../../app/keys'
import { remembered } from '../../app/remembered'
import UnitSwitch from '../../app/UnitSwitch.vue'
import { nextUnit } from '../../app/units'
import { useUsual } from '../../usual/useUsual'
import AtThisStep from './AtThisStep.vue'
import BeginMaking from './BeginMaking.vue'
import BenchStep from './BenchStep.vue'
import FinishMaking from './FinishMaking.vue'
import StepsAside from './StepsAside.vue'
import WhatItTaught from './WhatItTaught.vue'
import { useBench } from './useBench'
import { meantBy, wiped } from './working'
import './bench.css'

const props = defineProps<{ id: string }>()
const route = useRoute()
const header = inject(headerSlot)
const usual = useUsual()
const at = useBench()
const { making, bench, armed, waiting, trouble, finishing } = at
const listed = ref(false)
const another = ref(false)
const foot = ref(remembered('ambitus-foot'))

onMounted(async () => {
  header?.draftOf(props.id)
  at.unit.value = usual.shown.value?.usual.unit
  await at.open(props.id, String(route.query.making ?? ''))
  if (making.value) document.title = `Bench · ${making.value.name} · Ambitus`
  window.addEventListener('keydown', onKey)
})
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))

const done = computed(() => (bench.value ? bench.value.done / bench.value.steps.length : 0))
const acts = (target: EventTarget | null) =>
  target instanceof Element &&
  Boolean(target.closest('button, a, input, textarea, select, label, summary, [data-stay]'))

const ownKey = ({ key, target }: KeyboardEvent) =>
  target instanceof Element &&
  ((key === 'Enter' && Boolean(target.closest('a'))) ||
    ([' ', 'Enter'].includes(key) && Boolean(target.closest('button, select, summary'))))

function onKey(event: KeyboardEvent) {
  if (!bench.value || finishing.value || another.value) return
  if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
  if (event.key === 'Escape') armed.value = listed.value = false
  else if (event.key === 'l') listed.value = !listed.value
  else if (event.key === 'r') document.querySelector<HTMLInputElement>('[data-reading]')?.focus()
  else if (event.key === 'u') void at.setUnit(nextUnit(bench.value.unit))
  else {
    // a press on a button is that button’s; a link is followed by Enter alone
    if (ownKey(event) && event.key !== foot.value) return
    const meant = meantBy(event.key, foot.value)
    if (!meant) return
    event.preventDefault()
    if (meant === 'back') void at.back()
    // a gate that is reached by a foot is passed by the hand: Enter, or its button
    else if (!armed.value || event.key === 'Enter') void at.next()
  }
  at.sign()
}
function onPress(event: MouseEvent) {
  at.sign()
  if (acts(event.target) || window.getSelection()?.toString()) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  if (event.clientX > box.left + box.width / 2) {
    if (!armed.value) void at.next()
  } else void at.back()
}
let from: { x: number; y: number } | undefined
function onTouch(event: TouchEvent) {
  const touch = event.changedTouches[0]
  if (event.type === 'touchstart') from = touch && { x: touch.clientX, y: touch.clientY }
  else if (from && touch) {
    const way = wiped(touch.clientX - from.x, touch.clientY - from.y)
    if (way === 'back') void at.back()
    else if (way && !armed.value) void at.next()
  }
}
</script>

<template>
  <Teleport to="#header-here">
    <b v-if="making" class="bench-name">{{ making.name }}</b>
    <UnitSwitch v-if="bench" :unit="bench.unit" @show="at.setUnit" />
  </Teleport>
  <div class="bench-place">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="waiting" class="notice" role="status">
      The server does not answer. What you did is held here and kept as soon as it does.
    </p>
    <BeginMaking v-if="!making || another" :at="at" :plan="id" @begun="another = false" />
    <template v-else-if="bench">
      <div
        class="bench-way"
        role="progressbar"
        aria-label="Steps done"
        :aria-valuenow="bench.done"
        :aria-valuemax="bench.steps.length"
      >
        <span :style="{ width: `${100 * done}%` }" />
      </div>
      <p v-if="bench.refused" class="trouble" role="alert">
        <b>This cannot be sewn as it is.</b> {{ bench.refused }}
      </p>
      <p v-if="making.plan_moved" class="notice">
        The plan has gone on since this making began: it is made by revision {{ making.revision }}.
      </p>
      <FinishMaking v-if="finishing" :at="at" :making="making" :bench="bench" />
      <div v-else class="bench-at" @click="onPress" @touchstart.passive="onTouch" @touchend.passive="onTouch">
        <BenchStep :at="at" :making="making" :bench="bench" />
        <WhatItTaught
          v-if="
            bench.learned.bites.length ||
            bench.learned.together.length ||
            bench.learned.again.length ||
            bench.learned.came_from.length
          "
          :at="at"
          :bench="bench"
        />
        <AtThisStep
          v-model:foot="foot"
          :at="at"
          :making="making"
          :bench="bench"
          @list="listed = true"
          @another="another = true"
        />
      </div>
      <StepsAside v-model="listed" :at="at" :making="making" :bench="bench" />
    </template>
  </div>
</template>
