<script setup lang="ts">
/** Beside the bag: the sum that is open, the marks of its piece, and the bag read back from its cuts. */
import { computed, ref, watch } from 'vue'
import type { Drafted, LaidPiece } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import SumOnPaper from '../../sum/SumOnPaper.vue'
import { opened as found, type Opened } from './opened'

const props = defineProps<{ drafted: Drafted; opened?: Opened; laid?: LaidPiece; waiting: boolean }>()
const emit = defineEmits<{ open: [piece: string, sum: string]; tell: [key: string] }>()

const openedSeam = ref('')
watch(
  () => props.opened,
  () => (openedSeam.value = ''),
)
const unit = computed(() => props.drafted.unit)
const openSeam = computed(() => props.drafted.seams.find((s) => s.key === openedSeam.value))
const times = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`)
const openSum = computed(() => found(props.drafted, props.opened, props.laid))
/** What is read here comes in full. */
const read = computed(() => (openSeam.value ? `seam ${openSeam.value.key}` : openSum.value?.piece.key))
watch(
  [read, () => props.drafted.told],
  ([key, told]) => {
    if (key && key !== told) emit('tell', key)
  },
  { immediate: true },
)
</script>

<template>
  <div>
    <template v-if="openSeam">
      <SumOnPaper
        v-for="(chain, i) in openSeam.chains"
        :key="i"
        :sum="chain"
        :unit="unit"
        :about="i ? 'sewn to' : openSeam.label"
        :waiting="waiting"
      />
      <button type="button" class="quiet" @click="openedSeam = ''">Back to the piece</button>
    </template>
    <SumOnPaper
      v-else-if="openSum"
      :sum="openSum.sum"
      :unit="unit"
      :about="`${openSum.piece.letter} · ${openSum.piece.name}, ${openSum.piece.count} to cut`"
      :waiting="waiting"
    />
    <section v-if="!openSeam && laid && laid.piece === openSum?.piece.key" class="marks-of layings">
      <h3>Lay the ruler {{ times(laid.layings.length) }}</h3>
      <ol>
        <li v-for="one in laid.layings" :key="one.lies">
          {{ one.lies }}
          <b v-for="word in one.ticked" :key="word"><ShownLength :text="word" /></b>
        </li>
      </ol>
    </section>
    <section v-if="!openSeam && openSum?.piece.marks.some((m) => m.readings.length)" class="marks-of">
      <h3>To mark on {{ openSum.piece.letter }}</h3>
      <ul>
        <template v-for="(m, i) in openSum.piece.marks" :key="i">
          <li v-if="m.readings.length">
            <span>{{ m.label }}</span>
            <span v-for="(r, j) in m.readings" :key="j"
              >{{ r.label }}
              <button
                type="button"
                class="number-button small"
                :class="{ open: openSum.key === `mark ${i}/${j}` }"
                :aria-label="`${m.label} ${r.label} ${r.sum.plain} ${unit}, show the sum`"
                :data-mark="`${openSum.piece.key}/${i}/${j}`"
                @click="emit('open', openSum.piece.key, `mark ${i}/${j}`)"
              >
                <ShownLength :text="r.sum.plain" /></button
            ></span>
            <small>{{ m.corner }}</small>
          </li>
        </template>
      </ul>
    </section>
    <section class="read-back" :class="{ waiting }" aria-label="Read back">
      <p>
        Read back from the cut sizes:
        <strong data-testid="read-back"><ShownLength :text="drafted.read.size" :unit="unit" /></strong>
      </p>
      <p v-if="drafted.read.strap"><ShownLength :text="drafted.read.strap" /></p>
      <p class="hint"><ShownLength :text="drafted.read.rounding" /></p>
      <details>
        <summary>
          Seams walked: {{ drafted.seams.every((s) => s.agrees) ? 'all agree' : 'some differ' }}
        </summary>
        <ul>
          <li v-for="s in drafted.seams" :key="s.key">
            <button type="button" class="quiet seam" :data-seam="s.key" @click="openedSeam = s.key">
              {{ s.label }}: <ShownLength :text="s.chains.map((c) => c.plain).join(' = ')" />
            </button>
          </li>
        </ul>
      </details>
    </section>
  </div>
</template>
