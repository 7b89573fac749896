<script setup lang="ts">
/** What there is to cut of before any is bought: remnants, discs, garments, from the stash or as they are typed; and their flaws. */
import { computed, ref, shallowRef, watch } from 'vue'
import {
  api,
  said,
  type Cloth,
  type ClothEdit,
  type ClothSheet,
  type Problem,
  type Source,
  type Thing,
  type Unit,
} from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import type { ClothsAtHand } from './useCloth'

const props = defineProps<{
  cloth: Cloth
  sheet: ClothSheet
  unit: Unit
  problems: Record<string, Problem>
  at: ClothsAtHand
  marking: boolean
}>()
const emit = defineEmits<{ mark: []; show: [id: string] }>()

const there = computed(() => props.cloth.sheets.filter((one) => one.id))
const things = shallowRef<Thing[]>()
const trouble = ref('')
const wanted = computed(() => (props.cloth.key === 'interfacing' ? 'interfacing' : 'cloth'))
async function look() {
  try {
    things.value = (await api.stash(props.unit)).things.filter((one) => one.sources.length)
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
}
watch(
  () => props.unit,
  () => things.value && void look(),
)
const taken = computed(() => new Set(there.value.map((one) => one.id)))
/** what of the stash could be laid on and is not yet: of several alike the next one */
const offered = computed(() =>
  (things.value ?? [])
    .filter((thing) => thing.kind === wanted.value)
    .map((thing) => ({ thing, source: thing.sources.find((source) => !taken.value.has(source.id)) }))
    .filter((one): one is { thing: Thing; source: Source } => Boolean(one.source)),
)

const of = { cloth: () => props.cloth.key }
/** It is chosen to be looked at before it is there: it comes with its tab in one picture, and no piece loses the hand. */
function add(source: Source) {
  emit('show', source.id)
  return props.at.edit({ kind: 'source added', cloth: of.cloth(), source } as ClothEdit)
}
const takeOut = (id: string) =>
  props.at.edit({ kind: 'source taken out', cloth: of.cloth(), source: id } as ClothEdit)
const typed = (id: string, field: string, text: string) =>
  props.at.edit({ kind: 'source typed', cloth: of.cloth(), source: id, field, text } as ClothEdit)
const forget = () =>
  props.at.edit({ kind: 'holes forgotten', cloth: of.cloth(), source: props.sheet.id } as ClothEdit)
/** a new piece begins as half a metre each way: what it is is typed over that */
const another = (shape: Source['shape']) =>
  add({
    id: crypto.randomUUID().slice(0, 8),
    name: { straight: 'Remnant', round: 'Round piece', tube: 'Garment' }[shape ?? 'straight'],
    shape,
    width: 500,
    length: 500,
    seam: shape === 'tube' ? 10 : 0,
    washed: true,
    holes: [],
    stash: '',
  })
const problemOf = (id: string, field: string) => props.problems[`${props.cloth.key}.${id}.${field}`]
const CAPTIONS = { width: 'wide', length: 'long', seam: 'lost at its seam' } as const
const isTube = (one: ClothSheet) => Boolean(one.fields.seam && one.fields.seam !== '0')
const fieldsOf = (one: ClothSheet): (keyof typeof CAPTIONS)[] =>
  one.round ? ['width'] : isTube(one) ? ['width', 'length', 'seam'] : ['width', 'length']
function captionOf(one: ClothSheet, field: keyof typeof CAPTIONS) {
  if (one.round) return 'across'
  return field === 'width' && isTube(one) ? 'all round' : CAPTIONS[field]
}
</script>

<template>
  <details class="on-paper sources" :open="there.length > 0 || undefined">
    <summary>
      <h2>Cut of what is there</h2>
      <small>{{ there.length ? `${there.length} laid on first` : 'remnants' }}</small>
    </summary>
    <ul class="source-list">
      <li v-for="one in there" :key="one.id" :data-source="one.id">
        <button
          type="button"
          class="source-name"
          :aria-pressed="one.id === sheet.id"
          @click="emit('show', one.id)"
        >
          {{ one.label }}
        </button>
        <span class="source-fields">
          <label v-for="field in fieldsOf(one)" :key="field" class="share">
            <span
              ><input
                type="text"
                inputmode="text"
                :value="one.fields[field]"
                :data-path="`${cloth.key}.${one.id}.${field}`"
                :aria-invalid="problemOf(one.id, field) ? 'true' : undefined"
                @change="typed(one.id, field, ($event.target as HTMLInputElement).value)"
              />
              {{ unit }}</span
            >
            <span class="caption">{{ captionOf(one, field) }}</span>
            <span v-if="problemOf(one.id, field)" class="wrong-text" role="alert"
              >{{ problemOf(one.id, field)!.why }} {{ problemOf(one.id, field)!.fix }}</span
            >
          </label>
          <button
            type="button"
            class="quiet"
            :aria-label="`Do not cut of ${one.label}`"
            @click="takeOut(one.id)"
          >
            Take out
          </button>
        </span>
      </li>
    </ul>
    <p v-if="problems[`${cloth.key}.sources`]" class="wrong-text" role="alert">
      {{ problems[`${cloth.key}.sources`]!.why }} {{ problems[`${cloth.key}.sources`]!.fix }}
    </p>
    <div class="choice-row" role="group" aria-label="Another piece of cloth">
      <button type="button" class="choice" data-another="straight" @click="another('straight')">
        A remnant
      </button>
      <button type="button" class="choice" data-another="round" @click="another('round')">
        A round piece
      </button>
      <button type="button" class="choice" data-another="tube" @click="another('tube')">A garment</button>
      <button type="button" class="choice" data-act="look" :aria-expanded="Boolean(things)" @click="look">
        From the stash
      </button>
    </div>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <ul v-if="things" class="offered">
      <li v-for="{ thing, source } in offered" :key="source.id">
        <button type="button" class="quiet" :data-take="source.id" @click="add(source)">
          <b><ShownLength :text="thing.size" /></b> {{ thing.name }}
          <small>{{ [thing.label, thing.says, thing.where].filter(Boolean).join(' · ') }}</small>
        </button>
      </li>
      <li v-if="!offered.length" class="hint">No {{ wanted }} in the stash that is not laid on already.</li>
    </ul>
    <p class="flaws">
      <button type="button" class="quiet" data-act="mark" :aria-pressed="marking" @click="emit('mark')">
        {{ marking ? 'Draw it on the cloth now' : 'Mark a hole or a flaw' }}
      </button>
      <button v-if="sheet.holes.length" type="button" class="quiet" data-act="forget" @click="forget">
        Forget {{ sheet.holes.length === 1 ? 'it' : `all ${sheet.holes.length}` }}
      </button>
    </p>
  </details>
</template>
