<script setup lang="ts">
/**
 * A length changed in place: a native input that says its value in words, steps with the arrows, and keeps
 * what is typed until it can be read. What the text means is for the server to say.
 */
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import type { Field, Problem } from '../api/client'
import ShownLength from './ShownLength.vue'
import './length-field.css'

const props = defineProps<{
  field: Field
  unit: string
  problem?: Problem
  waiting?: boolean
  /** the caption's words, where they are not the field's own */
  caption?: string
  large?: boolean
}>()
const emit = defineEmits<{
  typed: [text: string]
  stepped: [steps: number]
  settle: []
  restore: []
  focus: []
  blur: []
}>()

const input = ref<HTMLInputElement>()
const focused = ref(false)
const text = ref(props.field.shown)
/** true while what stands in the input has been typed here and is not yet the field's settled text */
const own = ref(false)

const standing = computed(() => (props.field.optional && !props.field.given ? '' : props.field.shown))
watch(
  () => [standing.value, props.field.mm] as const,
  () => {
    if (!own.value) text.value = standing.value
  },
  { immediate: true },
)
/** Put the text into the input, once all else is patched: one that is focused has the page laid out for it at once. */
function put() {
  if (input.value && input.value.value !== text.value) input.value.value = text.value
}
watch(text, put, { flush: 'post' })
onMounted(put)
const width = computed(
  () => `${Math.max((text.value || props.field.shown).length, 1) * 0.62 + (props.large ? 0.5 : 0.9)}em`,
)
const pretty = computed(() => !focused.value && !props.problem && text.value !== '')

function onInput() {
  own.value = true
  text.value = input.value!.value
  emit('typed', text.value)
}
async function step(steps: number) {
  own.value = false
  emit('stepped', steps)
  await nextTick()
}
function onKey(event: KeyboardEvent) {
  const by: Record<string, number> = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }
  const steps = by[event.key]
  if (steps && !event.ctrlKey && !event.metaKey && !event.altKey) {
    event.preventDefault()
    void step(event.shiftKey ? steps * 10 : steps)
  } else if (event.key === 'Enter') {
    own.value = false
    emit('settle')
    if (!props.problem) void nextTick(() => (text.value = standing.value))
  } else if (event.key === 'Escape' && (own.value || props.problem)) {
    event.stopPropagation()
    own.value = false
    emit('restore')
    void nextTick(() => (text.value = standing.value))
  }
}
function onWheel(event: WheelEvent) {
  if (!focused.value) return
  event.preventDefault()
  void step(event.deltaY < 0 ? 1 : -1)
}
function onFocus() {
  focused.value = true
  void nextTick(() => input.value?.select())
  emit('focus')
}
function onBlur() {
  focused.value = false
  if (!props.problem) {
    own.value = false
    void nextTick(() => (text.value = standing.value))
  }
  emit('settle')
  emit('blur')
}
/** Put a fraction into the text, for keypads that have no slash. */
function addFraction(fraction: string) {
  const whole = text.value.replace(/\s*\d+\/\d+\s*$/, '').trim()
  input.value!.value = whole ? `${whole} ${fraction}` : fraction
  onInput()
  input.value!.focus()
}
const fractions = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8']
defineExpose({ focus: () => input.value?.focus(), own })
</script>

<template>
  <span class="length-field" :class="{ large, wrong: problem, waiting }">
    <span class="number">
      <input
        ref="input"
        type="text"
        :inputmode="unit === 'in' ? 'text' : 'decimal'"
        role="spinbutton"
        autocomplete="off"
        spellcheck="false"
        :style="`width: ${width}`"
        :class="{ veiled: pretty }"
        :placeholder="field.optional ? field.shown || '–' : undefined"
        :aria-label="`${field.label}, ${unit}`"
        :aria-valuenow="field.mm"
        :aria-valuetext="field.spoken"
        :aria-invalid="problem ? 'true' : undefined"
        :aria-describedby="problem ? `wrong-${field.path}` : undefined"
        :data-path="field.path"
        :data-own="own || undefined"
        @input="onInput"
        @keydown="onKey"
        @wheel="onWheel"
        @focus="onFocus"
        @blur="onBlur"
      />
      <span v-if="pretty" class="over" aria-hidden="true"><ShownLength :text="text" /></span>
    </span>
    <span class="caption">{{ caption ?? field.label.toLowerCase() }}</span>
    <span v-if="problem" :id="`wrong-${field.path}`" class="wrong-text" role="alert"
      >{{ problem.why }} {{ problem.fix }}</span
    >
    <span v-if="focused && unit === 'in'" class="fractions">
      <button v-for="f in fractions" :key="f" type="button" tabindex="-1" @mousedown.prevent="addFraction(f)">
        <ShownLength :text="f" />
      </button>
    </span>
  </span>
</template>
