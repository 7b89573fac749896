<script setup lang="ts">
/**
 * What would save cloth: a few millimetres less, another way with a strap; and the largest bag from what there is.
 * Looked for once the hand rests, and shown only of the cloths as they lie now.
 */
import { computed } from 'vue'
import {
  api,
  type Cliff,
  type ClothChoices,
  type ClothEdit,
  type Edit,
  type Largest,
  type Spec,
  type StrapSaving,
  type Unit,
} from '../../api/client'
import { typedEdits, pickedEdits } from './asEdits'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ spec: Spec; choices: ClothChoices; unit: Unit; limited: boolean }>()
const emit = defineEmits<{ change: [edits: Edit[]]; cloth: [edit: ClothEdit] }>()

const now = computed(() => JSON.stringify([props.spec, props.choices, props.unit]))
/** What is found of the cloths as they lie now; nothing until it is. */
function found<T>(
  ask: (spec: Spec, choices: ClothChoices, unit: Unit, signal: AbortSignal) => Promise<T>,
  wanted = () => true,
) {
  const { answer } = useResting(
    () => (wanted() ? { ...props, of: now.value } : undefined),
    async ({ spec, choices, unit, of }, signal) => ({ of, told: await ask(spec, choices, unit, signal) }),
  )
  return computed(() => (answer.value?.of === now.value ? answer.value.told : undefined))
}
const cliffs = found<Cliff[]>(api.cliffs)
const straps = found<StrapSaving[]>(api.straps)
const largest = found<Largest[]>(api.largest, () => props.limited)

const typed = (edits: readonly (readonly [string, string])[]) => emit('change', typedEdits(edits))
const take = (cliff: Cliff) => typed([[cliff.path, `${cliff.then} ${props.unit}`]])
const takeStrap = (one: StrapSaving) =>
  one.edits.length
    ? emit('change', pickedEdits(one.edits))
    : emit('cloth', { kind: one.way, cloth: one.cloth, piece: one.piece, allowed: true } as ClothEdit)
const TAKES: Record<string, string> = {
  pieced: 'Cut it in two',
  across: 'Lay it across',
  webbing: 'Make it of webbing',
}
</script>

<template>
  <section v-if="cliffs?.length || straps?.length" class="on-paper cliffs" aria-label="A little less">
    <h2>A little less</h2>
    <div v-for="cliff in cliffs" :key="cliff.path" class="cliff" :data-cliff="cliff.path">
      <p class="cliff-size">
        {{ cliff.label }} <ShownLength :text="cliff.was" /> → <b><ShownLength :text="cliff.then" /></b>
        <span class="unit">&nbsp;{{ unit }}</span>
      </p>
      <p>{{ cliff.says }}</p>
      <button type="button" class="quiet" @click="take(cliff)">Make the bag so</button>
    </div>
    <div v-for="one in straps" :key="one.way + one.piece" class="cliff" :data-strap="one.way">
      <p>{{ one.says }}</p>
      <button type="button" class="quiet" @click="takeStrap(one)">{{ TAKES[one.way] }}</button>
    </div>
  </section>
  <section v-if="largest?.length" class="on-paper cliffs" aria-label="The largest bag from it">
    <h2>The largest bag from it</h2>
    <div v-for="one in largest" :key="one.label" class="cliff" :data-largest="one.label">
      <p>
        <b>{{ one.label }}:</b> {{ one.says }}
      </p>
      <button type="button" class="quiet" @click="typed(one.edits)">Make the bag so</button>
    </div>
  </section>
</template>
