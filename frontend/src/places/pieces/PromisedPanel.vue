<script setup lang="ts">
/** What was promised of the bag, held against its pieces; where it does not follow, the slip that explains it. */
import type { Diagnosis } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

defineProps<{ text: string; diagnosis?: Diagnosis | null; problem: string }>()
const emit = defineEmits<{ claim: [text: string] }>()
</script>

<template>
  <section class="on-paper promised" aria-label="What was promised">
    <label>
      <span class="caption">What was promised of it</span>
      <input
        type="text"
        data-path="claim"
        data-own="text"
        autocomplete="off"
        :value="text"
        placeholder="34 x 28 x 12 cm"
        @input="emit('claim', ($event.target as HTMLInputElement).value)"
      />
    </label>
    <p v-if="problem" class="wrong-text" role="alert">{{ problem }}</p>
    <template v-if="diagnosis">
      <p class="promised-says" :class="{ follows: diagnosis.follows }" role="status" data-follows>
        <ShownLength :text="diagnosis.says" />
      </p>
      <ol class="causes">
        <li v-for="cause in diagnosis.causes.slice(0, 5)" :key="cause.id" :data-cause="cause.id">
          <span class="cause-rank"
            >{{ cause.rank }}<small v-if="cause.tie"> a tie</small
            ><span class="visually-hidden">.</span></span
          >
          <div>
            <strong><ShownLength :text="cause.says" /></strong>
            <p><ShownLength :text="cause.settle" /></p>
            <p><ShownLength :text="cause.remedy" /></p>
            <p class="hint">{{ cause.usual }}</p>
          </div>
        </li>
      </ol>
      <p v-if="diagnosis.causes.length > 5" class="hint">
        {{ diagnosis.causes.length - 5 }} more would explain it, less likely.
      </p>
      <p v-for="one in diagnosis.cut" :key="one" class="hint"><ShownLength :text="one" /></p>
    </template>
  </section>
</template>
