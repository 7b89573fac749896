<script setup lang="ts">
/** Every step of the making, folded in from the side: what is done, what was said, how long it took. */
import { computed, nextTick, ref, watch } from 'vue'
import type { Bench, Making } from '../../api/client'
import type { AtBench } from './useBench'

const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ at: AtBench; making: Making; bench: Bench }>()
const list = ref<HTMLElement>()
watch(shown, async (is) => {
  if (!is) return
  await nextTick()
  list.value?.querySelector<HTMLElement>('[aria-current]')?.focus()
})
const bags = computed(() => props.making.about.bags ?? [])
async function go(step: string) {
  shown.value = false
  await props.at.go(step)
}
</script>

<template>
  <aside v-if="shown" ref="list" class="steps-aside" aria-label="Steps" @keydown.escape="shown = false">
    <header>
      <h2>{{ bench.steps.length }} steps</h2>
      <button type="button" class="quiet" @click="shown = false">Close the steps</button>
    </header>
    <p class="hint">
      {{ bench.done }} done<template v-if="bench.spent">, {{ bench.spent }} worked</template>; about
      {{ bench.left || 'nothing' }} left: {{ bench.reckoned }}.
      <template v-if="bench.at_machine"
        >{{ bench.at_machine }} at the machine<template v-if="making.about.needle">
          with needle {{ making.about.needle }}</template
        >.</template
      >
      <template v-if="bags.length > 1">{{ bags.length }} bags, each step for all of them.</template>
    </p>
    <ol>
      <li v-for="one in bench.steps" :key="one.key" :class="{ done: one.done }">
        <button
          type="button"
          :aria-current="one.key === bench.step.key ? 'step' : undefined"
          @click="go(one.key)"
        >
          <span class="step-number">{{ one.number }}</span>
          <span
            >{{ one.title }}<em v-if="one.kind === 'gate'"> · look</em
            ><em v-if="one.kind === 'no return'"> · no way back</em><em v-if="one.noted"> · noted</em></span
          >
          <small>{{ one.done ? one.took || 'done' : '' }}</small>
        </button>
      </li>
    </ol>
  </aside>
</template>
