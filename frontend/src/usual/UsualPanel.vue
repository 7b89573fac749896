<script setup lang="ts">
/** My usual: asked once, lightly; changeable later without touching saved plans. */
import { computed, reactive, ref, watch } from 'vue'
import { Refused, said, type Problem, type Unit } from '../api/client'
import { useUsual } from './useUsual'
import './usual.css'

const props = defineProps<{ first?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const usual = useUsual()
const problems = ref<readonly Problem[]>([])
const trouble = ref('')
const form = reactive({
  unit: 'cm' as Unit,
  paper: 'A4' as 'A4' | 'Letter',
  step: 1,
  general: '',
  foot: '',
  classes: { side: '', base: '', corner: '', top: '' } as Record<'side' | 'base' | 'corner' | 'top', string>,
})
const classes = [
  ['side', 'Side seam'],
  ['base', 'Base seam'],
  ['corner', 'Corner seam'],
  ['top', 'Top seam'],
] as const

watch(
  usual.shown,
  (s) => {
    if (!s) return
    form.unit = s.usual.unit ?? 'cm'
    form.paper = s.usual.paper ?? 'A4'
    form.step = s.step
    form.general = s.general
    form.foot = s.foot_edge
    for (const [key] of classes) form.classes[key] = s.allowances[key] ?? ''
  },
  { immediate: true },
)
const steps = computed(() => usual.shown.value?.steps[form.unit === 'in' ? 'inch' : 'metric'] ?? [])
const wrong = (field: string) => problems.value.find((p) => p.field === field)

/** Another unit set has its own usual: nothing typed for the old one is carried over. */
async function setUnit(unit: Unit) {
  await send({ unit })
}
async function send(edit: Parameters<typeof usual.keep>[0]) {
  problems.value = []
  trouble.value = ''
  try {
    await usual.keep(edit)
    return true
  } catch (cause) {
    if (cause instanceof Refused) problems.value = cause.problems
    else trouble.value = said(cause)
    return false
  }
}
async function done() {
  const ok = await send({
    unit: form.unit,
    paper: form.paper,
    step: form.step,
    general: form.general,
    foot_edge: form.foot,
    allowances: { ...form.classes },
    asked: true,
  })
  if (ok) emit('done')
}
</script>

<template>
  <form class="usual-panel" aria-label="My usual" @submit.prevent="done">
    <h2>{{ props.first ? 'How do you usually work?' : 'My usual' }}</h2>
    <p class="hint">Every new plan starts from this. Saved plans keep what they were begun with.</p>
    <fieldset>
      <legend>I measure in</legend>
      <label v-for="u in ['mm', 'cm', 'in'] as const" :key="u" class="radio-pill">
        <input type="radio" name="usual-unit" :value="u" :checked="form.unit === u" @change="setUnit(u)" />
        <span>{{ u === 'in' ? 'inches' : u }}</span>
      </label>
    </fieldset>
    <fieldset>
      <legend>My ruler cuts to</legend>
      <label v-for="[step, label] in steps" :key="step" class="radio-pill">
        <input v-model="form.step" type="radio" name="usual-step" :value="step" />
        <span>{{ label }}</span>
      </label>
    </fieldset>
    <div class="usual-lengths">
      <label>
        <span>Seam allowance</span>
        <input
          v-model="form.general"
          name="general"
          autocomplete="off"
          :placeholder="usual.shown.value?.general_default"
          :aria-invalid="Boolean(wrong('usual.general'))"
        />
        <small>{{ form.unit }}</small>
      </label>
      <label>
        <span>Foot edge to needle, if measured</span>
        <input
          v-model="form.foot"
          name="foot"
          autocomplete="off"
          :aria-invalid="Boolean(wrong('usual.foot_edge'))"
        />
        <small>{{ form.unit }}</small>
      </label>
    </div>
    <details v-if="!props.first">
      <summary>Allowances of their own</summary>
      <div class="usual-lengths">
        <label v-for="[key, name] in classes" :key="key">
          <span>{{ name }}</span>
          <input
            v-model="form.classes[key]"
            :name="key"
            autocomplete="off"
            :placeholder="form.general || usual.shown.value?.general_default"
          />
          <small>{{ form.unit }}</small>
        </label>
      </div>
    </details>
    <fieldset>
      <legend>I print on</legend>
      <label v-for="p in ['A4', 'Letter'] as const" :key="p" class="radio-pill">
        <input v-model="form.paper" type="radio" name="usual-paper" :value="p" />
        <span>{{ p }}</span>
      </label>
    </fieldset>
    <p v-for="p in problems" :key="p.field" class="wrong-text" role="alert">{{ p.why }} {{ p.fix }}</p>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <button type="submit" class="to-sheet">That is how I work</button>
  </form>
</template>
