<script setup lang="ts">
/** The Draft place: the sentence, the bag with its numbers, the pieces, and beside them sum and checks. */
import { computed, inject, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, fileOf, type Closing, type Remedy, type Unit } from '../../api/client'
import { headerSlot } from '../../app/header'
import { useKeys } from '../../app/keys'
import { useResting } from '../../app/resting'
import { whenThere } from '../../app/whenThere'
import { stateScale, steppedScale } from '../../bag-drawing/scale'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import StateDrawing from '../../bag-drawing/StateDrawing.vue'
import LengthField from '../../length-field/LengthField.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import { useUsual } from '../../usual/useUsual'
import ChecksList from './ChecksList.vue'
import DrawnClosed from './DrawnClosed.vue'
import MakingSentence from './MakingSentence.vue'
import { opened as openedOf, type Opened } from './opened'
import OpenSum from './OpenSum.vue'
import PhraseTiles from './PhraseTiles.vue'
import PiecesFlat from './PiecesFlat.vue'
import PlanMoved from './PlanMoved.vue'
import PlanRevisions from './PlanRevisions.vue'
import { usePlan } from './usePlan'
import './beside.css'
import './draft.css'

const props = defineProps<{ id: string }>()
const router = useRouter()
const header = inject(headerSlot)
const usual = useUsual()
const at = usePlan()
const {
  plan,
  drafted,
  settled,
  unit,
  problems,
  keeping,
  trouble,
  left,
  redrawn,
  followed,
  changed,
  offline,
  waiting,
} = at

const phrase = ref('')
const opened = ref<Opened>()
const historyShown = ref(false)
const menu = ref(false)
const sure = ref(false)
const board = ref<HTMLElement>()
const root = ref<HTMLElement>()
const room = ref({ width: 800, height: 360 })
const piecesRoom = ref({ width: 800, height: 132 })

onMounted(async () => {
  header?.draftOf(props.id)
  await at.open(props.id)
  if (plan.value) document.title = `${plan.value.name} · Ambitus`
  await nextTick()
  measure()
})
const watcher = new ResizeObserver(() => measure())
watch(board, (el) => el && watcher.observe(el))
onBeforeUnmount(() => watcher.disconnect())
function measure() {
  if (!board.value) return
  const { width, height } = board.value.getBoundingClientRect()
  const narrow = window.innerWidth < 960
  room.value = { width: width - (narrow ? 120 : 230), height: narrow ? 330 : Math.max(height - 58, 180) }
  piecesRoom.value = { width: board.value.clientWidth, height: narrow ? 150 : 118 }
}

/** The scale moves in steps and stands still while a number is being changed. */
const frozen = ref<number>()
const scale = computed(() => {
  if (frozen.value) return frozen.value
  const box = drafted.value?.standing.box
  if (!box) return 0.4
  const { width, height } = room.value
  // states stand beside the bag where there is room; a closed bag is as wide at its top as below
  const less = besides.value && window.innerWidth >= 1160 ? 236 : 0
  return steppedScale(
    { width: box[2]!, height: box[3]! },
    { width: width - less, height: height - (closedTop.value ? 44 : 0) },
  )
})
const besides = computed(() => Boolean(drafted.value?.states.length))
const closedTop = computed(() => Boolean(drafted.value?.pieces.some((p) => p.layer === 'zip')))
function onFocus(path: string) {
  frozen.value = scale.value
  openSumOf(path)
}
function onBlur() {
  frozen.value = undefined
}

/** A number on the drawing opens the sum that it goes into first. */
function openSumOf(path: string) {
  const [layer, key] = (drafted.value?.fields[path]?.opens ?? '').split('/')
  const piece = drafted.value?.pieces.find((p) => p.layer === layer && key && key in p.sums)
  if (piece && key) show(piece.key, key)
}
const show = (piece: string, sum: string) => (opened.value = { piece, sum })
const openSum = computed(() => drafted.value && openedOf(drafted.value, opened.value))

/** what the checks say that is not silenced on this plan */
const heard = computed(() => drafted.value?.findings.filter((f) => !f.silenced) ?? [])
const findingsAt = (path: string) => heard.value.filter((f) => f.where === path)
const worst = (path: string) => findingsAt(path)[0]?.level
const marks = { stop: '■', warn: '▲', note: '●' } as const
/** The bag as the slider draws it closed; open, as it was drafted. */
const closed = shallowRef<Closing['shapes']>()
const standing = computed(() => {
  const open = drafted.value?.standing
  return open && closed.value && drafted.value?.closes ? { ...open, shapes: closed.value } : open
})
/** The sizes that are not numbers on the drawing, and those that the grid moved. */
const ownNames = computed(() => {
  const drawn = new Set(drafted.value?.standing.dimensions.map((d) => d.shows))
  return drafted.value?.dimensions.filter((d) => d.asked !== d.comes_out || !drawn.has(d.key)) ?? []
})
const stops = computed(() => heard.value.filter((f) => f.level === 'stop'))

/** The phrase under which a field is found, where it is no number on the drawing. */
const owners: Record<string, string> = { base: 'base', size: 'base', seams: 'seams', allowances: 'seams' }
function phraseOf(path: string) {
  return drafted.value?.found_under[path] ?? owners[path.split('.')[0]!]
}
/** The worst finding under each phrase, so that a check sits where it applies. */
const phraseLevels = computed(() => {
  const drawn = new Set(drafted.value?.standing.dimensions.map((d) => d.path))
  const out: Record<string, 'stop' | 'warn' | 'note'> = {}
  for (const f of heard.value) {
    const key = drawn.has(f.where) ? undefined : phraseOf(f.where)
    if (key) out[key] ??= f.level
  }
  return out
})
function goTo(path: string) {
  const field = root.value?.querySelector<HTMLElement>(`[data-path="${CSS.escape(path)}"]`)
  if (field) return field.focus()
  const key = phraseOf(path)
  if (!key) return
  phrase.value = key
  if (root.value) whenThere(root.value, `[data-path="${CSS.escape(path)}"]`, (there) => there.focus())
}
/** What helps against what the checks say, carried out by the core once the hand rests. */
const { answer: helped } = useResting(
  () =>
    heard.value.length && !waiting.value && drafted.value
      ? { spec: drafted.value.spec, unit: drafted.value.unit }
      : undefined,
  ({ spec, unit: shown }, signal) => api.checks(spec, shown, signal),
)
/** A remedy is one step: what was under way is settled before it, and it is settled at once. */
function remedy(taken: Remedy) {
  at.settle()
  taken.edits.forEach((edit) => at.edit({ kind: 'picked', path: edit.path, value: edit.value }))
  at.settle()
}
/** What a cut list that the plan was begun from says of itself. */
const told = ref<readonly string[]>(Array.isArray(history.state?.told) ? history.state.told : [])
function silence(check: string, reason: string) {
  at.edit({ kind: 'silenced', check, reason })
}
/** A phrase that the sentence has no longer closes; straps that are gone or new keep theirs open. */
watch(
  () => drafted.value?.sentence.map((t) => t.phrase).filter(Boolean) ?? [],
  (there) => {
    const open = phrase.value
    if (!open || open === 'grid' || !there.length || there.includes(open)) return
    phrase.value = open.startsWith('strap') ? (there.find((p) => p!.startsWith('strap')) ?? '') : ''
  },
)
/** From what it holds straight to the sizes that hold what is asked for. */
const volumeOpen = ref(false)
function byVolume() {
  volumeOpen.value = true
  phrase.value = 'base'
}
async function togglePhrase(key: string) {
  volumeOpen.value = false
  phrase.value = phrase.value === key ? '' : key
}
async function closePhrase() {
  const key = phrase.value
  phrase.value = ''
  await nextTick()
  root.value?.querySelector<HTMLElement>(`[data-phrase="${CSS.escape(key)}"]`)?.focus()
}

const said = computed(() => {
  if (keeping.value === 'away') return 'put away'
  if (offline.value) return 'not kept yet: the server does not answer'
  return { kept: 'kept', keeping: 'keeping…', waiting: 'not kept yet', moved: 'changed elsewhere', away: '' }[
    keeping.value
  ]
})
const behind = computed(() => {
  const p = plan.value
  return p?.printed && p.printed < p.head ? p.printed : 0
})

function nextUnit() {
  const all: Unit[] = ['mm', 'cm', 'in']
  at.setUnit(all[(all.indexOf(unit.value) + 1) % 3]!)
}
function toSheet() {
  if (!plan.value) return
  if (stops.value.length && !sure.value) {
    sure.value = true
    return
  }
  sure.value = false
  at.settle()
  const go = () =>
    void router.push({
      name: 'sheet',
      params: { id: plan.value!.id, revision: String(plan.value!.head) },
      query: { unit: unit.value },
    })
  if (keeping.value !== 'keeping') return go()
  // the sheet is of what is kept: it waits for the answer, whatever that is
  const stop = watch(keeping, () => {
    stop()
    go()
  })
}
function showHistory() {
  menu.value = false
  historyShown.value = true
}
async function restoreRevision(number: number) {
  historyShown.value = false
  await at.act(() => api.restore(props.id, number))
}
async function copyPlan() {
  menu.value = false
  if (!plan.value) return
  const copy = await api.copy(plan.value.id, `${plan.value.name}, copy`.slice(0, 120))
  await router.push({ name: 'draft', params: { id: copy.id } })
}
async function keepMine() {
  const id = await at.keepAsCopy()
  if (id) await router.push({ name: 'draft', params: { id } })
}
async function rename(event: Event) {
  const input = event.target as HTMLInputElement
  const name = input.value.trim()
  if (!plan.value || name === plan.value.name) return
  if (!name) {
    input.value = plan.value.name
    return
  }
  await at.act(() => api.rename(props.id, name))
}

const single = () => usual.single.value
useKeys(
  {
    w: () => goTo('size.width'),
    h: () => goTo('size.height'),
    d: () => goTo('size.depth'),
    u: nextUnit,
    p: toSheet,
  },
  single,
  { undo: at.undo, redo: at.redo },
)
</script>

<template>
  <div ref="root" class="draft-place">
    <Teleport v-if="plan" defer to="#header-here">
      <input
        class="plan-name-field"
        :value="plan.name"
        aria-label="Name of the plan"
        maxlength="120"
        :disabled="keeping === 'away'"
        @change="rename"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <span class="keeping" :class="keeping" role="status">{{ said }}</span>
      <span class="units" role="group" aria-label="Unit shown">
        <button
          v-for="u in ['mm', 'cm', 'in'] as const"
          :key="u"
          type="button"
          :aria-pressed="unit === u"
          @click="at.setUnit(u)"
        >
          {{ u }}
        </button>
      </span>
    </Teleport>

    <div v-if="!drafted" class="opening">
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <p v-else-if="offline" class="trouble" role="alert">The server does not answer. Trying again…</p>
      <p v-else>Opening…</p>
    </div>

    <template v-else>
      <div class="draft-main">
        <div class="notices">
          <p v-if="left" class="notice" role="status">
            Not yet kept from last time:
            <b>{{ left.typed ? `${left.typed.label} ${left.typed.text}` : left.cause || 'an edit' }}</b>
            <template v-if="plan && left.base < plan.head"
              >, begun from revision {{ left.base }} (the plan is at {{ plan.head }} now)
            </template>
            <button type="button" class="quiet" @click="at.useLeft">Use it</button>
            <button type="button" class="quiet" @click="at.dropLeft">Let it go</button>
          </p>
          <p v-if="keeping === 'away'" class="notice" role="alert">
            This plan has been put away. Nothing of it is lost.
            <button type="button" class="quiet" @click="at.act(() => api.takeBack(id))">Take it back</button>
            <button type="button" class="quiet" @click="keepMine">Keep what is here as a copy</button>
          </p>
          <PlanMoved
            v-else-if="keeping === 'moved' && settled"
            :plan="id"
            :mine="settled"
            :unit="unit"
            @mine="at.goOnWithMine"
            @theirs="at.goOnWithNewer"
            @copy="keepMine"
          />
          <p v-else-if="trouble" class="notice" role="alert">
            {{ trouble }}
            <button v-if="keeping === 'waiting'" type="button" class="quiet" @click="at.send">
              Try again
            </button>
          </p>
          <p v-if="offline" class="notice" role="status">
            The server does not answer. What you type stays here; every worked-out number waits.
          </p>
          <p v-if="followed" class="notice" role="status">
            Changed in another tab, and followed here.
            <button type="button" class="quiet" @click="at.heardOfIt">Good</button>
          </p>
          <div v-if="redrawn.length" class="notice" role="status" data-redrawn>
            The rules have been bettered since this plan was kept. Cut sizes that come out otherwise now:
            <ul>
              <li v-for="d in redrawn" :key="d.key">
                {{ d.label }} <ShownLength :text="d.was || 'none'" /> →
                <b><ShownLength :text="d.now || 'left out'" /></b>
              </li>
            </ul>
            What was cut before stays as it was cut.
            <button type="button" class="quiet" @click="at.takeOver">Take the new sizes over</button>
          </div>
          <div v-if="told.length" class="notice" role="status" data-told>
            The cut list finds fault with itself; the bag is drawn at the sizes it was read as.
            <ul>
              <li v-for="t in told" :key="t"><ShownLength :text="t" /></li>
            </ul>
            <button type="button" class="quiet" @click="told = []">Good</button>
          </div>
          <p v-if="behind" class="notice" role="status">
            The sheet you printed shows revision {{ behind }}; the plan has moved on since.
          </p>
        </div>

        <MakingSentence :drafted="drafted" :open="phrase" :levels="phraseLevels" @open="togglePhrase" />

        <PhraseTiles
          v-if="phrase"
          :drafted="drafted"
          :phrase="phrase"
          :problems="problems"
          :waiting="waiting"
          :volume="volumeOpen"
          @edit="at.edit"
          @settle="at.settle"
          @restore="at.restore"
          @close="closePhrase"
        />

        <div
          ref="board"
          class="board"
          :class="{ waiting, 'with-states': besides, 'closed-top': closedTop }"
          :style="{ '--dots': `${drafted.dots * scale}px` }"
        >
          <span class="dots-say">dots {{ drafted.dots_shown }} apart</span>
          <DrawnClosed v-if="drafted.closes" :drafted="drafted" @shapes="(s) => (closed = s)" />
          <StandingBag :standing="standing!" :scale="scale">
            <template #default="{ dimension }">
              <LengthField
                v-if="drafted.fields[dimension.path]"
                :field="drafted.fields[dimension.path]!"
                :unit="unit"
                :caption="dimension.label"
                :problem="problems[dimension.path]"
                :waiting="offline"
                large
                @typed="(text) => at.edit({ kind: 'typed', path: dimension.path, text })"
                @stepped="(steps) => at.edit({ kind: 'stepped', path: dimension.path, steps })"
                @settle="at.settle"
                @restore="at.restore(dimension.path)"
                @focus="onFocus(dimension.path)"
                @blur="onBlur"
              />
              <button
                v-if="worst(dimension.path)"
                type="button"
                class="badge"
                :class="worst(dimension.path)"
                :aria-label="findingsAt(dimension.path)[0]!.title"
                :title="findingsAt(dimension.path)[0]!.title"
                @click="goTo(dimension.path)"
              >
                {{ marks[worst(dimension.path)!] }}
              </button>
            </template>
          </StandingBag>
          <div v-if="drafted.states.length" class="box-states" role="group" aria-label="From flat to box">
            <StateDrawing
              v-for="(s, i) in drafted.states"
              :key="s.title"
              :state="s"
              :number="i + 1"
              :scale="stateScale(s)"
            />
          </div>
          <dl class="own-names">
            <div v-for="d in ownNames" :key="d.key">
              <dt>{{ d.label.toLowerCase() }}</dt>
              <dd>
                <ShownLength :text="d.comes_out" :unit="unit" />
                <small v-if="d.asked !== d.comes_out">asked <ShownLength :text="d.asked" /></small>
              </dd>
            </div>
            <div data-holds>
              <dt>holds</dt>
              <dd v-if="drafted.by_volume">
                <button
                  type="button"
                  class="number-button"
                  :aria-label="`holds ${drafted.holds}, size it by the litre`"
                  @click="byVolume"
                >
                  {{ drafted.holds }}
                </button>
              </dd>
              <dd v-else class="plain">{{ drafted.holds }}</dd>
            </div>
          </dl>
        </div>

        <PiecesFlat
          :drafted="drafted"
          :changed="changed"
          :open="openSum && { piece: openSum.piece.key, sum: openSum.key }"
          :waiting="waiting"
          :room="piecesRoom"
          @open="show"
        />
      </div>

      <aside class="draft-side" aria-label="Sum and checks">
        <div class="side-tools">
          <button type="button" class="quiet" :disabled="!at.canUndo.value" @click="at.undo">Undo</button>
          <button type="button" class="quiet" :disabled="!at.canRedo.value" @click="at.redo">Redo</button>
          <button
            type="button"
            class="quiet"
            data-phrase="grid"
            :aria-expanded="phrase === 'grid'"
            @click="togglePhrase('grid')"
          >
            Grid {{ drafted.grid.find((g) => g.chosen)?.label }}
          </button>
          <v-menu v-model="menu">
            <template #activator="{ props: more }">
              <button type="button" class="quiet" v-bind="more">More</button>
            </template>
            <v-list density="compact">
              <v-list-item title="Revisions" @click="showHistory" />
              <v-list-item title="Copy this plan" @click="copyPlan" />
              <v-list-item title="Cut list, CSV" :href="fileOf(id, plan!.head, 'cut-list.csv', unit)" />
              <v-list-item
                v-if="drafted.pieces.some((p) => p.curved)"
                title="Templates of the curves, PDF"
                :href="fileOf(id, plan!.head, 'templates.pdf', unit)"
              />
              <v-list-item title="Plan, JSON" :href="fileOf(id, plan!.head, 'plan.json', unit)" />
              <v-list-item title="Put away" @click="at.act(() => api.putAway(id))" />
            </v-list>
          </v-menu>
          <button type="button" class="to-sheet" @click="toSheet">Cut sheet</button>
        </div>
        <div v-if="sure" class="sure" role="alertdialog" aria-label="Print with a stop">
          <p>
            <b>{{ stops[0]?.title }}.</b> This bag cannot be made as it is. The sheet will say so at its top.
          </p>
          <button type="button" class="quiet" @click="toSheet">Yes, make the sheet</button>
          <button type="button" class="quiet" @click="sure = false">Go back</button>
        </div>
        <!-- a stop is said before anything else; the rest after the sum -->
        <ChecksList
          v-if="stops.length"
          :findings="drafted.findings"
          :helped="helped"
          @go="goTo"
          @silence="silence"
          @remedy="remedy"
        />
        <OpenSum :drafted="drafted" :opened="opened" :waiting="waiting" @open="show" />
        <ChecksList
          v-if="!stops.length"
          :findings="drafted.findings"
          :helped="helped"
          @go="goTo"
          @silence="silence"
          @remedy="remedy"
        />
      </aside>
    </template>

    <PlanRevisions
      v-model="historyShown"
      :plan="id"
      :head="plan?.head ?? 0"
      :unit="unit"
      @restore="restoreRevision"
    />
  </div>
</template>
