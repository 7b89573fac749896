<script setup lang="ts">
/** The bag in plain words; each stitched-under phrase opens the ways to have it. */
import { computed, ref } from 'vue'
import type { Drafted } from '../../api/client'

const props = defineProps<{
  drafted: Drafted
  open?: string
  levels: Record<string, 'stop' | 'warn' | 'note'>
}>()
const emit = defineEmits<{ open: [phrase: string]; near: [phrase: string] }>()
const unfolded = ref(false)
/** What is put on beyond a few is told when it is asked for, or while one of it is open. */
const restShown = ref(false)
const away = computed(() => props.drafted.sentence.filter((t) => t.folded === 'away').map((t) => t.phrase))
const restTold = computed(() => restShown.value || (!!props.open && away.value.includes(props.open)))
const marks = { stop: '■', warn: '▲', note: '●' }
const words = { stop: 'a stop', warn: 'look again', note: 'a note' }

interface Run {
  text: string
  phrase: string
  label: string
}
const runs = computed<Run[]>(() =>
  props.drafted.sentence
    .filter((t) => !t.folded || (t.folded === 'away') === restTold.value)
    .map((t) => ({ text: t.text, phrase: t.phrase ?? '', label: t.label ?? '' })),
)
/** the richest sentences are set a little smaller, to stay at two lines */
const length = computed(() => runs.value.reduce((n, run) => n + run.text.length, 0))
const size = computed(() => (length.value > 200 ? 'longest' : length.value > 178 ? 'long' : ''))
</script>

<template>
  <div class="sentence-line">
    <p class="making-sentence" :class="[size, { unfolded }]" aria-label="What is being made">
      <template v-for="(run, i) in runs" :key="i"
        ><button
          v-if="run.phrase"
          type="button"
          class="phrase"
          :class="{ open: open === run.phrase }"
          :aria-expanded="open === run.phrase"
          :aria-label="`${run.label}: ${run.text}, ${run.phrase === 'rest' ? 'tell them' : 'change'}${levels[run.phrase] ? `, ${words[levels[run.phrase]!]}` : ''}`"
          :data-phrase="run.phrase"
          @pointerenter="emit('near', run.phrase)"
          @pointerdown="emit('near', run.phrase)"
          @focus="emit('near', run.phrase)"
          @click="run.phrase === 'rest' ? (restShown = true) : emit('open', run.phrase)"
        >
          {{ run.text
          }}<span
            v-if="levels[run.phrase]"
            class="level-here"
            :class="levels[run.phrase]"
            aria-hidden="true"
            >{{ marks[levels[run.phrase]!] }}</span
          ></button
        ><span v-else class="plain">{{ run.text }}</span></template
      >
    </p>
    <button type="button" class="unfold" :aria-expanded="unfolded" @click="unfolded = !unfolded">
      {{ unfolded ? 'less' : 'all of it' }}
    </button>
  </div>
</template>
