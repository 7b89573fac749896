<script setup lang="ts">
/** Every step large, on paper, for a machine without a screen beside it. */
import { onMounted, ref } from 'vue'
import { api, said, type SheetOut } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import './steps-large.css'

const props = defineProps<{ id: string; revision: string }>()
const found = ref<SheetOut>()
const trouble = ref('')
onMounted(async () => {
  try {
    found.value = await api.sheet(props.id, Number(props.revision))
    document.title = `Steps · ${found.value.plan.name}`
  } catch (cause) {
    trouble.value = said(cause)
  }
})
const print = () => window.print()
</script>

<template>
  <div class="steps-large">
    <p class="no-print">
      <RouterLink :to="{ name: 'bench', params: { id } }">Back to the bench</RouterLink>
      <button type="button" class="to-sheet" @click="print">Print</button>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="found">
      <h1>{{ found.plan.name }}, revision {{ found.revision.number }}</h1>
      <ol>
        <li v-for="s in found.sheet.steps" :key="s.number">
          <h2>{{ s.number }}. {{ s.title }}</h2>
          <p v-if="s.lengths.length" class="large">
            <span v-for="l in s.lengths" :key="l"><ShownLength :text="l" /></span>
          </p>
          <p>{{ s.say }}</p>
          <p v-if="s.settings">{{ s.settings }}</p>
          <p v-for="r in s.reads" :key="r" class="should">should read <ShownLength :text="r" /></p>
          <p v-for="c in s.cautions" :key="c">
            <i>{{ c }}</i>
          </p>
        </li>
      </ol>
    </template>
  </div>
</template>
