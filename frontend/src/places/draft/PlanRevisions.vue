<script setup lang="ts">
/** A plan's revisions, each in words; any two can be compared, and any made the newest again. */
import { computed, ref, shallowRef, watch } from 'vue'
import { api, said, type Compared, type Revision, type Unit } from '../../api/client'
import PaperDialog from '../../app/PaperDialog.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import TwoBags from './TwoBags.vue'
import './revisions.css'

const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ plan: string; head: number; unit: Unit }>()
const emit = defineEmits<{ restore: [number: number] }>()
const revisions = shallowRef<Revision[]>([])
const picked = ref<number[]>([])
const compared = shallowRef<Compared>()
const trouble = ref('')
const oldest = computed(() => revisions.value.at(-1)?.number ?? 1)

/** Fetch the newest revisions, or those before a number. */
async function load(before?: number) {
  try {
    const got = await api.revisions(props.plan, before)
    revisions.value = before ? [...revisions.value, ...got] : got
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
}
watch(shown, async (now) => {
  picked.value = []
  compared.value = undefined
  trouble.value = ''
  if (now) await load()
})
const pair = computed(() => [...picked.value].sort((a, b) => a - b) as [number, number])
/** The two picked last are compared; one alone is compared with the newest. */
async function pick(number: number) {
  picked.value = picked.value.includes(number)
    ? picked.value.filter((n) => n !== number)
    : [...picked.value, number].slice(-2)
  compared.value = undefined
  if (picked.value.length !== 2) return
  try {
    compared.value = await api.compareRevisions(props.plan, ...pair.value, props.unit)
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
}
const when = (iso: string) =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <PaperDialog v-model="shown" title="Revisions" :width="680">
    <template #beside><p class="hint">Tick two of them to see what differs.</p></template>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <TwoBags
      v-if="compared"
      :compared="compared"
      :before="`Revision ${pair[0]}`"
      :after="`Revision ${pair[1]}`"
    />
    <ol class="revisions">
      <li v-for="r in revisions" :key="r.number">
        <input
          type="checkbox"
          :checked="picked.includes(r.number)"
          :aria-label="`Compare revision ${r.number}`"
          @change="pick(r.number)"
        />
        <b>{{ r.number }}</b>
        <span
          ><ShownLength :text="r.cause" /><small>{{ when(r.saved_at) }}</small></span
        >
        <button
          v-if="r.number !== head"
          type="button"
          class="quiet"
          :aria-label="`Restore revision ${r.number}`"
          @click="emit('restore', r.number)"
        >
          Restore
        </button>
        <small v-else>now</small>
      </li>
    </ol>
    <button v-if="oldest > 1" type="button" class="quiet" @click="load(oldest)">
      {{ oldest - 1 }} older
    </button>
  </PaperDialog>
</template>
