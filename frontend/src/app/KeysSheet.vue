<script setup lang="ts">
import { KEYS } from './keys'

const shown = defineModel<boolean>({ required: true })
defineProps<{ single: boolean }>()
const emit = defineEmits<{ single: [on: boolean] }>()
</script>

<template>
  <v-dialog v-model="shown" max-width="560" aria-labelledby="keys-title">
    <v-card class="keys-sheet">
      <h2 id="keys-title">Keys</h2>
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
      <v-btn variant="outlined" @click="shown = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>
