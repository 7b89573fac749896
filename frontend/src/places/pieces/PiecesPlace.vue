<script setup lang="ts">
/** Begin from pieces: somebody's cuts in a table, and beside it the bag that they make, as it is typed. */
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, type Tile, type Unit } from '../../api/client'
import { useKeys } from '../../app/keys'
import { nextUnit, UNITS } from '../../app/units'
import UnitSwitch from '../../app/UnitSwitch.vue'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import { steppedScale } from '../../bag-drawing/scale'
import ShownLength from '../../length-field/ShownLength.vue'
import { useUsual } from '../../usual/useUsual'
import ChecksList from '../draft/ChecksList.vue'
import MakingSentence from '../draft/MakingSentence.vue'
import PhraseTiles from '../draft/PhraseTiles.vue'
import type { AskTiles } from '../draft/useTiles'
import MissingPanel from './MissingPanel.vue'
import PiecesTable from './PiecesTable.vue'
import PromisedPanel from './PromisedPanel.vue'
import { usePieces } from './usePieces'
import '../draft/beside.css'
import '../draft/draft.css'
import './pieces.css'

const router = useRouter()
const usual = useUsual()
const at = usePieces()
const { state, shown, problems, trouble, waiting } = at
const text = ref('')
const pasteOpen = ref(!at.any.value)
const phrase = ref<string>()
const looked = shallowRef<Tile>()
const drafted = computed(() => shown.value?.drafted ?? undefined)
const unit = computed<Unit>(() => shown.value?.unit ?? state.value.unit ?? 'cm')
const sized = computed(() => Boolean(drafted.value))

onMounted(() => {
  document.title = 'From pieces · Ambitus'
  const handed = (history.state as { text?: string } | null)?.text
  if (!handed) return
  history.replaceState({ ...history.state, text: undefined }, '')
  void read(handed)
})
async function read(what: string) {
  if (!what.trim()) return
  await at.paste(what)
  text.value = ''
  pasteOpen.value = false
}
/** A list that did not come out, to try: its promise was measured from the cloth’s tip. */
async function trySample() {
  const sample = await api.samplePieces()
  await read(sample.text)
  at.claim(sample.claim)
}
const standing = computed(() => looked.value?.standing ?? drafted.value?.standing)
const scale = computed(() => {
  const box = standing.value?.box
  return box
    ? steppedScale({ width: box[2]!, height: box[3]! }, { width: 430, height: phrase.value ? 190 : 300 })
    : 0.4
})
const tiles: AskTiles = (asked, wanted, signal) =>
  api.pieceTiles(
    { rows: [...state.value.rows], spec: shown.value!.spec, phrase: asked, unit: unit.value, ...wanted },
    signal,
  )
const toggle = (key: string) => (phrase.value = phrase.value === key ? undefined : key)
const marks: Record<string, string> = { stop: '■', warn: '▲', note: '●' }
async function begin() {
  const id = await at.begin('Bag from pieces')
  if (id) await router.push({ name: 'draft', params: { id } })
}
useKeys({ u: () => at.setUnit(nextUnit(unit.value)) }, () => usual.single.value, {
  undo: at.undo,
  redo: at.redo,
})
</script>

<template>
  <div class="pieces-place">
    <section class="pieces-typed" aria-label="The pieces">
      <header class="pieces-head">
        <h1>Begin from pieces</h1>
        <UnitSwitch v-if="sized && !shown?.asks_unit" :unit="unit" @show="at.setUnit" />
        <span class="side-tools">
          <button type="button" class="quiet" :disabled="!at.canUndo.value" @click="at.undo">Undo</button>
          <button type="button" class="quiet" :disabled="!at.canRedo.value" @click="at.redo">Redo</button>
          <button v-if="at.any.value" type="button" class="quiet" @click="at.clear">Clear</button>
          <button v-else type="button" class="quiet" data-act="sample" @click="trySample">
            Try a list that did not come out
          </button>
        </span>
      </header>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div v-if="shown?.asks_unit" class="notice asks-unit" role="alert">
        <p>Some numbers name no unit. They are</p>
        <button
          v-for="u in UNITS"
          :key="u"
          type="button"
          class="choice"
          :data-unit="u"
          @click="at.setUnit(u)"
        >
          {{ u }}
        </button>
      </div>
      <PiecesTable :at="at" />
      <details
        class="paste"
        :open="pasteOpen"
        @toggle="pasteOpen = ($event.target as HTMLDetailsElement).open"
      >
        <summary>Paste a list, from a table, a mail, a note</summary>
        <form @submit.prevent="read(text)">
          <textarea
            v-model="text"
            rows="5"
            spellcheck="false"
            data-own="text"
            aria-label="Pieces as text"
            placeholder="2 outer 19 1/8 x 14 3/8 in
Strap: 4 1/2 in by 27, cut 2
seam 3/8 in"
          />
          <button type="submit" class="quiet" data-act="read">Read it</button>
        </form>
      </details>
      <PromisedPanel
        :text="state.claim"
        :diagnosis="shown?.diagnosis"
        :problem="shown?.claim_problem ?? ''"
        @claim="at.claim"
      />
    </section>

    <section class="pieces-bag" aria-label="The bag that they make" :data-waiting="waiting || undefined">
      <template v-if="drafted">
        <div class="read-head">
          <p class="read-size" data-read>
            <ShownLength :text="`${drafted.read.size} ${unit}`" />
          </p>
          <button type="button" class="to-sheet" data-act="begin" @click="begin">Begin a plan of it</button>
        </div>
        <MakingSentence :drafted="drafted" :open="phrase" :levels="{}" @open="toggle" />
        <div class="read-bag dotted" :class="{ aside: phrase }">
          <StandingBag
            v-if="standing"
            :standing="standing"
            :scale="scale"
            plain
            label="The bag that the pieces make"
          />
        </div>
        <PhraseTiles
          v-if="phrase"
          :drafted="drafted"
          :phrase="phrase"
          :problems="problems"
          :waiting="waiting"
          :ask="tiles"
          pieces
          @edit="(edit) => at.edit(edit)"
          @restore="at.restore"
          @close="phrase = undefined"
          @look="(tile) => (looked = tile)"
        />
      </template>
      <p v-else class="hint no-bag">
        {{
          shown && at.any.value
            ? 'These make no bag yet.'
            : 'Type what was cut, or paste it: the bag that it makes stands here.'
        }}
      </p>
      <ul
        v-if="shown && at.any.value && shown.said.length"
        class="list-said"
        aria-label="What the pieces say"
      >
        <li
          v-for="one in shown.said"
          :key="one.id + one.says"
          :class="['said', one.level]"
          :data-said="one.id"
        >
          <span aria-hidden="true">{{ marks[one.level] }}</span> <ShownLength :text="one.says" />
        </li>
      </ul>
      <MissingPanel :missing="shown?.missing ?? []" :unit="unit" @tell="at.tell" />
      <ChecksList
        v-if="drafted"
        :findings="shown!.checks"
        :helped="shown!.checks"
        @remedy="
          (remedy) =>
            at.edit(...remedy.edits.map((e) => ({ kind: 'picked' as const, path: e.path, value: e.value })))
        "
        @silence="(check, reason) => at.edit({ kind: 'silenced', check, reason })"
      />
    </section>
  </div>
</template>
