<script setup lang="ts">
/** The bag in plain words; each stitched-under phrase opens the ways to have it. */
import { computed, ref } from 'vue'
import type { Drafted } from '../../api/client'

const props = defineProps<{ drafted: Drafted; open?: string }>()
const emit = defineEmits<{ open: [phrase: string] }>()
const unfolded = ref(false)

interface Run {
  text: string
  phrase: string
  label: string
}
const runs = computed<Run[]>(() =>
  props.drafted.sentence.map((t) => ({ text: t.text, phrase: t.phrase ?? '', label: t.label ?? '' })),
)
</script>

<template>
  <div class="sentence-line">
    <p class="making-sentence" :class="{ unfolded }" aria-label="What is being made">
      <template v-for="(run, i) in runs" :key="i"
        ><button
          v-if="run.phrase"
          type="button"
          class="phrase"
          :class="{ open: open === run.phrase }"
          :aria-expanded="open === run.phrase"
          :aria-label="`${run.label}: ${run.text}, change`"
          :data-phrase="run.phrase"
          @click="emit('open', run.phrase)"
        >
          {{ run.text }}</button
        ><span v-else class="plain">{{ run.text }}</span></template
      >
    </p>
    <button type="button" class="unfold" :aria-expanded="unfolded" @click="unfolded = !unfolded">
      {{ unfolded ? 'less' : 'all of it' }}
    </button>
  </div>
</template>
