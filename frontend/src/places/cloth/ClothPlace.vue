<script setup lang="ts">
/** The Cloth place: every cloth of the bag with its pieces on it, how much to buy, and what a little less would save. */
import { computed, inject, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type ClothEdit, type ClothKey, type Lying } from '../../api/client'
import { headerSlot } from '../../app/header'
import { useKeys } from '../../app/keys'
import UnitSwitch from '../../app/UnitSwitch.vue'
import { nextUnit } from '../../app/units'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'
import { useUsual } from '../../usual/useUsual'
import BuyingList from './BuyingList.vue'
import ClothDrawing from './ClothDrawing.vue'
import ClothFields from './ClothFields.vue'
import CouldSave from './CouldSave.vue'
import HeldByPanel from './HeldByPanel.vue'
import HoleForm from './HoleForm.vue'
import MotifForm from './MotifForm.vue'
import LeftOver from './LeftOver.vue'
import SizeFamily from './SizeFamily.vue'
import SourcesPanel from './SourcesPanel.vue'
import TogetherPanel from './TogetherPanel.vue'
import WhichCloth from './WhichCloth.vue'
import { useCloth } from './useCloth'
import './cloth.css'
import './panels.css'

const props = defineProps<{ id: string }>()
const router = useRouter()
const route = useRoute()
const header = inject(headerSlot)
const usual = useUsual()
const at = useCloth()
const { opened, shown, unit, problems, trouble } = at

const key = ref<ClothKey>('outer')
const cloth = computed(() => shown.value?.cloths.find((c) => c.key === key.value) ?? shown.value?.cloths[0])
/** the piece of cloth that is looked at: one that is there, or what is bought; where none is chosen the first in use */
const sheetId = ref<string>()
const sheet = computed(() => {
  const sheets = cloth.value?.sheets ?? []
  return (
    sheets.find((one) => one.id === sheetId.value) ?? sheets.find((one) => one.lying.length) ?? sheets.at(-1)
  )
})
const chosen = ref('')
const piece = computed(() => sheet.value?.lying.find((one) => `${one.piece}#${one.copy}` === chosen.value))
const marking = ref(false)

onMounted(async () => {
  header?.draftOf(props.id)
  await at.open(props.id)
  if (opened.value) document.title = `Cloth · ${opened.value.plan.name} · Ambitus`
  await cutOf(String(route.query.of ?? ''), String(route.query.cloth ?? ''))
})
/** From the stash: lay a thing of it on the cloth that it gives. */
async function cutOf(thing: string, which: string) {
  if (!thing || !opened.value) return
  key.value = (which || 'outer') as ClothKey
  const { things } = await api.stash(unit.value)
  sheetId.value = thing
  const there = new Set(cloth.value?.sheets.map((one) => one.id))
  for (const source of things.find((one) => one.id === thing)?.sources ?? [])
    if (!there.has(source.id)) await at.edit({ kind: 'source added', cloth: key.value, source } as ClothEdit)
  await router.replace({ name: 'cloth', params: { id: props.id } })
}
watch(key, () => (sheetId.value = undefined))
watch([key, sheetId], () => {
  chosen.value = ''
  marking.value = false
})

const of = (one: Lying) => ({ cloth: cloth.value!.key, piece: one.piece, copy: one.copy })
const move = (one: Lying, along: number, across: number) =>
  at.edit({ kind: 'moved', ...of(one), along, across } as ClothEdit)
const turn = (one: Lying) => at.edit({ kind: 'turned', ...of(one), along: 0, across: 0 } as ClothEdit)
const pin = (one: Lying) =>
  at.edit({ kind: one.pinned ? 'freed' : 'pinned', ...of(one), along: 0, across: 0 } as ClothEdit)
const may = (one: Lying, kind: 'across' | 'bias' | 'on fold' | 'pieced', allowed: boolean) =>
  at.edit({ kind, cloth: cloth.value!.key, piece: one.piece, allowed })
const send = (one: Lying, to: string) =>
  at
    .edit({ kind: 'sent', ...of(one), along: 0, across: 0, to } as ClothEdit)
    .then(() => !problems.value[`${cloth.value!.key}.pins`] && (sheetId.value = to))
const mark = (hole: { x: number; y: number; width: number; height: number }) => {
  marking.value = false
  void at.edit({ kind: 'hole marked', cloth: cloth.value!.key, source: sheet.value!.id, hole } as ClothEdit)
}

/** whether there is only so much of the cloth that is looked at, or of any */
const limited = computed(() =>
  Boolean(
    cloth.value?.fields[`${cloth.value.key}.length`]?.given ||
    shown.value?.cloths.some((one) => one.sheets.length > 1),
  ),
)

/** What is looked at in the room of the cloth. */
const view = ref<'cloth' | 'buying' | 'family'>('cloth')
const buying = computed(() => view.value === 'buying')
const look = (at: 'buying' | 'family') => (view.value = view.value === at ? 'cloth' : at)
const { answer: list } = useResting(
  () =>
    buying.value && shown.value && opened.value
      ? { spec: opened.value.spec, choices: shown.value.choices, unit: unit.value }
      : undefined,
  ({ spec, choices, unit: wanted }, signal) => api.buying(spec, choices, wanted, signal),
)
const SAID = { kept: 'kept', keeping: 'keeping…', waiting: 'not kept yet' } as const
useKeys(
  {
    u: () => void at.setUnit(nextUnit(unit.value)),
    l: () => look('buying'),
    z: () => look('family'),
    b: () => void router.push({ name: 'draft', params: { id: props.id } }),
  },
  () => usual.single.value,
  { undo: at.undo, redo: at.redo },
)
</script>

<template>
  <div class="cloth-place">
    <Teleport v-if="opened" defer to="#header-here">
      <span class="plan-name-field as-text">{{ opened.plan.name }}</span>
      <span class="keeping" :class="at.keeping.value" role="status">{{ SAID[at.keeping.value] }}</span>
      <UnitSwitch :unit="unit" @show="at.setUnit" />
    </Teleport>

    <p v-if="!cloth" class="opening">{{ trouble || 'Laying the pieces…' }}</p>
    <template v-else>
      <div class="cloth-main">
        <h1 class="visually-hidden">Cloth of {{ opened?.plan.name }}</h1>
        <div class="cloth-tabs" role="tablist" aria-label="Cloths">
          <button
            v-for="one in shown!.cloths"
            :key="one.key"
            type="button"
            role="tab"
            class="cloth-tab"
            :class="one.key"
            :aria-selected="one.key === cloth.key"
            :data-cloth="one.key"
            @click="((key = one.key), (view = 'cloth'))"
          >
            <span class="cloth-name"
              >{{ one.label }} <small>{{ one.key }}</small></span
            >
            <b class="amount"><ShownLength :text="one.amount" /></b>
            <span class="amount-says">{{ one.amount_says }}</span>
          </button>
        </div>
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <p v-for="out in cloth.left_out" :key="out" class="notice left-out" role="alert">{{ out }}</p>
        <div
          v-if="view === 'cloth' && cloth.sheets.length > 1"
          class="sheet-tabs"
          role="group"
          aria-label="Pieces of cloth"
        >
          <button
            v-for="one in cloth.sheets"
            :key="one.id"
            type="button"
            class="choice"
            :data-sheet="one.id || 'bought'"
            :aria-pressed="one.id === sheet!.id"
            @click="sheetId = one.id"
          >
            {{ one.label }} <small>{{ one.lying.length || 'nothing' }} on it</small>
          </button>
        </div>
        <BuyingList v-if="view === 'buying'" :list="list" :plan="opened!.plan" :unit="unit" />
        <SizeFamily
          v-else-if="view === 'family'"
          :opened="opened!"
          :choices="shown!.choices"
          :unit="unit"
          @take="(edits) => at.changePlan(...edits)"
        />
        <ClothDrawing
          v-else
          :key="cloth.key + sheet!.id"
          :sheet="sheet!"
          :of="cloth.key"
          :label="cloth.label"
          :marking="marking"
          :chosen="chosen"
          :steps="shown!.step"
          @choose="(one) => (chosen = one)"
          @move="move"
          @turn="turn"
          @pin="pin"
          @mark="mark"
        />
        <div v-if="view === 'cloth'" class="cloth-facts">
          <p v-for="fact in [...sheet!.facts, ...cloth.facts]" :key="fact">{{ fact }}</p>
        </div>
      </div>

      <aside class="cloth-side" aria-label="The cloth, and what would save">
        <div class="side-tools">
          <button type="button" class="quiet" :disabled="!at.canUndo.value" @click="at.undo">Undo</button>
          <button type="button" class="quiet" :disabled="!at.canRedo.value" @click="at.redo">Redo</button>
          <button
            v-if="cloth.pins"
            type="button"
            class="quiet"
            @click="at.edit({ kind: 'all freed', cloth: cloth.key })"
          >
            Let all go
          </button>
          <button type="button" class="quiet" :aria-pressed="view === 'family'" @click="look('family')">
            Other sizes
          </button>
          <button type="button" class="to-sheet" :aria-pressed="buying" @click="look('buying')">
            {{ buying ? 'To the cloth' : 'What to buy' }}
          </button>
        </div>

        <section v-if="piece" class="on-paper chosen-piece" aria-label="The piece that is chosen">
          <h2>{{ piece.letter }} · {{ piece.name }}</h2>
          <p>{{ piece.says }}{{ piece.pinned ? ', pinned' : '' }}</p>
          <p v-if="problems[`${cloth.key}.pins`]" class="wrong-text" role="alert">
            {{ problems[`${cloth.key}.pins`]!.why }} {{ problems[`${cloth.key}.pins`]!.fix }}
          </p>
          <div class="piece-acts">
            <button type="button" class="quiet" data-act="pin" @click="pin(piece)">
              {{ piece.pinned ? 'Let it go' : 'Pin it there' }}
            </button>
            <button
              type="button"
              class="quiet"
              data-act="turn"
              :disabled="!piece.turns || !piece.across"
              @click="turn(piece)"
            >
              Turn it
            </button>
          </div>
          <label v-if="!piece.bias && !piece.half" class="may-lie" data-may="across">
            <input type="checkbox" :checked="piece.across" @change="may(piece, 'across', !piece.across)" />
            It may lie across the grain
          </label>
          <label v-if="!piece.half" class="may-lie" data-may="bias">
            <input type="checkbox" :checked="piece.bias" @change="may(piece, 'bias', !piece.bias)" />
            On the bias, at 45° to the grain
          </label>
          <label v-if="piece.halves && !piece.bias" class="may-lie" data-may="on fold">
            <input type="checkbox" :checked="piece.half" @change="may(piece, 'on fold', !piece.half)" />
            Halves, their middle on the fold
          </label>
          <label v-if="piece.in_two && !piece.bias" class="may-lie" data-may="pieced">
            <input type="checkbox" :checked="piece.pieced" @change="may(piece, 'pieced', !piece.pieced)" />
            In two, joined away from the hand
          </label>
          <MotifForm
            v-if="!piece.bias && !piece.pieced && !piece.half"
            :piece="piece"
            :cloth="cloth.key"
            :unit="unit"
            :at="at"
          />
          <HeldByPanel
            v-if="!piece.piece.includes('/')"
            :piece="piece"
            :spec="opened!.spec"
            :unit="unit"
            @change="(edits) => at.changePlan(...edits)"
          />
          <p v-if="cloth.sheets.length > 1" class="piece-acts">
            <template v-for="other in cloth.sheets" :key="other.id">
              <button
                v-if="other.id !== sheet!.id"
                type="button"
                class="quiet"
                :data-send="other.id || 'bought'"
                @click="send(piece, other.id)"
              >
                Lay it on {{ other.label }}
              </button>
            </template>
          </p>
          <p class="hint">Arrows move it, t turns it, f pins it.</p>
        </section>

        <CouldSave
          :spec="opened!.spec"
          :choices="shown!.choices"
          :unit="unit"
          :limited="limited"
          @change="(edits) => at.changePlan(...edits)"
          @cloth="(edit) => at.edit(edit)"
        />

        <SourcesPanel
          :cloth="cloth"
          :sheet="sheet!"
          :unit="unit"
          :problems="problems"
          :at="at"
          :marking="marking"
          @mark="marking = !marking"
          @show="(id) => (sheetId = id)"
        />
        <HoleForm
          v-if="marking"
          :cloth="cloth.key"
          :sheet="sheet!.id"
          :unit="unit"
          :at="at"
          :problems="problems"
          @done="marking = false"
        />
        <WhichCloth
          :cloth="cloth"
          :spec="opened!.spec"
          :choices="shown!.choices"
          :unit="unit"
          @width="(text) => at.edit({ kind: 'typed', cloth: cloth!.key, field: 'width', text }, true)"
          @change="(edits) => at.changePlan(...edits)"
        />
        <TogetherPanel :shown="shown!" :plan="opened!.plan" :problems="problems" :at="at" />
        <ClothFields :cloth="cloth" :unit="unit" :problems="problems" :at="at" />

        <section v-if="sheet!.cuts.length" class="on-paper" aria-label="Cutting order">
          <h2>Cut in this order</h2>
          <ol class="cut-order">
            <li v-for="cut in sheet!.cuts" :key="cut">{{ cut }}</li>
          </ol>
        </section>
        <p class="on-sheet">
          <RouterLink
            :to="{
              name: 'sheet',
              params: { id, revision: String(opened!.plan.head) },
              query: { unit, cloths: '' },
            }"
            >Print it with the cut sheet</RouterLink
          >
        </p>
        <LeftOver :cloth="cloth" :spec="opened!.spec" :choices="shown!.choices" :unit="unit" />
      </aside>
    </template>
  </div>
</template>
