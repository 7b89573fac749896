<script setup lang="ts">
/** The Cloth place: every cloth of the bag with its pieces on it, how much to buy, and what a little less would save. */
import { computed, inject, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import {
  api,
  type Cliff,
  type ClothEdit,
  type ClothKey,
  type Edit,
  type Largest,
  type Lying,
  type Unit,
} from '../../api/client'
import { headerSlot } from '../../app/header'
import { useKeys } from '../../app/keys'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'
import { useUsual } from '../../usual/useUsual'
import BuyingList from './BuyingList.vue'
import ClothDrawing from './ClothDrawing.vue'
import ClothFields from './ClothFields.vue'
import { useCloth } from './useCloth'
import './cloth.css'

const props = defineProps<{ id: string }>()
const router = useRouter()
const header = inject(headerSlot)
const usual = useUsual()
const at = useCloth()
const { opened, shown, unit, problems, trouble } = at

const key = ref<ClothKey>('outer')
const cloth = computed(() => shown.value?.cloths.find((c) => c.key === key.value) ?? shown.value?.cloths[0])
const chosen = ref('')
const piece = computed(() => cloth.value?.lying.find((one) => `${one.piece}#${one.copy}` === chosen.value))

onMounted(async () => {
  header?.draftOf(props.id)
  await at.open(props.id)
  if (opened.value) document.title = `Cloth · ${opened.value.plan.name} · Ambitus`
})
watch(key, () => (chosen.value = ''))

const of = (one: Lying) => ({ cloth: cloth.value!.key, piece: one.piece, copy: one.copy })
const move = (one: Lying, along: number, across: number) =>
  at.edit({ kind: 'moved', ...of(one), along, across } as ClothEdit)
const turn = (one: Lying) => at.edit({ kind: 'turned', ...of(one), along: 0, across: 0 } as ClothEdit)
const pin = (one: Lying) =>
  at.edit({ kind: one.pinned ? 'freed' : 'pinned', ...of(one), along: 0, across: 0 } as ClothEdit)
const across = (one: Lying) =>
  at.edit({ kind: 'across', cloth: cloth.value!.key, piece: one.piece, allowed: !one.across })

/** What a little less would save, looked for once the hand rests. */
const { answer: cliffs } = useResting(
  () =>
    shown.value && opened.value
      ? { spec: opened.value.spec, choices: shown.value.choices, unit: unit.value }
      : undefined,
  ({ spec, choices, unit: wanted }, signal) => api.cliffs(spec, choices, wanted, signal),
)
/** The largest bag that the cloth gives, where there is only so much of it. */
const { answer: largest } = useResting(
  () =>
    cloth.value?.fields[`${cloth.value.key}.length`]?.given && opened.value
      ? { spec: opened.value.spec, choices: shown.value!.choices, unit: unit.value }
      : undefined,
  ({ spec, choices, unit: wanted }, signal) => api.largest(spec, choices, wanted, signal),
)
const grow = (one: Largest) =>
  at.changePlan(...one.edits.map(([path, text]) => ({ kind: 'typed', path, text }) as Edit))

/** What to buy, in the room of the cloth. */
const buying = ref(false)
const { answer: list } = useResting(
  () =>
    buying.value && shown.value && opened.value
      ? { spec: opened.value.spec, choices: shown.value.choices, unit: unit.value }
      : undefined,
  ({ spec, choices, unit: wanted }, signal) => api.buying(spec, choices, wanted, signal),
)
const take = (cliff: Cliff) =>
  at.changePlan({ kind: 'typed', path: cliff.path, text: `${cliff.then} ${unit.value}` })

const SAID = { kept: 'kept', keeping: 'keeping…', waiting: 'not kept yet' } as const
const units: readonly Unit[] = ['mm', 'cm', 'in']
useKeys(
  {
    u: () => void at.setUnit(units[(units.indexOf(unit.value) + 1) % units.length]!),
    l: () => (buying.value = !buying.value),
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
      <span class="units" role="group" aria-label="Unit shown">
        <button v-for="u in units" :key="u" type="button" :aria-pressed="unit === u" @click="at.setUnit(u)">
          {{ u }}
        </button>
      </span>
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
            @click="((key = one.key), (buying = false))"
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
        <BuyingList v-if="buying" :list="list" :plan="opened!.plan" :unit="unit" />
        <ClothDrawing
          v-else
          :cloth="cloth"
          :chosen="chosen"
          :steps="shown!.step"
          @choose="(one) => (chosen = one)"
          @move="move"
          @turn="turn"
          @pin="pin"
        />
        <div v-if="!buying" class="cloth-facts">
          <p v-for="fact in cloth.facts" :key="fact">{{ fact }}</p>
        </div>
      </div>

      <aside class="cloth-side" aria-label="The cloth, and what would save">
        <div class="side-tools">
          <button type="button" class="quiet" :disabled="!at.canUndo.value" @click="at.undo">Undo</button>
          <button type="button" class="quiet" :disabled="!at.canRedo.value" @click="at.redo">Redo</button>
          <button
            type="button"
            class="quiet"
            :disabled="!cloth.pins"
            @click="at.edit({ kind: 'all freed', cloth: cloth.key })"
          >
            Let all go
          </button>
          <button type="button" class="to-sheet" :aria-pressed="buying" @click="buying = !buying">
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
          <label class="may-lie">
            <input type="checkbox" :checked="piece.across" @change="across(piece)" />
            It may lie across the grain
          </label>
          <p class="hint">Arrows move it, t turns it, f pins it.</p>
        </section>

        <section v-if="cliffs?.length" class="on-paper cliffs" aria-label="A little less">
          <h2>A little less</h2>
          <div v-for="cliff in cliffs" :key="cliff.path" class="cliff" :data-cliff="cliff.path">
            <p class="cliff-size">
              {{ cliff.label }} <ShownLength :text="cliff.was" /> → <b><ShownLength :text="cliff.then" /></b>
              <span class="unit">&nbsp;{{ unit }}</span>
            </p>
            <p>{{ cliff.says }}</p>
            <button type="button" class="quiet" @click="take(cliff)">Make the bag so</button>
          </div>
        </section>

        <section v-if="largest?.length" class="on-paper cliffs" aria-label="The largest bag from it">
          <h2>The largest bag from it</h2>
          <div v-for="one in largest" :key="one.label" class="cliff" :data-largest="one.label">
            <p>
              <b>{{ one.label }}:</b> {{ one.says }}
            </p>
            <button type="button" class="quiet" @click="grow(one)">Make the bag so</button>
          </div>
        </section>

        <ClothFields :cloth="cloth" :unit="unit" :problems="problems" :at="at" />

        <section v-if="cloth.cuts.length" class="on-paper" aria-label="Cutting order">
          <h2>Cut in this order</h2>
          <ol class="cut-order">
            <li v-for="cut in cloth.cuts" :key="cut">{{ cut }}</li>
          </ol>
        </section>
        <section v-if="cloth.left.length" class="on-paper" aria-label="What is left">
          <h2>Left, and worth keeping</h2>
          <p class="left-list">
            <span v-for="left in cloth.left" :key="`${left.box}`">{{ left.size }}</span>
          </p>
        </section>
      </aside>
    </template>
  </div>
</template>
