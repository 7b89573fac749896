<script setup lang="ts">
/** What a tape should read, and a field for what it reads: typed, from a keypad with fractions, or sent by a tape. */
import { computed, ref, watch } from 'vue'
import { api, said, type Bench } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import type { AtBench } from './useBench'

const props = defineProps<{ at: AtBench; bench: Bench; read: Bench['step']['reads'][number] }>()
const text = ref(props.read.read)
const trouble = ref('')
const input = ref<HTMLInputElement>()
watch(
  () => props.read.read,
  (now) => (text.value = now),
)
const number = computed(() => props.read.expected.replace(/\s*[a-z]+$/, ''))
async function keep(by: 'hand' | 'tape' = 'hand') {
  trouble.value = ''
  const typed = text.value.trim()
  if (!typed || (typed === props.read.read && by === 'hand')) return
  const kept = await props.at.happen({
    kind: 'typed',
    step: props.bench.step.key,
    reading: props.read.id,
    text: typed,
    unit: props.bench.unit,
    by,
  })
  if (!kept) trouble.value = props.at.trouble.value
}
async function ask() {
  trouble.value = ''
  const { id } = props.at.making.value!
  try {
    text.value = (await api.askTape(id, props.bench.step.key, props.read.id, props.bench.unit)).text
    await keep('tape')
  } catch (cause) {
    trouble.value = said(cause)
  }
}
function addFraction(fraction: string) {
  const whole = text.value.replace(/\s*\d+\/\d+\s*$/, '').trim()
  text.value = whole ? `${whole} ${fraction}` : fraction
  input.value?.focus()
}
</script>

<template>
  <form class="tape" data-stay :class="{ again: read.again }" @submit.prevent="input?.blur()">
    <label>
      <span class="tape-what"
        >{{ read.label }}<br /><b>should read <ShownLength :text="number" /></b
      ></span>
      <input
        ref="input"
        v-model="text"
        type="text"
        autocomplete="off"
        enterkeyhint="done"
        :inputmode="bench.unit === 'in' ? 'text' : 'decimal'"
        :data-reading="read.id"
        :aria-label="`${read.label}, ${bench.unit}`"
        :aria-invalid="trouble ? 'true' : undefined"
        @keydown.escape="((text = read.read), input?.blur())"
        @blur="keep()"
      />
      <span class="tape-unit">{{ bench.unit }}</span>
    </label>
    <div v-if="bench.fractions.length" class="fractions" role="group" aria-label="Fractions">
      <button v-for="f in bench.fractions" :key="f" type="button" @mousedown.prevent="addFraction(f)">
        <ShownLength :text="f" />
      </button>
    </div>
    <p class="tape-said">
      <span v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</span>
      <span v-else role="status" data-tape-said>{{ read.said }}</span>
      <button type="button" class="quiet" data-act="tape" @click="ask">Ask the tape (simulated)</button>
    </p>
  </form>
</template>
