<script setup lang="ts">
/** How many of the bag are cut, and what other plans are cut of the same cloths. */
import { computed, ref, shallowRef } from 'vue'
import { api, said, type ClothEdit, type Cloths, type Plan, type Problem } from '../../api/client'
import type { ClothsAtHand } from './useCloth'

const props = defineProps<{
  shown: Cloths
  plan: Plan
  problems: Record<string, Problem>
  at: ClothsAtHand
}>()
const others = computed(() => props.shown.choices.others ?? [])
const times = computed(() => props.shown.choices.times ?? 1)
const plans = shallowRef<Plan[]>()
const trouble = ref('')
async function look() {
  try {
    plans.value = (await api.shelf(false)).plans
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
}
const offered = computed(() =>
  (plans.value ?? []).filter((one) => one.id !== props.plan.id && !others.value.some((o) => o.id === one.id)),
)
const edit = (one: object) => props.at.edit(one as ClothEdit)
function set(plan: string, event: Event) {
  const input = event.target as HTMLInputElement
  const times = Math.round(Number(input.value))
  if (times >= 1 && times <= 200) void edit({ kind: 'times', plan, times })
  else
    input.value = String(
      plan ? (others.value.find((o) => o.id === plan)?.times ?? 1) : props.shown.choices.times,
    )
}
async function add(event: Event) {
  const select = event.target as HTMLSelectElement
  const { value } = select
  select.value = ''
  if (!value) return
  try {
    const { plan, spec } = await api.open(value)
    await edit({ kind: 'other added', other: { id: plan.id, name: plan.name, times: 1, spec } })
  } catch (cause) {
    trouble.value = said(cause)
  }
}
</script>

<template>
  <details class="on-paper together" :open="times > 1 || others.length > 0 || undefined">
    <summary>
      <h2>Cut together</h2>
      <small>{{
        times > 1 || others.length
          ? `${times} of this, ${others.length} more plans`
          : 'several, or with others'
      }}</small>
    </summary>
    <label class="cut-so-many">
      <input type="number" min="1" max="200" :value="times" data-times="" @change="set('', $event)" />
      <span>of {{ plan.name }}</span>
    </label>
    <div v-for="(other, n) in others" :key="other.id" class="cut-so-many">
      <input
        type="number"
        min="1"
        max="200"
        :value="other.times"
        :aria-label="`How many of ${other.name}`"
        :data-times="other.id"
        @change="set(other.id, $event)"
      />
      <span
        >of {{ other.name }} <small>its letters with {{ n + 2 }}</small></span
      >
      <button
        type="button"
        class="quiet"
        :aria-label="`Do not cut ${other.name}`"
        @click="edit({ kind: 'other taken out', plan: other.id })"
      >
        Take out
      </button>
    </div>
    <p v-for="apart in shown.apart" :key="apart" class="hint">{{ apart }}</p>
    <p v-if="problems.others" class="wrong-text" role="alert">
      {{ problems.others.why }} {{ problems.others.fix }}
    </p>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <button v-if="!plans" type="button" class="quiet" data-act="with" @click="look">
      Another plan with it
    </button>
    <select v-else aria-label="Another plan with it" class="plan-select" data-act="add" @change="add">
      <option value="">Another plan with it…</option>
      <option v-for="one in offered" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
  </details>
</template>
