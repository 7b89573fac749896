<script setup lang="ts">
/** An edit that came too late: both versions, what differs, and three ways on that lose neither. */
import { onMounted, shallowRef, ref } from 'vue'
import { api, said, type Compared, type OpenPlan, type Spec, type Unit } from '../../api/client'
import TwoBags from './TwoBags.vue'
import './two-bags.css'

const props = defineProps<{ plan: string; mine: Spec; unit: Unit }>()
const emit = defineEmits<{ mine: []; theirs: []; copy: [] }>()
const theirs = shallowRef<OpenPlan>()
const compared = shallowRef<Compared>()
const trouble = ref('')

onMounted(async () => {
  try {
    theirs.value = await api.open(props.plan)
    compared.value = await api.compare(theirs.value.spec, props.mine, props.unit)
  } catch (cause) {
    trouble.value = said(cause)
  }
})
</script>

<template>
  <section class="plan-moved" role="alertdialog" aria-label="Changed in another place">
    <h2>This plan was changed in another place</h2>
    <p>
      Both versions are here, and neither is lost: the one you do not go on with stays among the revisions.
    </p>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <div class="ways-on">
      <button type="button" class="quiet" @click="emit('mine')">Go on with mine</button>
      <button type="button" class="quiet" @click="emit('theirs')">Go on with the newer one</button>
      <button type="button" class="quiet" @click="emit('copy')">Keep mine as a plan of its own</button>
    </div>
    <TwoBags
      v-if="compared"
      :compared="compared"
      :before="`The newer, revision ${theirs?.plan.head}`"
      after="Yours"
    />
  </section>
</template>
