<script setup lang="ts">
/** What to know before the scissors: stops first. Choosing one goes to the number it is about. */
import type { Finding } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

defineProps<{ findings: readonly Finding[] }>()
const emit = defineEmits<{ go: [where: string] }>()
const marks = { stop: '■', warn: '▲', note: '●' }
const words = { stop: 'Stop', warn: 'Look again', note: 'Worth knowing' }
</script>

<template>
  <section class="checks-list" aria-label="Before you cut">
    <h2>Before you cut</h2>
    <p v-if="!findings.length" class="all-well">Nothing stands against cutting this.</p>
    <ul>
      <li v-for="(f, i) in findings" :key="`${f.id} ${i}`" :class="f.level" :data-check="f.id">
        <span class="level" aria-hidden="true">{{ marks[f.level] }}</span>
        <div>
          <button type="button" class="check-title" @click="emit('go', f.where)">
            <span class="visually-hidden">{{ words[f.level] }}: </span>{{ f.title }}
          </button>
          <p><ShownLength :text="f.say" /> <ShownLength :text="f.fix" /></p>
          <details>
            <summary>Why</summary>
            <p>{{ f.why }}</p>
          </details>
        </div>
      </li>
    </ul>
  </section>
</template>
