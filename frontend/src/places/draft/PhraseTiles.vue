<script setup lang="ts">
/** What opens under a phrase: this bag with each choice made, and the lengths that belong to it. */
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { said, type Drafted, type Edit, type Problem, type Tile } from '../../api/client'
import LengthField from '../../length-field/LengthField.vue'
import SizeByVolume from './SizeByVolume.vue'
import TileGroup from './TileGroup.vue'
import TracedOutline from './TracedOutline.vue'
import { useTiles, type AskTiles } from './useTiles'
import './tiles.css'

const props = defineProps<{
  drafted: Drafted
  phrase: string
  problems: Record<string, Problem>
  waiting: boolean
  /** whether sizes by volume are open from the start */
  volume?: boolean
  /** who is asked for the tiles of a phrase */
  ask: AskTiles
  /** whether the bag is read from its pieces, so that its sizes follow */
  pieces?: boolean
}>()
const emit = defineEmits<{
  edit: [edit: Edit]
  settle: []
  restore: [path: string]
  close: []
  look: [tile?: Tile]
}>()

const panel = ref<HTMLElement>()
const { tiles, whole, failed } = useTiles(
  () => props.phrase,
  () => ({ spec: props.drafted.spec, unit: props.drafted.unit }),
  props.ask,
)
watch(
  () => props.phrase,
  async () => {
    await nextTick()
    panel.value?.focus()
  },
)
onMounted(() => panel.value?.focus())
/** What is chosen now is seen as soon as the tiles are there. */
watch(tiles, async (_, before) => {
  if (before || props.volume) return
  await nextTick()
  panel.value?.querySelector('.tile.chosen')?.scrollIntoView({ block: 'nearest' })
})

const fields = computed(() =>
  (tiles.value?.fields ?? []).map((p) => props.drafted.fields[p]).filter((f) => f?.visible),
)
/** A tile that is looked at shows its bag before it is taken: under the hand, or where the keys are. */
const held = shallowRef<Tile>()
const under = shallowRef<Tile>()
const looked = computed(() => [under.value, held.value].find((tile) => tile && !tile.chosen))
watch(looked, (tile) => emit('look', tile))
onBeforeUnmount(() => emit('look'))
// what was looked at is no tile of the new answer
watch(tiles, (now) => {
  const found = (tile?: Tile) =>
    now?.groups.flatMap((g) => g.tiles).find((t) => t.edit.path === tile?.edit.path && t.key === tile?.key)
  held.value = found(held.value)
  under.value = found(under.value)
})
/** Esc gives the bag back that was there before a tile was looked at; the next one closes. */
async function escape() {
  if (!looked.value) return emit('close')
  const group = tiles.value?.groups.find((g) => g.tiles.includes(looked.value!))
  held.value = under.value = undefined
  await nextTick()
  const chosen = group?.tiles.find((tile) => tile.chosen)
  const back = panel.value?.querySelector<HTMLElement>(
    chosen ? `[data-tile="${CSS.escape(`${chosen.edit.path}=${chosen.key}`)}"]` : '.tile',
  )
  back?.focus()
}
function pick(tile: Tile) {
  if (!tile.chosen) emit('edit', { kind: 'picked', path: tile.edit.path, value: tile.edit.value })
}
</script>

<template>
  <section
    ref="panel"
    class="phrase-tiles"
    tabindex="-1"
    role="region"
    :aria-label="tiles?.label ?? 'Choices'"
    :data-whole="whole || undefined"
    @keydown.esc.stop="escape"
  >
    <header>
      <h2>{{ tiles?.label ?? '…' }}</h2>
      <button type="button" class="quiet" @click="emit('close')">Close</button>
    </header>
    <p v-if="failed" class="wrong-text" role="alert">{{ said(failed) }}</p>
    <SizeByVolume
      v-if="phrase === 'base' && tiles?.by_volume && !pieces"
      :drafted="drafted"
      :begin-open="volume"
      @edits="(edits) => edits.forEach((edit) => emit('edit', edit))"
    />
    <TracedOutline
      v-if="tiles?.outline"
      :outline="tiles.outline"
      @edit="(edit) => emit('edit', edit)"
      @settle="emit('settle')"
    />
    <div v-if="fields.length" class="phrase-fields">
      <LengthField
        v-for="f in fields"
        :key="f!.path"
        :field="f!"
        :unit="drafted.unit"
        :problem="problems[f!.path]"
        :waiting="waiting"
        @typed="(text) => emit('edit', { kind: 'typed', path: f!.path, text })"
        @stepped="(steps) => emit('edit', { kind: 'stepped', path: f!.path, steps })"
        @settle="emit('settle')"
        @restore="emit('restore', f!.path)"
      />
      <p v-if="phrase === 'seams'" class="hint">
        Leave one empty and the general allowance holds. A name you measured, such as foot edge, works too.
      </p>
    </div>
    <TileGroup
      v-for="group in tiles?.groups ?? []"
      :key="group.path"
      :group="group"
      :phrase="phrase"
      :looked="looked"
      @pick="pick"
      @held="(tile) => (held = tile)"
      @under="(tile) => (under = tile)"
    />
  </section>
</template>
