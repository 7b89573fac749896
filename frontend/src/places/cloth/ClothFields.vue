<script setup lang="ts">
/** What is asked of a cloth: its measures, how it shrinks, how it is printed, folded and cut. */
import { computed } from 'vue'
import { api, type Cloth, type ClothEdit, type Problem, type Unit } from '../../api/client'
import { useResting } from '../../app/resting'
import LengthField from '../../length-field/LengthField.vue'
import type { ClothsAtHand } from './useCloth'

const props = defineProps<{
  cloth: Cloth
  unit: Unit
  problems: Record<string, Problem>
  at: ClothsAtHand
}>()
const fields = computed(() => Object.entries(props.cloth.fields))
const nameOf = (path: string) => path.slice(path.indexOf('.') + 1)
const typed = (path: string, text: string) =>
  props.at.edit({ kind: 'typed', cloth: props.cloth.key, field: nameOf(path), text }, false)
const stepped = (path: string, steps: number) =>
  props.at.edit({ kind: 'stepped', cloth: props.cloth.key, field: nameOf(path), steps }, false)
const picked = (field: string, value: string) =>
  props.at.edit({ kind: 'picked', cloth: props.cloth.key, field, value } as ClothEdit)
const SHRINKS = { shrinks_along: 'Shrinks along', shrinks_across: 'Shrinks across' } as const
/** How this cloth shrank before, as the log has it: followed only when it is asked for. */
const { answer: shrank } = useResting(
  () => (props.cloth.key === 'interfacing' ? undefined : props.cloth.label),
  (label, signal) => api.shrinks(label, signal),
)
const offer = computed(() => {
  const found = shrank.value?.offer
  const { shrinks_along: along, shrinks_across: across } = props.cloth.shrinks
  return found && (Number(found.along) !== Number(along) || Number(found.across) !== Number(across))
    ? found
    : undefined
})
async function takeShrinks(along: string, across: string) {
  await typed('shrinks_along', along)
  await typed('shrinks_across', across)
  await props.at.settle()
}
const CHOICES = { print: 'Print', lies: 'Lies', cutting: 'Cut with' } as const
</script>

<template>
  <section class="on-paper cloth-fields" aria-label="The cloth itself">
    <h2>{{ cloth.label }}</h2>
    <div class="field-rows">
      <LengthField
        v-for="[path, field] in fields"
        :key="path"
        :field="field"
        :unit="unit"
        :problem="problems[path]"
        @typed="(text) => typed(path, text)"
        @stepped="(steps) => stepped(path, steps)"
        @settle="at.settle"
        @restore="at.restore(path)"
      />
      <label v-for="(says, name) in SHRINKS" :key="name" class="share">
        <span
          ><input
            type="text"
            inputmode="decimal"
            :data-path="`${cloth.key}.${name}`"
            :value="cloth.shrinks[name]"
            :aria-invalid="problems[`${cloth.key}.${name}`] ? 'true' : undefined"
            @change="typed(name, ($event.target as HTMLInputElement).value).then(at.settle)"
          />
          %</span
        >
        <span class="caption">{{ says.toLowerCase() }}</span>
        <span v-if="problems[`${cloth.key}.${name}`]" class="wrong-text" role="alert"
          >{{ problems[`${cloth.key}.${name}`]!.why }} {{ problems[`${cloth.key}.${name}`]!.fix }}</span
        >
      </label>
    </div>
    <p v-if="offer" data-shrank>
      {{ offer.said }}
      <button
        type="button"
        class="choice"
        data-act="take-shrinks"
        @click="takeShrinks(offer.along, offer.across)"
      >
        Lay it out so
      </button>
    </p>
    <div v-for="(says, name) in CHOICES" :key="name" class="choice-row" role="group" :aria-label="says">
      <span class="caption">{{ says }}</span>
      <button
        v-for="option in cloth.choices[name]"
        :key="option.value"
        type="button"
        class="choice"
        :aria-pressed="option.chosen"
        :data-choice="`${name}.${option.value}`"
        @click="picked(name, option.value)"
      >
        {{ option.label }}
      </button>
    </div>
  </section>
</template>
