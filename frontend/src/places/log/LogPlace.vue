<script setup lang="ts">
/** The Log: what was made and how it came out, what is known of one’s seams, and how bites and minutes run. */
import { onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, logAs, pictureOf, said, type Entry, type Log, type Problem, type Unit } from '../../api/client'
import { textOf } from '../../app/textOf'
import UnitSwitch from '../../app/UnitSwitch.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import { useUsual } from '../../usual/useUsual'
import CourseDrawing from './CourseDrawing.vue'
import SamplesOfCloth from './SamplesOfCloth.vue'
import './log.css'

const usual = useUsual()
const log = shallowRef<Log>()
const unit = ref<Unit>('cm')
const search = ref(String(useRoute().query.search ?? ''))
const trouble = ref('')
const taken = ref('')
const wrong = ref<Problem[]>([])
let asked: AbortController | undefined

async function load() {
  asked?.abort()
  const asking = (asked = new AbortController())
  try {
    log.value = await api.log(unit.value, search.value, asking.signal)
    trouble.value = ''
  } catch (cause) {
    if (!asking.signal.aborted) trouble.value = said(cause)
  }
}
onMounted(async () => {
  document.title = 'Log · Ambitus'
  unit.value = usual.shown.value?.usual.unit ?? 'cm'
  await load()
})
watch([unit, search], () => void load())
async function takeIn(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    const found = await api.logFromFile(await textOf(file))
    taken.value = `${found.taken} ${found.taken === 1 ? 'making' : 'makings'} taken in. ${found.left}`
    wrong.value = found.problems
    await load()
  } catch (cause) {
    trouble.value = said(cause)
  }
}
async function putAway(one: Entry, back = false) {
  await api.putMakingAway(one.id, back)
  await load()
}
const goesBy = (one: Log['paces'][number]) =>
  Object.keys(one.times).length > 0 &&
  Object.entries(one.times).every(([at, times]) => usual.shown.value?.usual.paces?.[at as 'iron'] === times)
/** From now on the work is reckoned at this pace; nothing follows it unless it is asked for. */
async function goBy(paces: Record<string, number>) {
  try {
    await usual.keep({ unit: usual.shown.value?.usual.unit ?? unit.value, paces })
  } catch (cause) {
    trouble.value = said(cause)
  }
}
const print = () => window.print()
</script>

<template>
  <div class="log-place">
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <button type="button" class="quiet" @click="load">Try again</button>
    </p>
    <header class="log-head">
      <h1>What was made</h1>
      <label class="looked">
        <span class="visually-hidden">Look for</span>
        <input v-model="search" type="search" placeholder="tote, canvas, a name…" data-act="look" />
      </label>
      <UnitSwitch :unit="unit" @show="(u) => (unit = u)" />
      <a class="quiet" :href="logAs('csv', unit)" download>As a table</a>
      <a class="quiet" :href="logAs('json', unit)" download>As JSON</a>
      <label class="file-label quiet"
        >Take one in<input
          class="visually-hidden"
          type="file"
          accept=".json,.csv,application/json,text/csv,text/plain"
          @change="takeIn"
      /></label>
      <button type="button" class="quiet" @click="print">Print</button>
    </header>
    <p v-if="taken" role="status">{{ taken }}</p>
    <p v-for="(one, n) in wrong" :key="n" class="wrong-text">{{ one.why }} {{ one.fix }}</p>
    <template v-if="log">
      <p v-if="!log.going.length && !log.finished.length" class="hint">
        {{
          search
            ? 'Nothing there is called so.'
            : 'Nothing was made yet. Open a plan and go to the Bench: what you do and read there is kept here.'
        }}
      </p>
      <section v-if="log.known.length" aria-label="What is known of your seams">
        <h2>How your seams come out</h2>
        <ul class="known">
          <li v-for="one in log.known" :key="one.key" :class="{ fact: one.fact }">
            <b><ShownLength :text="one.took" /></b> <span>{{ one.said }}</span>
          </li>
        </ul>
      </section>
      <p v-for="one in log.paces" :key="one.who" data-pace>
        {{ one.said }}
        <button
          type="button"
          class="choice"
          :aria-pressed="goesBy(one)"
          data-act="pace"
          @click="goBy(goesBy(one) ? {} : one.times)"
        >
          {{ goesBy(one) ? 'Reckoned so: go by the guess again' : 'Reckon my work so' }}
        </button>
      </p>
      <SamplesOfCloth :unit="unit" />
      <section v-if="log.courses.length" class="courses" aria-label="From making to making">
        <CourseDrawing v-for="one in log.courses" :key="one.title" :course="one" />
      </section>
      <section
        v-for="part in [
          { name: 'On the bench', rows: log.going },
          { name: 'Made', rows: log.finished },
        ]"
        v-show="part.rows.length"
        :key="part.name"
        :aria-label="part.name"
      >
        <h2>
          {{ part.name }} <small>{{ part.rows.length }}</small>
        </h2>
        <div class="log-table" tabindex="0" :aria-label="`${part.name}, a table`" role="region">
          <table>
            <thead>
              <tr>
                <th scope="col">Bag</th>
                <th scope="col">When</th>
                <th scope="col">Measured</th>
                <th scope="col">Seams</th>
                <th scope="col">Time</th>
                <th scope="col">Kept of it</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in part.rows" :key="one.id" :data-entry="one.name">
                <th scope="row">
                  <RouterLink :to="{ name: 'bench', params: { id: one.plan }, query: { making: one.id } }">{{
                    one.name
                  }}</RouterLink>
                  <small>{{
                    [one.who, one.for_whom && `for ${one.for_whom}`].filter(Boolean).join(', ')
                  }}</small>
                  <small>{{ one.on }}</small>
                </th>
                <td>
                  {{ one.finished || one.begun
                  }}<small v-if="!one.finished">{{ one.done }} of {{ one.steps }}: {{ one.at }}</small>
                </td>
                <td>
                  <span v-for="words in one.measured" :key="words"><ShownLength :text="words" /></span>
                </td>
                <td>
                  <span v-for="words in one.seams" :key="words"><ShownLength :text="words" /></span>
                </td>
                <td>
                  {{ one.took }}<small v-if="one.cost">{{ one.cost }}</small>
                </td>
                <td>
                  <span v-if="one.notes">{{ one.notes }}</span>
                  <span v-for="words in one.mistakes" :key="words">Went wrong: {{ words }}</span>
                  <span v-for="words in one.next_time" :key="words"><b>Next time:</b> {{ words }}</span>
                  <span v-if="one.photos.length" class="log-photos">
                    <a v-for="[id, words] in one.photos" :key="id" :href="pictureOf(id as string)"
                      ><img
                        :src="pictureOf(id as string, true)"
                        :alt="(words as string) || 'Photograph'"
                        loading="lazy"
                    /></a>
                  </span>
                  <button
                    type="button"
                    class="quiet"
                    :aria-label="`Put ${one.name} away`"
                    @click="putAway(one)"
                  >
                    Put away
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <details v-if="log.away.length" class="away">
        <summary>Put away ({{ log.away.length }})</summary>
        <ul>
          <li v-for="one in log.away" :key="one.id">
            {{ one.name }}, {{ one.finished || one.begun }}
            <button
              type="button"
              class="quiet"
              :aria-label="`Take ${one.name} back`"
              @click="putAway(one, true)"
            >
              Take back
            </button>
          </li>
        </ul>
      </details>
    </template>
  </div>
</template>
