<script setup lang="ts">
/** The end of a making: what it came out like and why, and what is kept of it for the next time. */
import { reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Bench, Making } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import type { AtBench } from './useBench'

const props = defineProps<{ at: AtBench; making: Making; bench: Bench }>()
const router = useRouter()
const { finishing } = props.at
const lines = (texts: readonly string[]) => texts.join('\n')
const log = reactive({
  notes: props.making.log.notes ?? '',
  mistakes: lines(props.making.log.mistakes ?? []),
  next_time: lines(props.making.log.next_time ?? []),
  cost: props.making.log.cost ?? '',
})
const open = ref(props.bench.steps.filter((one) => !one.done).length)
const split = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
async function keep() {
  const kept = await props.at.happen(
    {
      kind: 'logged',
      notes: log.notes,
      mistakes: split(log.mistakes),
      next_time: split(log.next_time),
      cost: log.cost,
    },
    { kind: 'finished', made: true },
  )
  if (kept) await router.push({ name: 'log' })
}
</script>

<template>
  <section class="finish-making" data-stay>
    <h1>Made, and measured back</h1>
    <p v-if="open" class="notice">{{ open }} steps are not marked as done.</p>
    <p v-if="bench.spent" class="hint">{{ bench.spent }} of work.</p>
    <p v-for="words in bench.learned.came_from" :key="words"><ShownLength :text="words" /></p>
    <p v-for="bite in bench.learned.bites" :key="bite.seam">{{ bite.said }}</p>
    <form @submit.prevent="keep">
      <label class="thing-field wide"
        ><span class="caption">Notes</span><textarea v-model="log.notes" rows="2" data-log="notes" />
      </label>
      <label class="thing-field wide"
        ><span class="caption">What went wrong, and what mended it: a line each</span
        ><textarea v-model="log.mistakes" rows="2" data-log="mistakes" />
      </label>
      <label class="thing-field wide"
        ><span class="caption">Next time: a line each; they come up when this plan is made again</span
        ><textarea v-model="log.next_time" rows="2" data-log="next" />
      </label>
      <label class="thing-field"
        ><span class="caption">What it cost, if you know</span
        ><input v-model="log.cost" type="text" maxlength="120" data-log="cost"
      /></label>
      <p class="bench-on">
        <button type="button" class="bench-back" @click="finishing = false">← back</button>
        <button type="submit" class="bench-done" data-act="finish">Keep it in the log →</button>
      </p>
    </form>
  </section>
</template>
