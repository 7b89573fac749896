<script setup lang="ts">
/** A plan's revisions, each in words; any can be made the newest again. */
import { shallowRef, watch } from 'vue'
import { api, type Revision } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ plan: string; head: number }>()
const emit = defineEmits<{ restore: [number: number] }>()
const revisions = shallowRef<Revision[]>([])

watch(shown, async (now) => {
  if (now) revisions.value = await api.revisions(props.plan)
})
const when = (iso: string) =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <v-dialog v-model="shown" max-width="560" aria-labelledby="revisions-title">
    <v-card class="keys-sheet">
      <h2 id="revisions-title">Revisions</h2>
      <ol class="revisions">
        <li v-for="r in revisions" :key="r.number">
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
      <v-btn variant="outlined" @click="shown = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>
