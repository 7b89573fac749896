<script setup lang="ts">
import { KEYS } from './keys'
import PaperDialog from './PaperDialog.vue'

const shown = defineModel<boolean>({ required: true })
defineProps<{ single: boolean }>()
const emit = defineEmits<{ single: [on: boolean] }>()
</script>

<template>
  <PaperDialog v-model="shown" title="Keys" :width="560" class="keys-sheet">
    <dl>
      <template v-for="k in KEYS" :key="k.keys">
        <dt>{{ k.keys }}</dt>
        <dd>{{ k.does }}</dd>
      </template>
    </dl>
    <label class="check-row">
      <input
        type="checkbox"
        :checked="single"
        @change="emit('single', ($event.target as HTMLInputElement).checked)"
      />
      Single keys (letters and ?) do something
    </label>
  </PaperDialog>
</template>
