<script setup lang="ts">
/** The waits that go on, in the bar of every place: how long each still takes, and that it is over. */
import { endWait, setSilent, useWaits } from './waits'

const { shown, silent } = useWaits()
</script>

<template>
  <div v-if="shown.length" class="waiting-chips" role="group" aria-label="Waiting">
    <span
      v-for="one in shown"
      :key="`${one.wait.making} ${one.wait.step}`"
      class="waiting-chip"
      :class="{ over: one.over }"
    >
      <RouterLink
        :to="{ name: 'bench', params: { id: one.wait.plan }, query: { making: one.wait.making } }"
        :title="`${one.wait.step}: wait ${one.wait.what}`"
      >
        <b role="timer">{{ one.over ? 'over' : one.left }}</b> {{ one.wait.what }}
      </RouterLink>
      <button
        type="button"
        class="quiet"
        :aria-label="`End the wait ${one.wait.what}`"
        @click="endWait(one.wait)"
      >
        {{ one.over ? 'Good' : 'End' }}
      </button>
    </span>
    <button type="button" class="quiet" :aria-pressed="silent" @click="setSilent(!silent)">
      {{ silent ? 'Sound on' : 'Silent' }}
    </button>
    <p class="visually-hidden" role="status">
      <template v-for="one in shown" :key="one.wait.step"
        ><template v-if="one.over">The wait {{ one.wait.what }} is over.</template></template
      >
    </p>
  </div>
</template>
