<script setup lang="ts">
/** Saved plans as silhouettes to one scale, and ways to begin. */
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { useNews } from '../../app/tabs'
import { api, said, type Plan, type Standing, type WayToBegin } from '../../api/client'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import { steppedScale } from '../../bag-drawing/scale'
import ShownLength from '../../length-field/ShownLength.vue'
import OpenFile from './OpenFile.vue'
import UsualPanel from '../../usual/UsualPanel.vue'
import { useUsual } from '../../usual/useUsual'
import './shelf.css'

const router = useRouter()
const usual = useUsual()
const plans = shallowRef<Plan[]>([])
const away = shallowRef<Plan[]>([])
const total = ref(0)
const ways = shallowRef<WayToBegin[]>([])
const trouble = ref('')
const usualShown = ref(false)
const awayShown = ref(false)
const loaded = ref(false)

async function load() {
  try {
    const [here, put, begin] = await Promise.all([api.shelf(false), api.shelf(true), api.waysToBegin()])
    plans.value = here.plans
    total.value = here.total
    away.value = put.plans
    ways.value = begin
    trouble.value = ''
    loaded.value = true
  } catch (cause) {
    trouble.value = said(cause)
  }
}
async function more() {
  const next = await api.shelf(false, plans.value.length)
  plans.value = [...plans.value, ...next.plans]
}
onMounted(load)
useNews((news) => void (news.kind === 'usual' ? usual.load() : load()))

const standing = (p: Plan) => p.summary.standing as unknown as Standing
/** One scale for the whole shelf, so that a big bag looks big beside a small one. */
const scale = computed(() => {
  const boxes = plans.value.map((p) => standing(p).box)
  if (!boxes.length) return 0.25
  return steppedScale(
    { width: Math.max(...boxes.map((b) => b[2]!)), height: Math.max(...boxes.map((b) => b[3]!)) },
    { width: 240, height: 250 },
  )
})

/** The ways of one preset are drawn to one scale: a pouch would be a speck beside a tote. */
function wayScale(way: WayToBegin) {
  const boxes = way.ways.map((p) => p.standing.box)
  return steppedScale(
    { width: Math.max(1, ...boxes.map((b) => b[2]!)), height: Math.max(1, ...boxes.map((b) => b[3]!)) },
    { width: 80, height: 106 },
  )
}

async function begin(preset: string, way: string) {
  try {
    const opened = await api.begin(preset, way)
    await router.push({ name: 'draft', params: { id: opened.plan.id } })
  } catch (cause) {
    trouble.value = said(cause)
  }
}
async function act(what: Promise<unknown>) {
  try {
    await what
    await load()
  } catch (cause) {
    trouble.value = said(cause)
  }
}
const unitShown = computed(() => {
  const unit = usual.shown.value?.usual.unit ?? 'cm'
  return unit === 'in' ? 'inches' : unit
})
const asking = computed(() => usual.shown.value && !usual.shown.value.usual.asked)
</script>

<template>
  <div class="shelf-place">
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <button type="button" class="quiet" @click="load">Try again</button>
    </p>
    <UsualPanel
      v-if="asking || usualShown"
      :first="asking && !usualShown"
      class="shelf-usual"
      @done="usualShown = false"
    />
    <section class="begin" aria-label="Begin">
      <h1>
        What will you make? <small>sizes in {{ unitShown }}</small>
      </h1>
      <div class="ways">
        <article v-for="way in ways" :key="way.key" class="way">
          <h2>{{ way.label }}</h2>
          <p class="way-help">
            {{ way.help }}
          </p>
          <ul class="plain-ways" :aria-label="`${way.label}, ways to begin`">
            <li v-for="(plain, i) in way.ways" :key="plain.key">
              <button
                type="button"
                class="plain-way"
                :data-way="i ? `${way.key}.${plain.key}` : way.key"
                :title="plain.help"
                @click="begin(way.key, plain.key)"
              >
                <span class="way-silhouette" aria-hidden="true"
                  ><StandingBag :standing="plain.standing" :scale="wayScale(way)" plain
                /></span>
                <strong>{{ plain.label }}</strong>
                <span class="way-size"><ShownLength :text="plain.size" /></span>
              </button>
            </li>
          </ul>
        </article>
      </div>
      <div class="other-ways">
        <OpenFile />
        <RouterLink :to="{ name: 'pieces' }" class="quiet as-button">Begin from pieces</RouterLink>
        <button v-if="!asking" type="button" class="quiet" @click="usualShown = !usualShown">My usual</button>
      </div>
    </section>
    <section class="saved" aria-label="Saved plans">
      <h2 v-if="plans.length">On the shelf <small>drawn to one scale</small></h2>
      <p v-else-if="loaded" class="hint">The shelf is empty. Begin with a tote.</p>
      <ul class="shelf-board">
        <li v-for="p in plans" :key="p.id" :data-plan="p.name">
          <RouterLink :to="{ name: 'draft', params: { id: p.id } }" class="saved-plan">
            <span class="silhouette"
              ><StandingBag :standing="standing(p)" :scale="scale" plain :label="`${p.name}, standing`"
            /></span>
            <span class="plank" aria-hidden="true" />
            <strong class="plan-name">{{ p.name }}</strong>
            <span class="plan-size"><ShownLength :text="String(p.summary.size)" /></span>
            <span v-if="p.summary.stops" class="plan-stop">■ cannot be cut yet</span>
          </RouterLink>
          <span class="plan-acts">
            <button
              type="button"
              class="quiet"
              :aria-label="`Copy ${p.name}`"
              @click="act(api.copy(p.id, `${p.name}, copy`.slice(0, 120)))"
            >
              Copy
            </button>
            <button
              type="button"
              class="quiet"
              :aria-label="`Put ${p.name} away`"
              @click="act(api.putAway(p.id))"
            >
              Put away
            </button>
          </span>
        </li>
      </ul>
      <button v-if="plans.length < total" type="button" class="quiet" @click="more">
        Show more of the {{ total }}
      </button>
      <div v-if="away.length" class="away">
        <button type="button" class="quiet" :aria-expanded="awayShown" @click="awayShown = !awayShown">
          Put away ({{ away.length }})
        </button>
        <ul v-if="awayShown">
          <li v-for="p in away" :key="p.id">
            {{ p.name }} · <ShownLength :text="String(p.summary.size)" />
            <button
              type="button"
              class="quiet"
              :aria-label="`Take ${p.name} back`"
              @click="act(api.takeBack(p.id))"
            >
              Take back
            </button>
          </li>
        </ul>
      </div>
    </section>
  </div>
</template>
