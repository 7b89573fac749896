<script setup lang="ts">
/** What has to be known of this plan before it is gone on with: unsent, put away, moved, redrawn, printed. */
import { computed, ref } from 'vue'
import { api } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'
import PlanMoved from './PlanMoved.vue'
import type { PlanAtHand } from './usePlan'

const props = defineProps<{ id: string; at: PlanAtHand }>()
defineEmits<{ copy: [] }>()
const { plan, settled, unit, keeping, trouble, left, redrawn, followed, offline } = props.at

/** What a cut list that the plan was begun from says of itself. */
const told = ref<readonly string[]>(Array.isArray(history.state?.told) ? history.state.told : [])
const behind = computed(() => {
  const p = plan.value
  return p?.printed && p.printed < p.head ? p.printed : 0
})
</script>

<template>
  <div class="notices">
    <p v-if="left" class="notice" role="status">
      Not yet kept from last time:
      <b>{{ left.typed ? `${left.typed.label} ${left.typed.text}` : left.cause || 'an edit' }}</b>
      <template v-if="plan && left.base < plan.head"
        >, begun from revision {{ left.base }} (the plan is at {{ plan.head }} now)
      </template>
      <button type="button" class="quiet" @click="at.useLeft">Use it</button>
      <button type="button" class="quiet" @click="at.dropLeft">Let it go</button>
    </p>
    <p v-if="keeping === 'away'" class="notice" role="alert">
      This plan has been put away. Nothing of it is lost.
      <button type="button" class="quiet" @click="at.act(() => api.takeBack(id))">Take it back</button>
      <button type="button" class="quiet" @click="$emit('copy')">Keep what is here as a copy</button>
    </p>
    <PlanMoved
      v-else-if="keeping === 'moved' && settled"
      :plan="id"
      :mine="settled"
      :unit="unit"
      @mine="at.goOnWithMine"
      @theirs="at.goOnWithNewer"
      @copy="$emit('copy')"
    />
    <p v-else-if="trouble" class="notice" role="alert">
      {{ trouble }}
      <button v-if="keeping === 'waiting'" type="button" class="quiet" @click="at.send">Try again</button>
    </p>
    <p v-if="offline" class="notice" role="status">
      The server does not answer. What you type stays here; every worked-out number waits.
    </p>
    <p v-if="followed" class="notice" role="status">
      Changed in another tab, and followed here.
      <button type="button" class="quiet" @click="at.heardOfIt">Good</button>
    </p>
    <div v-if="redrawn.length" class="notice" role="status" data-redrawn>
      The rules have been bettered since this plan was kept. Cut sizes that come out otherwise now:
      <ul>
        <li v-for="d in redrawn" :key="d.key">
          {{ d.label }} <ShownLength :text="d.was || 'none'" /> →
          <b><ShownLength :text="d.now || 'left out'" /></b>
        </li>
      </ul>
      What was cut before stays as it was cut.
      <button type="button" class="quiet" @click="at.takeOver">Take the new sizes over</button>
    </div>
    <div v-if="told.length" class="notice" role="status" data-told>
      The cut list finds fault with itself; the bag is drawn at the sizes it was read as.
      <ul>
        <li v-for="t in told" :key="t"><ShownLength :text="t" /></li>
      </ul>
      <button type="button" class="quiet" @click="told = []">Good</button>
    </div>
    <p v-if="behind" class="notice" role="status">
      The sheet you printed shows revision {{ behind }}; the plan has moved on since.
    </p>
  </div>
</template>
