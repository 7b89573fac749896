<script setup lang="ts">
/** A sheet laid over the place: its title, what is told beside it, and the way back, always at one place. */
import './paper-dialog.css'

defineOptions({ inheritAttrs: false })
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ title: string; width: number; closes?: string }>()
const id = `sheet-${props.title.toLowerCase().replace(/[^a-z]+/g, '-')}`
</script>

<template>
  <v-dialog v-model="shown" :max-width="width" scrollable :aria-labelledby="id">
    <v-card class="paper-dialog" v-bind="$attrs">
      <header>
        <h2 :id="id">{{ title }}</h2>
        <slot name="beside" />
        <button type="button" class="quiet" :aria-label="closes ?? `Close: ${title}`" @click="shown = false">
          Close
        </button>
      </header>
      <slot />
    </v-card>
  </v-dialog>
</template>
