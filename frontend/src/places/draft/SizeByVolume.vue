<script setup lang="ts">
/** Litres, or cubic inches: what the bag holds, and the sizes that hold what is asked for. */
import { onMounted, ref, shallowRef, watch } from 'vue'
import { api, said, type Drafted, type Edit, type Volumes } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ drafted: Drafted; beginOpen?: boolean }>()
const emit = defineEmits<{ edits: [edits: Edit[]] }>()
type Choice = Volumes['choices'][number]

const asked = ref('')
const ratio = ref('')
const found = shallowRef<Volumes>()
const wrong = ref('')
let latest = 0

async function work() {
  const mine = ++latest
  try {
    const got = await api.volumes(props.drafted.spec, asked.value, ratio.value, props.drafted.unit)
    if (mine !== latest) return
    found.value = got
    wrong.value = ''
  } catch (cause) {
    if (mine === latest) wrong.value = said(cause)
  }
}
watch(() => [props.drafted.spec, props.drafted.unit], work, { immediate: true })
const first = ref<HTMLInputElement>()
onMounted(() => props.beginOpen && window.setTimeout(() => first.value?.focus(), 50))
const take = (choice: Choice) =>
  emit(
    'edits',
    choice.edits.map((e) => ({ kind: 'picked', path: e.path, value: e.value })),
  )
</script>

<template>
  <details class="tile-group words by-volume" :open="beginOpen">
    <summary>Size by the litre: it holds {{ found?.now }}</summary>
    <form class="volume-asked" @submit.prevent="work">
      <label>
        It should hold
        <input
          ref="first"
          v-model="asked"
          data-volume
          :placeholder="drafted.plan_unit === 'in' ? '730 cu in' : '12 l'"
        />
      </label>
      <label>
        height by radius, or a thing: high × across
        <input v-model="ratio" data-ratio :placeholder="found?.ratio" />
      </label>
      <button type="submit" class="quiet">Work out sizes</button>
    </form>
    <p v-if="wrong" class="wrong-text" role="alert">{{ wrong }}</p>
    <div v-if="found?.choices.length" class="tiles">
      <button
        v-for="(choice, i) in found.choices"
        :key="choice.size + i"
        type="button"
        class="tile"
        :data-volume-choice="i"
        @click="take(choice)"
      >
        <span class="tile-words">
          <strong><ShownLength :text="choice.size" /></strong>
          <span class="tile-help"
            >holds {{ choice.holds }}{{ choice.exact ? ', on the cutting grid' : '' }}</span
          >
          <span v-if="choice.note" class="tile-help">{{ choice.note }}</span>
        </span>
      </button>
    </div>
    <div v-if="found?.in_place_of_round" class="in-place-of-round">
      <h3>In place of a round sack</h3>
      <div class="tiles">
        <button type="button" class="tile" data-volume-square @click="take(found.in_place_of_round)">
          <span class="tile-words">
            <strong><ShownLength :text="found.in_place_of_round.size" /></strong>
            <span class="tile-help">holds {{ found.in_place_of_round.holds }}</span>
            <span class="tile-help">{{ found.in_place_of_round.note }}</span>
          </span>
        </button>
      </div>
    </div>
    <p v-if="found?.why" class="hint">{{ found.why }}</p>
  </details>
</template>
