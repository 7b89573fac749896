<script setup lang="ts">
/** How seams on this cloth came out before, where that is not what is planned: nothing follows it unless asked. */
import { computed } from 'vue'
import { api, type Drafted, type Offer } from '../../api/client'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ drafted: Drafted; plan: string }>()
const emit = defineEmits<{ take: [offer: Offer] }>()
const asked = computed(() => ({ spec: props.drafted.spec, unit: props.drafted.unit }))
const { answer: offers } = useResting(asked, ({ spec, unit }, signal) => api.known(spec, unit, signal))
const { answer: makings } = useResting(
  () => props.plan,
  (plan) => api.makingsOf(plan, 'cm'),
)
/** What was said for the next time, when this plan was made before, or the one that it was copied from. */
const { answer: nextTime } = useResting(
  () => props.plan,
  (plan) => api.nextTime(plan),
)
</script>

<template>
  <section
    v-if="offers?.length || makings?.length || nextTime?.length"
    class="known-seams"
    aria-label="From your log"
  >
    <h3>From your log</h3>
    <p v-if="makings?.length">
      <RouterLink :to="{ name: 'log', query: { search: makings[0]!.name } }">
        {{ makings.length === 1 ? 'Made once' : `Made ${makings.length} times` }}: the log of it
      </RouterLink>
    </p>
    <p v-for="line in nextTime" :key="line.said" data-next-time>
      <b>Next time:</b> {{ line.said }}<small v-if="line.of"> (said at “{{ line.of }}”)</small>
    </p>
    <p v-for="one in offers" :key="one.known.key" :data-known="one.of">
      <ShownLength :text="one.known.said" /> Planned: <ShownLength :text="one.now" />.
      <button type="button" class="choice" data-act="take-known" @click="emit('take', one)">
        Plan with {{ one.known.took }}
      </button>
    </p>
  </section>
</template>
