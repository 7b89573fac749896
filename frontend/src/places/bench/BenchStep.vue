<script setup lang="ts">
/** One step, large enough for a metre: its picture, its numbers, what to read, and the way on. */
import { computed, nextTick, ref, watch } from 'vue'
import type { Bench, Making } from '../../api/client'
import WorkDrawing from '../../bag-drawing/WorkDrawing.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import TapeReading from './TapeReading.vue'
import type { AtBench } from './useBench'
import { bagSaid } from './working'

const props = defineProps<{ at: AtBench; making: Making; bench: Bench }>()
const PLACES: Record<string, string> = {
  machine: 'at the machine',
  iron: 'at the iron',
  table: 'at the table',
}
const { armed, waiting } = props.at
const bags = computed(() => props.making.about.bags ?? [])
const confirm = ref<HTMLButtonElement>()
watch(armed, async (is) => {
  if (!is) return
  await nextTick()
  confirm.value?.focus()
})
/** A length parted from its unit, which is smaller. */
const parted = (shown: string) => {
  const [, text = shown, unit] = /^(.*?)\s*(mm|cm|in)$/.exec(shown) ?? []
  return { text, unit }
}
const isDone = () => props.bench.steps[props.bench.step.number - 1]?.done
</script>

<template>
  <section class="bench-step" :class="bench.step.kind.replace(' ', '-')" aria-live="polite">
    <div class="bench-seen">
      <WorkDrawing v-if="bench.step.picture" :picture="bench.step.picture" />
      <p v-if="bench.next_title" class="hint bench-next">next: {{ bench.next_title }}</p>
    </div>
    <div class="bench-does">
      <p class="bench-where">
        <span data-step-number>{{ bench.step.number }} of {{ bench.steps.length }}</span> ·
        {{ PLACES[bench.step.place] }} · {{ bench.step.takes.startsWith('under') ? '' : 'about '
        }}{{ bench.step.takes }}
        <em v-if="bench.step.kind === 'gate'"> · look before going on</em>
        <em v-if="bench.step.kind === 'no return'"> · no way back after this</em>
        <em v-if="isDone()"> · done</em>
      </p>
      <p v-if="bags.length > 1" class="bench-bags">
        For each of {{ bags.length }} bags: {{ bags.map(bagSaid).join(' · ') }}
      </p>
      <h1 data-step-title>{{ bench.step.title }}</h1>
      <template v-if="bench.step.number === 1">
        <p
          v-if="making.about.sheet && making.about.sheet !== making.revision"
          class="notice"
          data-stale-sheet
        >
          The sheet that was printed last is of revision {{ making.about.sheet }}, this making of revision
          {{ making.revision }}: cut by what stands here.
        </p>
        <p v-for="line in making.next_time" :key="line.said" class="notice">
          For this time you said{{ line.of && ` at “${line.of}”` }}: {{ line.said }}
        </p>
      </template>
      <dl v-if="bench.step.numbers.length" class="bench-numbers">
        <div v-for="(one, i) in bench.step.numbers" :key="i" :class="{ loudest: i === 0 }">
          <dd><ShownLength v-bind="parted(one.shown)" /></dd>
          <dt>{{ one.label }}</dt>
        </div>
      </dl>
      <ul v-if="bench.step.to_cut.length" class="to-cut">
        <li v-for="piece in bench.step.to_cut" :key="piece.piece" :data-cut="piece.piece">
          <b class="letter">{{ piece.letter }}</b>
          <span class="cut-name"
            >{{ piece.name }}<small> × {{ piece.count }}</small></span
          >
          <b class="cut-size"><ShownLength v-bind="parted(piece.size)" /></b>
          <em v-if="piece.taken">not the plan’s size</em>
        </li>
      </ul>
      <p class="bench-say">{{ bench.step.say }}</p>
      <p v-if="bench.step.settings || bench.step.needle" class="bench-set">
        {{ bench.step.settings }}
        <span v-if="bench.step.needle">Under the needle: <ShownLength :text="bench.step.needle" />.</span>
      </p>
      <p v-for="c in bench.step.cautions" :key="c" class="caution">{{ c }}</p>
      <p v-for="words in making.noted_before" :key="words" class="notice">
        You said here before: {{ words }}
      </p>
      <TapeReading
        v-for="read in bench.step.reads"
        :key="`${bench.step.key} ${read.id}`"
        :at="at"
        :bench="bench"
        :read="read"
      />
      <p v-if="bench.step.wait" class="notice">
        Wait {{ bench.step.wait }} after it<template v-if="bench.step.meanwhile.length"
          >; meanwhile: {{ bench.step.meanwhile.join(' · ') }}</template
        >.
      </p>
      <p v-if="armed && bench.step.lost" class="bench-lost" role="alert">{{ bench.step.lost }}</p>
      <p v-if="armed && bench.step.seen" class="bench-lost" role="alert">
        Go on only once it is so: {{ bench.step.seen }}.
      </p>
      <div class="bench-on">
        <button type="button" class="bench-back" :disabled="!bench.before" data-act="back" @click="at.back">
          ← back
        </button>
        <button
          v-if="armed"
          ref="confirm"
          type="button"
          class="bench-done armed"
          data-act="meant"
          :disabled="waiting"
          @click="at.next"
        >
          {{ bench.step.kind === 'gate' ? `Seen: ${bench.step.seen}` : 'I mean it: done' }} →
        </button>
        <button v-else type="button" class="bench-done" data-act="next" :disabled="waiting" @click="at.next">
          {{ isDone() ? 'next' : bench.next ? 'done, next' : 'done' }} →
        </button>
        <small class="bench-how">space, foot switch, or tap this half</small>
      </div>
    </div>
  </section>
</template>
