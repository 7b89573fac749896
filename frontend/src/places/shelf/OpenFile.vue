<script setup lang="ts">
/** Begin from a plan file, or from a cut list: the bag that it makes. What is wrong in it is told field by field; what is right is kept only when asked. */
import { ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, Refused, said, type Problem, type Unit } from '../../api/client'
import { textOf } from '../../app/textOf'

const router = useRouter()
const input = ref<HTMLInputElement>()
const problems = shallowRef<readonly Problem[]>([])
const trouble = ref('')
const name = ref('')
const restOpens = ref(false)
let text = ''

async function choose(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  name.value = file.name
  if (file.size > 500_000) {
    problems.value = []
    trouble.value = `${file.name} is ${Math.round(file.size / 1000)} kB, too large for a plan. Choose a plan file of Ambitus.`
    return
  }
  try {
    text = await textOf(file)
  } catch (cause) {
    problems.value = []
    trouble.value = said(cause)
    return
  }
  await send(false)
}
const asksUnit = () => problems.value.length === 1 && problems.value[0]!.code === 'no-unit'
async function send(keepRight: boolean, unit?: Unit) {
  problems.value = []
  trouble.value = ''
  isTable.value = !/^\s*[{[]/.test(text)
  try {
    const opened = await api.beginFromFile(text, keepRight, unit)
    await router.push({ name: 'draft', params: { id: opened.plan.id }, state: { told: opened.told ?? [] } })
  } catch (cause) {
    if (cause instanceof Refused) {
      problems.value = cause.problems
      restOpens.value = cause.restOpens
    } else trouble.value = said(cause)
  } finally {
    if (input.value) input.value.value = ''
  }
}
/** A table or a text that is no plan may still tell of pieces. */
const isTable = ref(false)
const asPieces = () => router.push({ name: 'pieces', state: { text } })
function letGo() {
  problems.value = []
  trouble.value = ''
}
</script>

<template>
  <div class="open-file">
    <label class="quiet file-label">
      Open a file
      <input
        ref="input"
        type="file"
        accept=".json,.csv,.txt,.tsv,application/json,text/csv,text/plain"
        class="visually-hidden"
        @change="choose"
      />
    </label>
    <section v-if="problems.length || trouble" class="file-problems" role="alert">
      <h2>{{ asksUnit() ? `${name} names no unit` : `${name} cannot be opened as it is` }}</h2>
      <p v-if="trouble">{{ trouble }}</p>
      <ul>
        <li v-for="p in problems" :key="p.field + p.why">
          <b>{{ p.field || 'the file' }}</b> {{ p.why }} {{ p.fix }}
        </li>
      </ul>
      <template v-if="asksUnit()">
        <button
          v-for="u in ['mm', 'cm', 'in'] as const"
          :key="u"
          type="button"
          class="quiet"
          @click="send(false, u)"
        >
          Its numbers are {{ u }}
        </button>
      </template>
      <button v-else-if="problems.length && restOpens" type="button" class="quiet" @click="send(true)">
        Leave these out and open the rest
      </button>
      <button v-if="isTable" type="button" class="quiet" data-act="as-pieces" @click="asPieces">
        Read it as pieces, and say how they go together
      </button>
      <button type="button" class="quiet" @click="letGo">Never mind</button>
    </section>
  </div>
</template>
