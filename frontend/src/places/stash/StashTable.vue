<script setup lang="ts">
/** The stash as a table, out and in: what is wrong in one is told row by row, and what is right is taken only when asked. */
import { ref, shallowRef } from 'vue'
import { api, Refused, said, stashTable, type Problem, type Unit } from '../../api/client'
import { textOf } from '../../app/textOf'

const props = defineProps<{ unit: Unit }>()
const emit = defineEmits<{ taken: [] }>()
const problems = shallowRef<readonly Problem[]>([])
const trouble = ref('')
const told = ref('')
const more = ref(false)
let text = ''
async function choose(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  try {
    text = await textOf(file)
    await send(false)
  } catch (cause) {
    trouble.value = said(cause)
  }
}
async function send(keepRight: boolean) {
  problems.value = []
  trouble.value = told.value = ''
  try {
    const found = await api.stashFromTable(text, props.unit, keepRight)
    more.value = !keepRight && found.problems.length > 0
    problems.value = keepRight ? [] : found.problems
    if (found.taken || keepRight) told.value = `${found.taken} taken in.`
    if (found.taken) emit('taken')
  } catch (cause) {
    if (cause instanceof Refused) problems.value = cause.problems
    else trouble.value = said(cause)
    more.value = false
  }
}
</script>

<template>
  <div class="stash-table">
    <a class="quiet" :href="stashTable(unit)" download>As a table, CSV</a>
    <label class="quiet file-label">
      From a table
      <input
        type="file"
        accept=".csv,text/csv,text/plain"
        class="visually-hidden"
        data-act="table"
        @change="choose"
      />
    </label>
    <span v-if="told" role="status" class="hint">{{ told }}</span>
    <section v-if="problems.length || trouble" class="file-problems" role="alert">
      <p v-if="trouble">{{ trouble }}</p>
      <ul>
        <li v-for="p in problems" :key="p.field + p.why">{{ p.why }} {{ p.fix }}</li>
      </ul>
      <button v-if="more" type="button" class="quiet" @click="send(true)">
        Leave these rows out and take the rest
      </button>
      <button type="button" class="quiet" @click="((problems = []), (trouble = ''))">Never mind</button>
    </section>
  </div>
</template>
