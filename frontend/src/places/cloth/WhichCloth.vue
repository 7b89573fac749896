<script setup lang="ts">
/** Which cloth, and why: what the cloths want of each other, of interfacing, needle and thread; and which width costs least. */
import { ref } from 'vue'
import {
  api,
  type Advice,
  type Cloth,
  type ClothChoices,
  type Edit,
  type Spec,
  type Unit,
} from '../../api/client'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'
import { pickedEdits } from './asEdits'

const props = defineProps<{ cloth: Cloth; spec: Spec; choices: ClothChoices; unit: Unit }>()
const emit = defineEmits<{ width: [text: string]; change: [edits: Edit[]] }>()
const opened = ref(false)
const asked = () =>
  opened.value
    ? { spec: props.spec, choices: props.choices, cloth: props.cloth.key, unit: props.unit }
    : undefined
const { answer: rolls } = useResting(asked, ({ spec, choices, cloth, unit }, signal) =>
  api.rolls(spec, choices, cloth, unit, signal),
)
const { answer: advice } = useResting(asked, ({ spec, choices, unit }, signal) =>
  api.advice(spec, choices, unit, signal),
)
const take = (one: Advice) => emit('change', pickedEdits(one.edits ?? []))
</script>

<template>
  <details class="on-paper which" @toggle="opened = ($event.target as HTMLDetailsElement).open">
    <summary>
      <h2>Which cloth, which width</h2>
      <small>why</small>
    </summary>
    <table v-if="rolls?.length" class="rolls">
      <caption class="visually-hidden">
        {{
          cloth.label
        }}
        at the shop
      </caption>
      <tbody>
        <tr v-for="roll in rolls" :key="roll.width" :class="{ chosen: roll.chosen }" :data-roll="roll.text">
          <th scope="row"><ShownLength :text="roll.width" /> <small>wide</small></th>
          <td>
            <b v-if="roll.price">{{ roll.price }}</b> <b v-if="roll.why" class="why">{{ roll.why }}</b>
          </td>
          <td><ShownLength :text="roll.amount" /></td>
          <td>
            <button v-if="!roll.chosen" type="button" class="quiet" @click="emit('width', roll.text)">
              Take it
            </button>
            <span v-else class="hint">chosen</span>
          </td>
        </tr>
        <tr v-for="roll in rolls.filter((one) => one.colours.length && one.chosen)" :key="`of ${roll.width}`">
          <td colspan="4" class="hint">in {{ roll.colours.join(', ') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="rolls?.length" class="hint">At a made-up shop: ask your own.</p>
    <dl class="advice">
      <template v-for="one in advice ?? []" :key="one.about">
        <dt>{{ one.about }} <small v-if="one.so">as it is</small></dt>
        <dd :data-advice="one.about">
          <b>{{ one.says }}</b> {{ one.why }}
          <button v-if="one.edits?.length && !one.so" type="button" class="quiet" @click="take(one)">
            Make the bag so
          </button>
        </dd>
      </template>
    </dl>
  </details>
</template>
