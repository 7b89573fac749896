<script setup lang="ts">
/** A piece cut from a printed panel: typed how wide or how high that is, the bag that it makes, and what follows it. */
import { ref, shallowRef, watch } from 'vue'
import { api, Refused, said, type Edit, type Held, type Lying, type Spec, type Unit } from '../../api/client'
import { typedEdits } from './asEdits'

const props = defineProps<{ piece: Lying; spec: Spec; unit: Unit }>()
const emit = defineEmits<{ change: [edits: Edit[]] }>()
const side = ref<'width' | 'height'>('width')
const text = ref('')
const held = shallowRef<Held>()
const trouble = ref('')
watch([() => props.piece.piece, () => props.spec, () => props.unit], () => {
  held.value = undefined
  trouble.value = ''
})
async function look() {
  try {
    held.value = await api.held(props.spec, props.piece.piece, side.value, text.value, props.unit)
    trouble.value = ''
  } catch (cause) {
    held.value = undefined
    trouble.value = cause instanceof Refused ? cause.message : said(cause)
  }
}
const take = () => emit('change', typedEdits(held.value!.edits))
</script>

<template>
  <details class="held">
    <summary>Cut from a printed panel</summary>
    <form @submit.prevent="look">
      <label class="share"
        ><span><input v-model="text" type="text" data-path="held" /> {{ unit }}</span></label
      >
      <select v-model="side" aria-label="Which side of the piece">
        <option value="width">wide</option>
        <option value="height">high</option>
      </select>
      <button type="submit" class="quiet">Look</button>
    </form>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <template v-if="held">
      <p data-held>
        <b>{{ held.says }}</b>
      </p>
      <p v-if="held.follows.length" class="hint">These follow it:</p>
      <ul class="held-list">
        <li v-for="one in held.follows" :key="one">{{ one }}</li>
      </ul>
      <p v-if="held.stays.length" class="hint">{{ held.stays.join('; ') }} stay as they are.</p>
      <button type="button" class="quiet" @click="take">Make the bag so</button>
    </template>
  </details>
</template>
