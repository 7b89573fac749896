<script setup lang="ts">
/** What else can be done at a step: words of one’s own, a piece that is spoilt, the time put right, a photograph. */
import { ref, watch } from 'vue'
import { api, said, pictureOf, type Bench, type Making } from '../../api/client'
import { remember } from '../../app/remembered'
import ShownLength from '../../length-field/ShownLength.vue'
import type { AtBench } from './useBench'

const foot = defineModel<string>('foot', { required: true })
const props = defineProps<{ at: AtBench; making: Making; bench: Bench }>()
const emit = defineEmits<{ list: []; another: [] }>()
const note = ref(props.bench.step.note)
const piece = ref('')
const minutes = ref('')
const learning = ref(false)
const trouble = ref('')
// each field by what is its own: what came of the one does not wipe what is being typed in the other
watch(
  () => [props.bench.step.key, props.bench.step.note] as const,
  ([, now]) => (note.value = now),
)
watch(
  () => [props.bench.step.key, props.bench.step.seconds] as const,
  ([, now]) => (minutes.value = now ? String(Math.round(now / 60)) : ''),
  { immediate: true },
)
function keepNote() {
  if (note.value.trim() !== props.bench.step.note)
    void props.at.happen({ kind: 'noted', step: props.bench.step.key, words: note.value.trim() })
}
function keepTime() {
  const typed = Number(minutes.value.replace(',', '.'))
  if (minutes.value.trim() && Number.isFinite(typed) && typed >= 0)
    void props.at.happen({ kind: 'timed', step: props.bench.step.key, seconds: typed * 60 })
}
function spoil() {
  if (piece.value) void props.at.happen({ kind: 'spoilt', piece: piece.value, count: 1, why: '' })
  piece.value = ''
}
async function photograph(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  trouble.value = ''
  try {
    await api.addPhoto(props.making.id, file, props.bench.step.title)
    await props.at.load(props.making.id)
  } catch (cause) {
    trouble.value = said(cause)
  }
}
async function putAway(photo: string) {
  await api.putPhotoAway(photo)
  await props.at.load(props.making.id)
}
function learnFoot(event: KeyboardEvent) {
  event.preventDefault()
  event.stopPropagation()
  learning.value = false
  if (event.key === 'Escape') return
  foot.value = event.key
  remember('ambitus-foot', event.key)
}
</script>

<template>
  <section class="at-this-step" aria-label="At this step" data-stay>
    <ul v-if="bench.spoilt.length" class="spoilt">
      <li v-for="one in bench.spoilt" :key="one.piece" :data-spoilt="one.piece">
        Cut again: <b>{{ one.letter }} {{ one.name }} × {{ one.count }}</b>
        <b class="cut-size"><ShownLength :text="one.size" /></b> of {{ one.cloth }}
        <button type="button" class="choice" @click="at.happen({ kind: 'cut again', piece: one.piece })">
          It is cut
        </button>
      </li>
    </ul>
    <div class="at-row">
      <button type="button" class="quiet" data-act="steps" @click="emit('list')">All steps</button>
      <label class="at-note"
        ><span class="caption">My own words at this step</span>
        <input
          v-model="note"
          type="text"
          maxlength="600"
          data-note
          @change="keepNote"
          @keydown.enter="keepNote"
        />
      </label>
      <label class="at-time"
        ><span class="caption">It took, min</span>
        <input v-model="minutes" type="text" inputmode="decimal" data-minutes @change="keepTime" />
      </label>
      <label class="at-piece"
        ><span class="caption">Spoilt, or one more</span>
        <select v-model="piece" data-spoil @change="spoil">
          <option value="">which piece</option>
          <option v-for="one in bench.pieces" :key="one.piece" :value="one.piece">
            {{ one.letter }} {{ one.name }}
          </option>
        </select>
      </label>
      <label class="file-label quiet"
        >A photograph<input
          class="visually-hidden"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          @change="photograph"
      /></label>
      <button v-if="!learning" type="button" class="quiet" @click="learning = true">Foot switch</button>
      <input
        v-else
        class="foot-key"
        aria-label="Press the foot switch"
        placeholder="press the switch"
        @vue:mounted="({ el }: { el: HTMLInputElement }) => el.focus()"
        @keydown="learnFoot"
        @blur="learning = false"
      />
      <RouterLink
        class="quiet"
        :to="{ name: 'steps-large', params: { id: making.plan, revision: making.revision } }"
        >Print the steps large</RouterLink
      >
      <button type="button" class="quiet" @click="emit('another')">Another making</button>
    </div>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <p v-if="making.photos.length" class="at-photos">
      <span v-for="one in making.photos" :key="one.id">
        <img :src="pictureOf(one.id, true)" :alt="one.words || 'Photograph of the work'" loading="lazy" />
        <button
          type="button"
          class="quiet"
          :aria-label="`Put the photograph ${one.words} away`"
          @click="putAway(one.id)"
        >
          Put away
        </button>
      </span>
    </p>
  </section>
</template>
