<script setup lang="ts">
/** The numbers that nobody told: asked for one by one, each with the bags that stay possible. */
import type { MissingNumber, Unit } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

defineProps<{ missing: readonly MissingNumber[]; unit: Unit }>()
const emit = defineEmits<{ tell: [path: string, text: string] }>()
</script>

<template>
  <section v-if="missing.length" class="on-paper missing" aria-label="What nobody told">
    <h2>What nobody told</h2>
    <div v-for="one in missing" :key="one.path" class="missing-one" :data-missing="one.path">
      <p><ShownLength :text="one.asks" /></p>
      <ul class="possible">
        <li v-for="p in one.possible" :key="p.text">
          <button
            type="button"
            class="choice"
            :aria-pressed="p.assumed"
            @click="emit('tell', one.path, p.text)"
          >
            <b><ShownLength :text="`${p.text} ${unit}`" /></b> <small><ShownLength :text="p.size" /></small>
          </button>
        </li>
      </ul>
    </div>
  </section>
</template>
