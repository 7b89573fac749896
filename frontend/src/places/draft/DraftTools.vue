<script setup lang="ts">
/** What is done with the plan as a whole: undo, the grid, files, the sheet. */
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, fileOf, trueSizeOf } from '../../api/client'
import type { PlanAtHand } from './usePlan'

const props = defineProps<{ id: string; at: PlanAtHand; phrase: string }>()
defineEmits<{ phrase: [key: string]; history: [] }>()
const router = useRouter()
const { plan, drafted, unit, keeping } = props.at

const menu = ref(false)
/** whether a sheet is wanted though a check says stop */
const sure = ref(false)
const stops = computed(() => drafted.value?.findings.filter((f) => f.level === 'stop' && !f.silenced) ?? [])
const curved = computed(() => drafted.value?.pieces.some((p) => p.curved))

function toSheet() {
  if (!plan.value) return
  if (stops.value.length && !sure.value) {
    sure.value = true
    return
  }
  sure.value = false
  props.at.settle()
  const go = () =>
    void router.push({
      name: 'sheet',
      params: { id: plan.value!.id, revision: String(plan.value!.head) },
      query: { unit: unit.value },
    })
  if (keeping.value !== 'keeping') return go()
  // the sheet is of what is kept: it waits for the answer, whatever that is
  const stop = watch(keeping, () => {
    stop()
    go()
  })
}
async function copyPlan() {
  menu.value = false
  if (!plan.value) return
  const copy = await api.copy(plan.value.id, `${plan.value.name}, copy`.slice(0, 120))
  await router.push({ name: 'draft', params: { id: copy.id } })
}
defineExpose({ toSheet })
</script>

<template>
  <div class="side-tools">
    <button type="button" class="quiet" :disabled="!at.canUndo.value" @click="at.undo">Undo</button>
    <button type="button" class="quiet" :disabled="!at.canRedo.value" @click="at.redo">Redo</button>
    <button
      type="button"
      class="quiet"
      data-phrase="grid"
      :aria-expanded="phrase === 'grid'"
      @click="$emit('phrase', 'grid')"
    >
      Grid {{ drafted?.grid.find((g) => g.chosen)?.label }}
    </button>
    <v-menu v-model="menu">
      <template #activator="{ props: more }">
        <button type="button" class="quiet" v-bind="more">More</button>
      </template>
      <v-list density="compact">
        <v-list-item title="Revisions" @click="$emit('history')" />
        <v-list-item title="Copy this plan" @click="copyPlan" />
        <v-list-item title="Cut list, CSV" :href="fileOf(id, plan!.head, 'cut-list.csv', unit)" />
        <v-list-item
          v-if="curved"
          title="Templates of the curves, PDF"
          :href="fileOf(id, plan!.head, 'templates.pdf', unit)"
        />
        <v-list-item title="All pieces at true size, PDF" :href="trueSizeOf(id, plan!.head, 'pdf')" />
        <v-list-item title="All pieces at true size, DXF" :href="trueSizeOf(id, plan!.head, 'dxf')" />
        <v-list-item title="Plan, JSON" :href="fileOf(id, plan!.head, 'plan.json', unit)" />
        <v-list-item title="Put away" @click="at.act(() => api.putAway(id))" />
      </v-list>
    </v-menu>
    <button type="button" class="to-sheet" @click="toSheet">Cut sheet</button>
  </div>
  <div v-if="sure" class="sure" role="alertdialog" aria-label="Print with a stop">
    <p>
      <b>{{ stops[0]?.title }}.</b> This bag cannot be made as it is. The sheet will say so at its top.
    </p>
    <button type="button" class="quiet" @click="toSheet">Yes, make the sheet</button>
    <button type="button" class="quiet" @click="sure = false">Go back</button>
  </div>
</template>
