<script setup lang="ts">
/** Every cloth with its pieces on it, to lay them out by; and, where it is cut right through, in which order. */
import { computed } from 'vue'
import type { Cloth, ClothSheet } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ cloths: Cloth[] }>()
/** the pieces of cloth that something lies on */
const laid = computed(() =>
  props.cloths.flatMap((cloth) =>
    cloth.sheets.filter((sheet) => sheet.lying.length).map((sheet) => ({ cloth, sheet })),
  ),
)
/** px to a mm: one scale for all, in half the width of the paper and no higher than a third of it */
const scale = computed(() =>
  Math.min(
    ...laid.value.map(({ sheet }) =>
      Math.min(330 / Math.max(1, sheet.room[1]!), 300 / Math.max(1, sheet.reaches)),
    ),
    0.4,
  ),
)
const high = (sheet: ClothSheet) => Math.min(sheet.room[0]!, sheet.reaches * 1.04)
const letter = (long: number, wide: number) => Math.min(15 / scale.value, long * 0.6, wide * 0.6)
</script>

<template>
  <section v-if="laid.length" class="sheet-cloths" aria-label="On the cloth">
    <h2>On the cloth</h2>
    <ul>
      <li v-for="{ cloth, sheet } in laid" :key="cloth.key + sheet.id" :data-on-cloth="cloth.key">
        <p>
          <b>{{ cloth.label }}</b> {{ cloth.key }} ·
          <strong v-if="!sheet.id" class="sheet-size"><ShownLength :text="cloth.amount" /></strong>
          {{ sheet.id ? sheet.label : cloth.amount_says }}
        </p>
        <svg
          :viewBox="`${-1 / scale} ${-high(sheet) - 1 / scale} ${sheet.room[1]! + 2 / scale} ${high(sheet) + 2 / scale}`"
          :width="sheet.room[1]! * scale + 2"
          :height="high(sheet) * scale + 2"
          role="img"
          :aria-label="`${cloth.label} with its pieces`"
        >
          <g transform="rotate(-90)">
            <rect
              class="cloth-edge"
              x="0"
              y="0"
              :width="high(sheet)"
              :height="sheet.room[1]"
              vector-effect="non-scaling-stroke"
            />
            <g v-for="one in sheet.lying" :key="one.piece + one.copy">
              <path :d="one.cut" class="cut" vector-effect="non-scaling-stroke" />
              <text
                :font-size="letter(one.box[2]!, one.box[3]!)"
                :transform="`translate(${one.box[0]! + one.box[2]! / 2} ${one.box[1]! + one.box[3]! / 2}) rotate(90)`"
              >
                {{ one.letter }}
              </text>
            </g>
            <rect
              v-for="(hole, n) in sheet.holes"
              :key="n"
              class="hole"
              :x="hole[0]"
              :y="hole[1]"
              :width="hole[2]"
              :height="hole[3]"
              vector-effect="non-scaling-stroke"
            />
          </g>
        </svg>
        <ol v-if="sheet.cuts.length" class="paper-cuts">
          <li v-for="cut in sheet.cuts" :key="cut"><ShownLength :text="cut" /></li>
        </ol>
      </li>
    </ul>
    <p v-for="out in cloths.flatMap((cloth) => cloth.left_out)" :key="out"><b>Without room:</b> {{ out }}</p>
  </section>
</template>
