<script setup lang="ts">
/** A square that is washed, a strip that is stretched: before and after, kept for the next plan of that cloth. */
import { reactive, ref, watch } from 'vue'
import { api, Refused, said, type Problem, type Unit } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ unit: Unit }>()
const KINDS = { washed: 'A square, washed', stretched: 'A strip, stretched' } as const
const FIELDS = {
  long_before: 'Along, before',
  long_after: 'Along, after',
  wide_before: 'Across, before',
  wide_after: 'Across, after',
} as const
const samples = ref<{ number: number; said: string }[]>([])
const cloths = ref<string[]>([])
const typed = reactive({
  kind: 'washed' as keyof typeof KINDS,
  cloth: '',
  long_before: '',
  long_after: '',
  wide_before: '',
  wide_after: '',
})
const wrong = ref<readonly Problem[]>([])
const trouble = ref('')
const problem = (field: string) => wrong.value.find((one) => one.field === field)

watch(
  () => props.unit,
  async (unit) => {
    try {
      samples.value = await api.samples(unit)
      cloths.value = Object.values((await api.stash(unit)).materials.cloth ?? {})
      typed.cloth ||= cloths.value[0] ?? ''
    } catch (cause) {
      trouble.value = said(cause)
    }
  },
  { immediate: true },
)
async function keep() {
  wrong.value = []
  trouble.value = ''
  try {
    samples.value = await api.addSample({ ...typed, unit: props.unit })
    for (const name of Object.keys(FIELDS) as (keyof typeof FIELDS)[]) typed[name] = ''
  } catch (cause) {
    if (cause instanceof Refused) wrong.value = cause.problems
    else trouble.value = said(cause)
  }
}
const putAway = async (number: number) => {
  samples.value = await api.putSampleAway(number, props.unit)
}
</script>

<template>
  <details class="samples">
    <summary>Samples of cloth: how it shrinks, how it stretches ({{ samples.length }})</summary>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <ul>
      <li v-for="one in samples" :key="one.number" data-sample>
        <ShownLength :text="one.said" />
        <button
          type="button"
          class="quiet"
          :aria-label="`Put away: ${one.said}`"
          @click="putAway(one.number)"
        >
          Put away
        </button>
      </li>
    </ul>
    <form @submit.prevent="keep">
      <label
        ><span class="caption">What it is</span>
        <select v-model="typed.kind" data-sample-of="kind">
          <option v-for="(label, key) in KINDS" :key="key" :value="key">{{ label }}</option>
        </select></label
      >
      <label
        ><span class="caption">Of which cloth</span>
        <select v-model="typed.cloth" data-sample-of="cloth">
          <option v-for="label in cloths" :key="label" :value="label">{{ label }}</option>
        </select></label
      >
      <label v-for="(label, key) in FIELDS" :key="key"
        ><span class="caption">{{ label }}, {{ unit }}</span>
        <input
          v-model="typed[key]"
          type="text"
          :data-sample-of="key"
          :aria-invalid="problem(key) ? 'true' : undefined"
          :aria-describedby="problem(key) ? `wrong-sample-${key}` : undefined"
        />
        <span v-if="problem(key)" :id="`wrong-sample-${key}`" class="wrong-text" role="alert"
          >{{ problem(key)!.why }} {{ problem(key)!.fix }}</span
        ></label
      >
      <button type="submit" class="to-sheet" data-act="keep-sample">Keep it</button>
    </form>
  </details>
</template>
