<script setup lang="ts">
/** The Draft place: the sentence, the bag with its numbers, the pieces, and beside them sum and checks. */
import { computed, inject, nextTick, onMounted, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, type LaidPiece, type Offer, type Remedy, type Tile } from '../../api/client'
import { headerSlot } from '../../app/header'
import UnitSwitch from '../../app/UnitSwitch.vue'
import { nextUnit } from '../../app/units'
import { useKeys } from '../../app/keys'
import { useResting } from '../../app/resting'
import { whenThere } from '../../app/whenThere'
import { useUsual } from '../../usual/useUsual'
import ChecksList from './ChecksList.vue'
import DraftBoard from './DraftBoard.vue'
import DraftNotices from './DraftNotices.vue'
import DraftTools from './DraftTools.vue'
import KnownSeams from './KnownSeams.vue'
import MakingSentence from './MakingSentence.vue'
import { opened as openedOf, type Opened } from './opened'
import { tableRoom, type Room } from './tableRoom'
import OpenSum from './OpenSum.vue'
import PieceLaid from './PieceLaid.vue'
import PhraseTiles from './PhraseTiles.vue'
import PiecesFlat from './PiecesFlat.vue'
import PlanRevisions from './PlanRevisions.vue'
import { useTilesAhead } from './tilesAhead'
import { usePlan } from './usePlan'
import type { AskTiles } from './useTiles'
import WorkSteps from './WorkSteps.vue'
import './beside.css'
import './draft.css'

const props = defineProps<{ id: string }>()
const router = useRouter()
const header = inject(headerSlot)
const usual = useUsual()
const at = usePlan()
const { plan, drafted, unit, problems, keeping, trouble, changed, offline, waiting } = at

const phrase = ref('')
const opened = ref<Opened>()
const historyShown = ref(false)
const workShown = ref(false)
const tools = ref<InstanceType<typeof DraftTools>>()
const root = ref<HTMLElement>()
const piecesRoom = ref({ width: 800, height: 132 })

onMounted(async () => {
  header?.draftOf(props.id)
  await at.open(props.id)
  if (plan.value) document.title = `${plan.value.name} · Ambitus`
})
/** A number on the drawing opens the sum that it goes into first. */
function openSumOf(path: string) {
  const [layer, key] = (drafted.value?.fields[path]?.opens ?? '').split('/')
  const piece = drafted.value?.pieces.find((p) => p.layer === layer && key && key in p.sums)
  if (piece && key) show(piece.key, key)
}
const show = (piece: string, sum: string) => (opened.value = { piece, sum })
const openSum = computed(() => drafted.value && openedOf(drafted.value, opened.value, laidShown.value))

/** what stands beside the table, and over and under it between the sentence and the foot of the place, in px */
const [TABLE_BESIDE, TABLE_BELOW] = [40, 273]
/** One piece laid out large in the middle; the bag steps aside. */
const laidOut = ref('')
const look = ref({ wrong_side: false, half: false, neighbour: false })
/** as the table was measured last; before it is there, about what will be left for it */
const laidRoom = ref<Room>()
const { answer: laid } = useResting(
  () =>
    laidOut.value && drafted.value && !waiting.value
      ? {
          spec: drafted.value.spec,
          unit: drafted.value.unit,
          piece: laidOut.value,
          ...laidRoom.value,
          ...look.value,
        }
      : undefined,
  (asked, signal) => api.piece(asked, signal),
)
/** what is shown while the next is worked out */
const laidShown = ref<LaidPiece>()
watch([laid, laidOut], () => {
  if (laid.value || !laidOut.value) laidShown.value = laid.value
})
watch(drafted, (now) => {
  if (laidOut.value && !now?.pieces.some((p) => p.key === laidOut.value)) laidOut.value = ''
})
function layOut(piece: string, sum?: string) {
  if (sum) show(piece, sum)
  if (laidOut.value !== piece) look.value = { wrong_side: false, half: false, neighbour: false }
  const { width, height } = allRoom()
  laidRoom.value ??= tableRoom({ width: width - TABLE_BESIDE, height: height - TABLE_BELOW })
  laidOut.value = piece
  allPieces.value = false
}
/** Every piece, in the room of the bag. */
const allPieces = ref(false)
const main = ref<HTMLElement>()
function showAll() {
  allPieces.value = !allPieces.value
  laidOut.value = ''
}
function allRoom() {
  const sentence = main.value?.querySelector('.making-sentence')?.clientHeight ?? 90
  return { width: main.value?.clientWidth ?? 900, height: (main.value?.clientHeight ?? 740) - sentence }
}
/** The bag again; the key is given back to the piece that was laid out. */
async function backToBag() {
  const piece = laidOut.value
  laidOut.value = ''
  await nextTick()
  root.value?.querySelector<HTMLElement>(`[data-lay="${CSS.escape(piece)}"]`)?.focus()
}

/** what the checks say that is not silenced on this plan */
const heard = computed(() => drafted.value?.findings.filter((f) => !f.silenced) ?? [])
const stops = computed(() => heard.value.filter((f) => f.level === 'stop'))

const tilesAhead = useTilesAhead(api.tiles)
const askTiles: AskTiles = (key, wanted, signal) => {
  const { spec, unit } = drafted.value!
  return 'named' in wanted
    ? tilesAhead.named(spec, key, unit, signal)
    : api.tiles(spec, key, unit, wanted, signal)
}

/** The phrase under which a field is found, where it is no number on the drawing. */
function phraseOf(path: string) {
  const under = drafted.value?.found_under
  return under?.[path] ?? under?.[path.split('.')[0]!]
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
  if (laidOut.value && drafted.value?.standing.dimensions.some((d) => d.path === path)) {
    laidOut.value = ''
    void nextTick(() => goTo(path))
    return
  }
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
function takeKnown({ takes }: Offer) {
  at.settle()
  for (const [path, name, mm] of takes)
    at.edit(name ? { kind: 'measured', path, name, mm } : { kind: 'typed', path, text: `${mm} mm` })
  at.settle()
}
/** A remedy is one step: what was under way is settled before it, and it is settled at once. */
function remedy(taken: Remedy) {
  at.settle()
  taken.edits.forEach((edit) => at.edit({ kind: 'picked', path: edit.path, value: edit.value }))
  at.settle()
}
function silence(check: string, reason: string) {
  at.edit({ kind: 'silenced', check, reason })
}
/** A phrase that the sentence has no longer closes; straps that are gone or new keep theirs open. */
watch(
  () => drafted.value?.sentence.map((t) => t.phrase).filter(Boolean) ?? [],
  (there, before) => {
    const open = phrase.value
    // what was just put on is what is told of next
    const added = there.find((p) => !before?.includes(p) && p !== 'rest')
    if (open === 'more' && before?.length && added) phrase.value = added
    if (!open || open === 'grid' || !there.length || there.includes(open)) return
    // one of several of a kind gives way to another of them
    const kind = (key: string) => key.replace(/s?(\.\d+)?$/, '')
    phrase.value = there.find((p) => kind(p!) === kind(open)) ?? ''
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

/** The bag as the tile that is looked at would make it. */
const looked = shallowRef<Tile>()
const { answer: lookedAt } = useResting(
  () =>
    looked.value && drafted.value && !waiting.value
      ? { spec: drafted.value.spec, unit: drafted.value.unit, tile: looked.value }
      : undefined,
  ({ spec, unit: shown, tile }, signal) =>
    api.draft(
      spec,
      [{ kind: 'picked', path: tile.edit.path, value: tile.edit.value }],
      shown,
      '',
      at.told(),
      signal,
    ),
  120,
)
const preview = computed(() => (looked.value && !waiting.value ? lookedAt.value : undefined))

const said = computed(() => {
  if (keeping.value === 'away') return 'put away'
  if (offline.value) return 'not kept yet: the server does not answer'
  return { kept: 'kept', keeping: 'keeping…', waiting: 'not kept yet', moved: 'changed elsewhere', away: '' }[
    keeping.value
  ]
})
async function restoreRevision(number: number) {
  historyShown.value = false
  await at.act(() => api.restore(props.id, number))
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
    u: () => at.setUnit(nextUnit(unit.value)),
    p: () => tools.value?.toSheet(),
    o: () => (workShown.value = true),
    a: showAll,
    l: () => (laidOut.value ? void backToBag() : openSum.value && layOut(openSum.value.piece.key)),
    Escape: () => {
      if (phrase.value || workShown.value) return
      if (laidOut.value) void backToBag()
      allPieces.value = false
    },
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
      <UnitSwitch :unit="unit" @show="at.setUnit" />
    </Teleport>

    <div v-if="!drafted" class="opening">
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <p v-else-if="offline" class="trouble" role="alert">The server does not answer. Trying again…</p>
      <p v-else>Opening…</p>
    </div>

    <template v-else>
      <div ref="main" class="draft-main" :class="{ choosing: phrase }">
        <DraftNotices :id="id" :at="at" @copy="keepMine" />

        <MakingSentence
          :drafted="drafted"
          :open="phrase"
          :levels="phraseLevels"
          @open="togglePhrase"
          @near="(key) => key !== 'rest' && tilesAhead.near(drafted!.spec, key, drafted!.unit)"
        />

        <PhraseTiles
          v-if="phrase"
          :drafted="drafted"
          :phrase="phrase"
          :problems="problems"
          :waiting="waiting"
          :volume="volumeOpen"
          :ask="askTiles"
          @edit="at.edit"
          @settle="at.settle"
          @restore="at.restore"
          @close="closePhrase"
          @look="(tile) => (looked = tile)"
        />

        <PieceLaid
          v-if="laidOut && laidShown"
          :laid="laidShown"
          :standing="drafted.standing"
          :unit="unit"
          :open="openSum?.piece.key === laidShown.piece ? openSum.key : undefined"
          :waiting="waiting || laidShown.piece !== laidOut"
          :kept="plan && keeping === 'kept' ? { id, revision: plan.head } : undefined"
          @open="(key) => show(laidShown!.piece, key)"
          @back="backToBag"
          @look="(now) => (look = { ...look, ...now })"
          @room="(space) => (laidRoom = space)"
          @move="(move) => at.edit({ kind: 'moved', ...move })"
          @settle="at.settle()"
        />
        <DraftBoard
          v-show="!(laidOut && laidShown) && !allPieces"
          :at="at"
          :preview="preview"
          :looked="looked?.label"
          @go="goTo"
          @sum="openSumOf"
          @volume="byVolume"
          @room="(space) => (piecesRoom = space)"
        />

        <PiecesFlat
          :drafted="drafted"
          :changed="changed"
          :open="openSum && { piece: openSum.piece.key, sum: openSum.key }"
          :waiting="waiting"
          :room="allPieces ? allRoom() : laidOut ? { ...piecesRoom, height: 64 } : piecesRoom"
          :laid="laidOut"
          :all="allPieces"
          @open="show"
          @lay="layOut"
          @all="showAll"
        />
      </div>

      <aside class="draft-side" aria-label="Sum and checks">
        <DraftTools
          :id="id"
          ref="tools"
          :at="at"
          :phrase="phrase"
          @phrase="togglePhrase"
          @history="historyShown = true"
        />
        <!-- a stop is said before anything else; the rest after the sum -->
        <ChecksList
          v-if="stops.length"
          :findings="drafted.findings"
          :helped="helped"
          @go="goTo"
          @silence="silence"
          @remedy="remedy"
        />
        <OpenSum
          :drafted="preview ?? drafted"
          :opened="opened"
          :laid="laidShown"
          :waiting="waiting"
          @open="show"
          @tell="at.tellInFull"
        />
        <ChecksList
          v-if="!stops.length"
          :findings="drafted.findings"
          :helped="helped"
          @go="goTo"
          @silence="silence"
          @remedy="remedy"
        />
        <KnownSeams :drafted="drafted" :plan="id" @take="takeKnown" />
        <button type="button" class="quiet read-work" @click="workShown = true">
          Read the work through, step by step
        </button>
      </aside>
    </template>

    <PlanRevisions
      v-model="historyShown"
      :plan="id"
      :head="plan?.head ?? 0"
      :unit="unit"
      @restore="restoreRevision"
    />
    <WorkSteps v-model="workShown" :drafted="drafted" />
  </div>
</template>
