<script setup lang="ts">
/** A length as text, its fraction drawn as one; the text itself stays "13 3/8" for copying and reading out. */
import { computed } from 'vue'

const props = defineProps<{ text: string; unit?: string }>()
const runs = computed(() =>
  // a number is never parted from its fraction, its unit or its partner by a line's end
  props.text
    .replace(/(\d) (?=\d+\/\d|(?:mm|cm|in)\b)/g, '$1\u00a0')
    .replace(/ × /g, '\u00a0×\u00a0')
    .split(/(\d+\/\d+)/)
    .map((text) => ({ text, fraction: /^\d+\/\d+$/.test(text) })),
)
</script>

<template>
  <span class="shown-length"
    ><template v-for="(run, i) in runs" :key="i"
      ><span v-if="run.fraction" class="fraction">{{ run.text }}</span
      ><template v-else>{{ run.text }}</template></template
    ><span v-if="unit" class="unit">&nbsp;{{ unit }}</span></span
  >
</template>
