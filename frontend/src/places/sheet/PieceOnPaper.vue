<script setup lang="ts">
/** One piece on the cut sheet: its size, its drawing with every number round it, and what a drawing cannot say. */
import type { OnPaper, Piece } from '../../api/client'
import FlatPieceDrawing from '../../bag-drawing/FlatPieceDrawing.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import './on-paper.css'

defineProps<{ piece: Piece; on: OnPaper; scale: number }>()
</script>

<template>
  <article class="on-paper" :class="{ wide: on.wide, plain: !on.laid }" :data-piece="piece.key">
    <p class="head">
      <span v-for="n in piece.count" :key="n" class="tick-box" />
      <b class="letter">{{ piece.letter }}</b>
      <strong class="sheet-size"><ShownLength :text="piece.size" /></strong>
      <span
        ><b>{{ piece.name }}</b> ×{{ piece.count }}, {{ piece.material
        }}<template v-if="on.like">, marked as {{ on.like }}</template></span
      >
    </p>
    <svg
      v-if="on.laid"
      class="laid-paper"
      :viewBox="`0 0 ${on.laid.size[0]} ${on.laid.size[1]}`"
      role="img"
      :aria-label="`${piece.letter}: ${on.laid.ticks.map((t) => `${t.word} ${t.text}`).join(', ')}`"
    >
      <path :d="on.laid.cut" class="cut" />
      <path :d="on.laid.stitch" class="stitch-line" />
      <path v-for="(m, i) in on.laid.marks" :key="i" :d="m.d" class="mark" :class="m.kind" />
      <path :d="on.laid.grain" class="grain" />
      <path v-for="(t, i) in on.laid.ticks" :key="i" :d="t.leader" class="leader" />
      <text
        v-for="(t, i) in on.laid.ticks"
        :key="`t${i}`"
        :x="t.label[0] + t.label[2] / 2"
        :y="t.label[1] + 10"
        class="word"
      >
        {{ t.word }}
        <tspan :x="t.label[0] + t.label[2] / 2" dy="14" class="number">{{ t.text }}</tspan>
      </text>
    </svg>
    <FlatPieceDrawing
      v-else
      :picture="piece.picture"
      :layer="piece.looks"
      :letter="piece.letter"
      :scale="scale"
    />
    <p class="notes">
      <span v-if="piece.cut_out"
        >corner cut-out,
        {{ piece.from_fold ? `across from the raw side, up from the ${piece.from_fold}` : 'from raw edges' }}
        <b><ShownLength :text="piece.cut_out" /></b
      ></span>
      <span v-if="piece.half">or on the fold: half is <ShownLength :text="piece.half" /></span>
      <span v-for="w in on.words" :key="w"><ShownLength :text="w" /></span>
    </p>
  </article>
</template>
