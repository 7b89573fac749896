<script setup lang="ts">
/** What the tape taught so far: how deep the seams come out, how the bag does, what to cut otherwise. Nothing changes unasked. */
import type { Bench } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import type { AtBench } from './useBench'

const props = defineProps<{ at: AtBench; bench: Bench }>()
type Recut = Bench['learned']['recut'][number]
async function take(one: Recut) {
  const size = { piece: one.piece, key: one.key, was: one.was_mm, now: one.now_mm }
  if (one.ready && one.now_mm > one.was_mm) {
    // what is cut too small is cut anew
    await props.at.happen(
      { kind: 'took', sizes: [size] },
      { kind: 'spoilt', piece: one.piece, count: 1, why: '' },
    )
  } else await props.at.happen({ kind: 'took', sizes: [size] })
}
</script>

<template>
  <section class="taught" aria-label="What the tape taught" data-stay>
    <h2>What the tape taught</h2>
    <p
      v-for="bite in bench.learned.bites"
      :key="bite.seam"
      :class="{ news: !bite.as_planned }"
      :data-bite="bite.seam"
    >
      {{ bite.said }}
    </p>
    <p v-for="words in bench.learned.together" :key="words">{{ words }}</p>
    <p v-for="words in bench.learned.again" :key="words" class="wrong-text">{{ words }}</p>
    <p v-for="words in bench.learned.comes_out" :key="words" class="news">
      The bag comes out otherwise. {{ words }}
    </p>
    <p v-if="bench.learned.fits">{{ bench.learned.fits }}</p>
    <p v-for="words in bench.learned.sew_on" :key="words" class="news">{{ words }}</p>
    <ul v-if="bench.learned.recut.length" class="recuts">
      <li v-for="one in bench.learned.recut" :key="`${one.piece} ${one.key}`" :data-recut="one.piece">
        <span>{{ one.letter }} {{ one.name }}, {{ one.label }}</span>
        <b><ShownLength :text="one.was" /> → <ShownLength :text="one.now" /></b>
        <template v-if="one.taken">
          <em>taken over</em>
          <button
            type="button"
            class="quiet"
            data-act="undo-size"
            @click="at.happen({ kind: 'undid', event: one.taken })"
          >
            Undo
          </button>
        </template>
        <button v-else type="button" class="choice" data-act="take-size" @click="take(one)">
          {{ !one.ready ? 'Cut it so' : one.now_mm < one.was_mm ? 'Trim it so' : 'Cut it anew, so' }}
        </button>
      </li>
    </ul>
    <details v-if="bench.learned.another.length">
      <summary>Another bag of this plan, at these seams</summary>
      <ul>
        <li v-for="words in bench.learned.another" :key="words"><ShownLength :text="words" /></li>
      </ul>
    </details>
    <p v-for="words in bench.learned.came_from" :key="words">{{ words }}</p>
  </section>
</template>
