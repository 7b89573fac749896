<script setup lang="ts">
/** The pieces as a table: typed by keys, pasted into any cell; what is said of a row stands under it. */
import { computed, nextTick, ref } from 'vue'
import ShownLength from '../../length-field/ShownLength.vue'
import { isBlank, isTable, type CellName } from './rows'
import type { PiecesAtHand } from './usePieces'

const props = defineProps<{ at: PiecesAtHand }>()
const { state, shown } = props.at
const table = ref<HTMLElement>()

const base = computed(() => String(shown.value?.spec.base?.kind ?? ''))
const told = (cell: CellName) => state.value.rows.some((row) => row[cell])
/** Columns that some bags need, or that something was typed in. */
const cells = computed(() => {
  const out: { name: CellName; label: string; hint: string }[] = [
    { name: 'called', label: 'piece', hint: 'outer' },
    { name: 'count', label: 'cut', hint: '1' },
    { name: 'width', label: 'wide, or long', hint: '42' },
    { name: 'height', label: 'high, or wide', hint: '40' },
  ]
  if (['boxed', 'box_pouch_cut'].includes(base.value) || told('across'))
    out.push(
      { name: 'across', label: 'cut-out across', hint: '6' },
      { name: 'up', label: 'cut-out up', hint: '6' },
    )
  if (
    ['boxed_after', 'boxed_pinched', 'folded_in', 'box_pouch', 'pleated'].includes(base.value) ||
    told('corner')
  )
    out.push({ name: 'corner', label: 'corner', hint: '6' })
  if (['gusset', 'rounded_rectangle'].includes(base.value) || told('radius'))
    out.push({ name: 'radius', label: 'radius', hint: '5' })
  return out
})
const said = (row: number) => shown.value?.read.find((one) => one.at === row)
const wrong = (row: number, cell?: CellName) =>
  (shown.value?.problems ?? []).filter((one) =>
    cell ? one.field === `rows.${row}.${cell}` : one.field.startsWith(`rows.${row}.`),
  )
const KNOWN =
  'outer,lining,interfacing,strap,base,gusset,side,bottom,facing,zip,cord,casing band,tab,loop,lining base,lining gusset'.split(
    ',',
  )
const marks: Record<string, string> = { stop: '■', warn: '▲', note: '●' }

function pasted(event: ClipboardEvent) {
  const text = event.clipboardData?.getData('text') ?? ''
  if (!isTable(text)) return
  event.preventDefault()
  void props.at.paste(text)
}
/** Up and down go from row to row, Enter to the next row's first cell. */
async function key(event: KeyboardEvent, row: number, cell: CellName) {
  const to = { ArrowDown: row + 1, ArrowUp: row - 1, Enter: row + 1 }[event.key]
  if (to === undefined) return
  event.preventDefault()
  await nextTick()
  const name = event.key === 'Enter' ? 'called' : cell
  table.value?.querySelector<HTMLInputElement>(`[data-cell='${to}.${name}']`)?.focus()
}
</script>

<template>
  <table ref="table" class="pieces-table">
    <datalist id="known-pieces">
      <option v-for="one in KNOWN" :key="one" :value="one" />
    </datalist>
    <thead>
      <tr>
        <th v-for="cell in cells" :key="cell.name" scope="col" :class="cell.name">{{ cell.label }}</th>
        <th scope="col"><span class="visually-hidden">Take out</span></th>
      </tr>
    </thead>
    <tbody v-for="(row, n) in state.rows" :key="n" :data-row="n">
      <tr>
        <td v-for="cell in cells" :key="cell.name" :class="cell.name">
          <input
            type="text"
            :list="cell.name === 'called' ? 'known-pieces' : undefined"
            autocomplete="off"
            spellcheck="false"
            :value="row[cell.name]"
            :placeholder="n === 0 ? cell.hint : ''"
            :aria-label="`${cell.label}, row ${n + 1}`"
            :aria-invalid="wrong(n, cell.name).length > 0"
            :data-cell="`${n}.${cell.name}`"
            data-own="text"
            @input="at.type(n, cell.name, ($event.target as HTMLInputElement).value)"
            @change="at.type(n, cell.name, ($event.target as HTMLInputElement).value, true)"
            @keydown="key($event, n, cell.name)"
            @paste="pasted"
          />
        </td>
        <td class="row-acts">
          <button
            v-if="!isBlank(row)"
            type="button"
            class="quiet"
            :aria-label="`Take out row ${n + 1}, ${row.called || 'without a name'}`"
            @click="at.takeOut(n)"
          >
            ×
          </button>
        </td>
      </tr>
      <tr v-if="wrong(n).length || said(n)?.said.length" class="row-said">
        <td :colspan="cells.length + 1">
          <p v-for="one in wrong(n)" :key="one.field" class="wrong-text" role="alert">
            {{ one.why }} {{ one.fix }}
          </p>
          <p
            v-for="one in said(n)?.said ?? []"
            :key="one.id"
            :class="['said', one.level]"
            :data-said="one.id"
          >
            <span aria-hidden="true">{{ marks[one.level] }}</span> <ShownLength :text="one.says" />
          </p>
        </td>
      </tr>
    </tbody>
  </table>
</template>
