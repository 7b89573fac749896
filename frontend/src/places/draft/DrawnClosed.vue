<script setup lang="ts">
/**
 * A slider that draws the bag closed; the steps and their numbers come from the core. It asks for them when a
 * hand comes to it, not before: the numbers of the open mouth come with every draft.
 */
import { computed, ref, watch } from 'vue'
import { api, said, type Closing, type Drafted } from '../../api/client'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ drafted: Drafted }>()
const emit = defineEmits<{ drawn: [step: Closing | undefined] }>()

const at = ref(0)
const touched = ref(false)
const asked = computed(() =>
  touched.value ? { spec: props.drafted.spec, unit: props.drafted.unit } : undefined,
)
const { answer: steps, failed } = useResting(asked, ({ spec, unit }, signal) =>
  api.closing(spec, unit, signal),
)
const open = computed(() => props.drafted.closes)
const step = computed(() => (at.value ? steps.value?.[at.value] : undefined) ?? open.value)
const drawn = computed(() => (at.value ? steps.value?.[at.value] : undefined))
watch(drawn, (found) => emit('drawn', found))
/** Open again and left, the slider asks nothing more. */
function leave() {
  if (!at.value) touched.value = false
}
</script>

<template>
  <div v-if="open" class="drawn-closed">
    <label>
      open
      <input
        v-model.number="at"
        type="range"
        min="0"
        :max="open.steps"
        aria-label="Draw the bag closed"
        :aria-valuetext="step ? `mouth ${step.mouth}, tail ${step.tail}` : ''"
        @focus="touched = true"
        @pointerdown="touched = true"
        @blur="leave"
      />
      closed
    </label>
    <p v-if="step" class="closed-numbers" data-closing>
      <span>mouth <ShownLength :text="step.mouth" /></span>
      <span>tails <ShownLength :text="step.tail" /></span>
      <span :class="{ 'wrong-text': !step.fits }">
        over contents up to <ShownLength :text="step.over" />{{ step.fits ? '' : ': what goes in is higher' }}
      </span>
    </p>
    <p v-if="failed" class="wrong-text" role="alert">{{ said(failed) }}</p>
  </div>
</template>
