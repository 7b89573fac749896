<script setup lang="ts">
/** Begin a making: who, on what, for whom, how many; or go on with one that rests. */
import { reactive, ref } from 'vue'
import { remember, rememberedAs } from '../../app/remembered'
import type { AtBench } from './useBench'
import { bagsFrom } from './working'

const props = defineProps<{ at: AtBench; plan: string }>()
const emit = defineEmits<{ begun: [] }>()
const { entries } = props.at
const KEY = 'ambitus-about'
const FIELDS = {
  who: 'Who sews',
  machine: 'Machine',
  foot: 'Foot',
  needle: 'Needle',
  cloth: 'Cloth, if not as planned',
  for_whom: 'For whom',
} as const
const last = rememberedAs<Record<keyof typeof FIELDS, string>>(KEY)
const about = reactive({ who: '', machine: '', foot: '', needle: '', cloth: '', for_whom: '', ...last })
const bags = ref('')

async function begin() {
  const { who, machine, foot, needle } = about
  remember(KEY, JSON.stringify({ who, machine, foot, needle }))
  await props.at.begin(props.plan, { kind: 'about', ...about, bags: bagsFrom(bags.value) })
  if (props.at.making.value) emit('begun')
}
async function goOn(id: string) {
  await props.at.load(id)
  emit('begun')
}
</script>

<template>
  <section class="begin-making">
    <h1>At the bench</h1>
    <p class="hint">
      One step at a time, large enough to read with both hands full. A making notes the revision, and stands
      where you left it, on this table or another.
    </p>
    <ul v-if="entries.length" class="makings">
      <li v-for="one in entries" :key="one.id">
        <button type="button" class="choice" :data-making="one.id" @click="goOn(one.id)">
          {{ one.finished ? 'Look at it' : 'Go on' }}
        </button>
        <b>{{ one.finished ? `made ${one.finished}` : one.at }}</b>
        <span class="hint">{{
          [
            `revision ${one.revision}`,
            `${one.done} of ${one.steps} steps`,
            one.who,
            one.for_whom && `for ${one.for_whom}`,
            one.took,
          ]
            .filter(Boolean)
            .join(' · ')
        }}</span>
      </li>
    </ul>
    <form @submit.prevent="begin">
      <label v-for="(label, key) in FIELDS" :key="key" class="thing-field">
        <span class="caption">{{ label }}</span>
        <input v-model="about[key]" type="text" maxlength="120" :data-about="key" />
      </label>
      <label class="thing-field wide">
        <span class="caption">More bags than one: a line each, name, cloth, thread</span>
        <textarea v-model="bags" rows="2" maxlength="4000" data-about="bags" />
      </label>
      <p><button type="submit" class="bench-done" data-act="begin">Begin a making →</button></p>
    </form>
  </section>
</template>
