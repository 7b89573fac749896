<script setup lang="ts">
/** What opens under a phrase: this bag with each choice made, and the lengths that belong to it. */
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { api, said, type Drafted, type Edit, type Problem, type Tile } from '../../api/client'
import { useResting } from '../../app/resting'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import { steppedScale } from '../../bag-drawing/scale'
import SectionDrawing from '../../bag-drawing/SectionDrawing.vue'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import LengthField from '../../length-field/LengthField.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import SizeByVolume from './SizeByVolume.vue'
import TracedOutline from './TracedOutline.vue'
import './tiles.css'

const props = defineProps<{
  drafted: Drafted
  phrase: string
  problems: Record<string, Problem>
  waiting: boolean
  /** whether sizes by volume are open from the start */
  volume?: boolean
}>()
const emit = defineEmits<{
  edit: [edit: Edit]
  settle: []
  restore: [path: string]
  close: []
  look: [tile?: Tile]
}>()

const panel = ref<HTMLElement>()
/** First what can be chosen, at once; then what each choice gives. */
const { answer: named, failed: unnamed } = useResting(
  () => props.phrase,
  (phrase, signal) => api.tiles(props.drafted.spec, phrase, props.drafted.unit, true, signal),
  0,
)
const { answer: given, failed } = useResting(
  () =>
    named.value?.phrase === props.phrase || unnamed.value
      ? { spec: props.drafted.spec, phrase: props.phrase, unit: props.drafted.unit }
      : undefined,
  ({ spec, phrase, unit }, signal) => api.tiles(spec, phrase, unit, false, signal),
)
const tiles = computed(() => [given.value, named.value].find((found) => found?.phrase === props.phrase))
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
/** All tiles of one group share one scale, so that sizes can be compared. */
const PX = { width: 104, height: 84 }
function scaleOf(group: Tile[], of: 'standing' | 'piece') {
  const boxes = group.map((t) => t[of]?.box ?? [0, 0, 1, 1])
  return steppedScale(
    { width: Math.max(...boxes.map((b) => b[2]!)), height: Math.max(...boxes.map((b) => b[3]!)) },
    { width: PX.width - (of === 'piece' ? 16 : 0), height: PX.height - 10 },
  )
}
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
/** A hand that moves looks at a tile; one under which the tiles have moved does not. */
function hover(event: MouseEvent, tile: Tile) {
  if (event.movementX || event.movementY) under.value = tile
}
/** Left and right go from tile to tile of a group. */
function beside(event: KeyboardEvent, way: 1 | -1) {
  const now = event.currentTarget as HTMLElement
  const next = way > 0 ? now.nextElementSibling : now.previousElementSibling
  if (next instanceof HTMLElement) next.focus()
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
    @keydown.esc.stop="escape"
  >
    <header>
      <h2>{{ tiles?.label ?? '…' }}</h2>
      <button type="button" class="quiet" @click="emit('close')">Close</button>
    </header>
    <p v-if="failed" class="wrong-text" role="alert">{{ said(failed) }}</p>
    <SizeByVolume
      v-if="phrase === 'base' && tiles?.by_volume"
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
    <div
      v-for="group in tiles?.groups ?? []"
      :key="group.path"
      class="tile-group"
      :class="group.shows"
      role="group"
      :aria-label="group.label"
    >
      <h3>{{ group.label }}</h3>
      <div class="tiles">
        <button
          v-for="tile in group.tiles"
          :key="tile.key"
          type="button"
          class="tile"
          :class="{ chosen: tile.chosen, looked: looked === tile }"
          :aria-pressed="tile.chosen"
          :data-tile="`${tile.edit.path}=${tile.key}`"
          @click="pick(tile)"
          @focus="held = tile"
          @blur="held = undefined"
          @mousemove="hover($event, tile)"
          @mouseleave="under = undefined"
          @keydown.right.prevent="beside($event, 1)"
          @keydown.left.prevent="beside($event, -1)"
        >
          <span v-if="group.shows !== 'words'" class="tile-picture">
            <StandingBag
              v-if="tile.standing"
              :standing="tile.standing"
              :scale="scaleOf(group.tiles, 'standing')"
              plain
              :label="tile.label"
            />
            <FlatPieceDrawing
              v-else-if="tile.piece"
              :picture="tile.piece"
              :layer="tile.piece_looks"
              :scale="scaleOf(group.tiles, 'piece')"
              :bare="phrase !== 'base'"
            />
            <SectionDrawing v-else-if="tile.section.length" :section="tile.section" :label="tile.label" />
          </span>
          <span class="tile-words">
            <strong>{{ tile.label }}</strong>
            <span v-if="tile.help" class="tile-help">{{ tile.help }}</span>
            <span v-if="group.shows === 'piece' || group.shows === 'standing'" class="tile-size"
              ><ShownLength :text="tile.size"
            /></span>
            <template v-if="phrase === 'order'">
              <span v-for="c in tile.changes" :key="c" class="tile-size">{{ c }}</span>
            </template>
            <span v-for="b in tile.brings" :key="b" class="tile-brings">{{ b }}</span>
          </span>
        </button>
      </div>
      <p v-for="why in group.barred" :key="why" class="hint barred">Not in this bag: {{ why }}</p>
    </div>
  </section>
</template>
