<script setup lang="ts">
/** A thing as it is typed: what it is, how large, how many, where it lies. */
import { computed, reactive } from 'vue'
import type { Problem, Stash, Thing, ThingTyped, Unit } from '../../api/client'

const props = defineProps<{
  thing?: Thing
  stash: Stash
  unit: Unit
  problems: Record<string, Problem>
}>()
const emit = defineEmits<{ keep: [typed: ThingTyped]; done: [] }>()
type Typed = Required<{ [K in keyof Omit<ThingTyped, 'unit'>]: NonNullable<ThingTyped[K]> }>

const before = props.thing
// what stands in the fields stays in the unit that it was opened in, whatever is shown beside it
const typedIn = props.unit
const typed = reactive<Typed>({
  kind: before?.thing.kind ?? 'cloth',
  name: before?.thing.name ?? '',
  material: before?.thing.material ?? '',
  colour: before?.thing.colour ?? '',
  shape: before?.thing.shape ?? 'straight',
  width: before?.fields.width ?? '',
  length: before?.fields.length ?? '',
  seam: before?.fields.seam ?? '',
  count: before?.thing.count ?? 1,
  washed: before?.thing.washed ?? true,
  print: before?.thing.print ?? 'plain',
  where: before?.where ?? '',
  note: before?.note ?? '',
})
const laid = computed(() => typed.kind === 'cloth' || typed.kind === 'interfacing')
const materials = computed(() => Object.entries(props.stash.materials[typed.kind] ?? {}))
/** which measures a kind has, and what they are called of it */
const measures = computed(() => {
  if (typed.kind === 'needle') return {}
  if (typed.shape === 'round' && laid.value) return { width: 'across' }
  if (laid.value || typed.kind === 'insert') {
    const tube = typed.shape === 'tube' ? { seam: 'lost at each side of its seam' } : {}
    return { width: typed.shape === 'tube' ? 'all round' : 'wide', length: 'long', ...tube }
  }
  return typed.kind === 'webbing' || typed.kind === 'ribbon' || typed.kind === 'elastic'
    ? { width: 'wide', length: 'long' }
    : { length: 'long' }
})
const problem = (name: string) => props.problems[name]
function send() {
  const said = { ...typed, count: Math.max(0, Math.round(Number(typed.count) || 0)) }
  for (const name of ['width', 'length', 'seam'] as const) if (!(name in measures.value)) said[name] = ''
  emit('keep', { ...said, unit: typedIn })
}
</script>

<template>
  <form
    class="thing-form on-paper"
    :aria-label="thing ? `Change ${thing.name}` : 'Something new'"
    @submit.prevent="send"
  >
    <div class="thing-row">
      <label class="thing-field">
        <span class="caption">What it is</span>
        <select v-model="typed.kind" data-thing="kind">
          <option v-for="(label, key) in stash.kinds" :key="key" :value="key">{{ label }}</option>
        </select>
      </label>
      <label v-if="materials.length" class="thing-field">
        <span class="caption">Of which material</span>
        <select v-model="typed.material" data-thing="material">
          <option value="">not said</option>
          <option v-for="[key, label] in materials" :key="key" :value="key">{{ label }}</option>
        </select>
      </label>
      <label v-if="typed.kind === 'cloth'" class="thing-field">
        <span class="caption">Its shape</span>
        <select v-model="typed.shape" data-thing="shape">
          <option value="straight">Straight</option>
          <option value="round">Round</option>
          <option value="tube">A garment’s tube</option>
        </select>
      </label>
    </div>
    <div class="thing-row">
      <label v-for="(says, name) in measures" :key="name" class="thing-measure">
        <span
          ><input
            v-model="typed[name]"
            type="text"
            :data-thing="name"
            :aria-invalid="problem(name) ? 'true' : undefined"
            :aria-describedby="problem(name) ? `wrong-${name}` : undefined"
          />
          {{ typedIn }}</span
        >
        <span class="caption">{{ says }}</span>
        <span v-if="problem(name)" :id="`wrong-${name}`" class="wrong-text" role="alert"
          >{{ problem(name)!.why }} {{ problem(name)!.fix }}</span
        >
      </label>
      <label class="thing-measure count">
        <span>× <input v-model="typed.count" type="number" min="0" max="10000" data-thing="count" /></span>
        <span class="caption">how many</span>
      </label>
    </div>
    <div class="thing-row">
      <label class="thing-field"
        ><span class="caption">Called</span
        ><input v-model="typed.name" type="text" maxlength="120" data-thing="name"
      /></label>
      <label class="thing-field"
        ><span class="caption">Colour</span
        ><input v-model="typed.colour" type="text" maxlength="120" data-thing="colour"
      /></label>
      <label class="thing-field"
        ><span class="caption">Lies in</span
        ><input v-model="typed.where" type="text" maxlength="120" data-thing="where"
      /></label>
    </div>
    <label class="thing-field wide"
      ><span class="caption">Note</span
      ><input v-model="typed.note" type="text" maxlength="500" data-thing="note"
    /></label>
    <div class="thing-row">
      <label v-if="laid" class="may-lie"><input v-model="typed.washed" type="checkbox" /> Washed</label>
      <label v-if="typed.kind === 'cloth'" class="thing-field">
        <span class="caption">Print</span>
        <select v-model="typed.print">
          <option value="plain">No way up</option>
          <option value="two_way">Up or down</option>
          <option value="one_way">One way up</option>
        </select>
      </label>
    </div>
    <p class="thing-acts">
      <button type="submit" class="to-sheet" data-act="keep">{{ thing ? 'Keep it so' : 'Put it in' }}</button>
      <button type="button" class="quiet" @click="emit('done')">Never mind</button>
    </p>
  </form>
</template>
