<script setup lang="ts">
/** A slider that draws the bag closed; the steps and their numbers come from the core. */
import { computed, ref, shallowRef, watch } from 'vue'
import { api, said, type Closing, type Drafted } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ drafted: Drafted }>()
const emit = defineEmits<{ shapes: [shapes: Closing['shapes'] | undefined] }>()

const at = ref(0)
const steps = shallowRef<Closing[]>([])
const wrong = ref('')
let latest = 0

async function load() {
  const mine = ++latest
  try {
    const got = await api.closing(props.drafted.spec, props.drafted.unit)
    if (mine !== latest) return
    steps.value = got
    wrong.value = ''
  } catch (cause) {
    if (mine === latest) wrong.value = said(cause)
  }
}
watch(() => [props.drafted.spec, props.drafted.unit], load, { immediate: true })
const step = computed(() => steps.value[at.value])
watch([at, step], () => emit('shapes', at.value ? step.value?.shapes : undefined))
</script>

<template>
  <div v-if="steps.length || wrong" class="drawn-closed">
    <label>
      open
      <input
        v-model.number="at"
        type="range"
        min="0"
        :max="steps.length - 1"
        aria-label="Draw the bag closed"
        :aria-valuetext="step ? `mouth ${step.mouth}, tail ${step.tail}` : ''"
      />
      closed
    </label>
    <p v-if="step" class="closed-numbers" data-closing>
      <span>mouth <ShownLength :text="step.mouth" /></span>
      <span>tails <ShownLength :text="step.tail" /></span>
      <span :class="{ 'wrong-text': !step.fits }">
        over contents up to <ShownLength :text="step.over" />{{ step.fits ? '' : ': what goes in is higher' }}
      </span>
    </p>
    <p v-if="wrong" class="wrong-text" role="alert">{{ wrong }}</p>
  </div>
</template>
