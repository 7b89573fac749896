<script setup lang="ts">
/** The tiles of one choice, on one scale so that sizes can be compared. */
import { computed } from 'vue'
import type { Tile, Tiles } from '../../api/client'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import { steppedScale } from '../../bag-drawing/scale'
import SectionDrawing from '../../bag-drawing/SectionDrawing.vue'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ group: Tiles['groups'][number]; phrase: string; looked?: Tile }>()
const emit = defineEmits<{ pick: [tile: Tile]; held: [tile?: Tile]; under: [tile?: Tile] }>()

const PX = { width: 104, height: 84 }
const scaleOf = (of: 'standing' | 'piece') =>
  computed(() => {
    const boxes = props.group.tiles.map((t) => t[of]?.box ?? [0, 0, 1, 1])
    return steppedScale(
      { width: Math.max(...boxes.map((b) => b[2]!)), height: Math.max(...boxes.map((b) => b[3]!)) },
      { width: PX.width - (of === 'piece' ? 16 : 0), height: PX.height - 10 },
    )
  })
const standingScale = scaleOf('standing')
const pieceScale = scaleOf('piece')

/** A hand that moves looks at a tile; one under which the tiles have moved does not. */
function hover(event: MouseEvent, tile: Tile) {
  if (event.movementX || event.movementY) emit('under', tile)
}
/** Left and right go from tile to tile of a group. */
function beside(event: KeyboardEvent, way: 1 | -1) {
  const now = event.currentTarget as HTMLElement
  const next = way > 0 ? now.nextElementSibling : now.previousElementSibling
  if (next instanceof HTMLElement) next.focus()
}
</script>

<template>
  <div class="tile-group" :class="group.shows" role="group" :aria-label="group.label">
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
        @click="emit('pick', tile)"
        @focus="emit('held', tile)"
        @blur="emit('held')"
        @mousemove="hover($event, tile)"
        @mouseleave="emit('under')"
        @keydown.right.prevent="beside($event, 1)"
        @keydown.left.prevent="beside($event, -1)"
      >
        <span v-if="group.shows !== 'words'" class="tile-picture">
          <StandingBag
            v-if="tile.standing"
            :standing="tile.standing"
            :scale="standingScale"
            plain
            :label="tile.label"
          />
          <FlatPieceDrawing
            v-else-if="tile.piece"
            :picture="tile.piece"
            :layer="tile.piece_looks"
            :scale="pieceScale"
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
</template>
