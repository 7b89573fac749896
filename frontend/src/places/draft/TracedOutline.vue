<script setup lang="ts">
/** An outline that was drawn: how far round it is, and another one from a drawing. */
import { ref } from 'vue'
import { api, Refused, said, type Edit, type Tiles } from '../../api/client'
import { textOf } from '../../app/textOf'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ outline: NonNullable<Tiles['outline']> }>()
const emit = defineEmits<{ edit: [edit: Edit]; settle: [] }>()

const units = ['mm', 'cm', 'in', 'px'] as const
const input = ref<HTMLInputElement>()
const wrong = ref('')
const notes = ref<string[]>([])
const asksUnit = ref(false)
let drawing: { name: string; text: string } | undefined

async function chosen(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  asksUnit.value = false
  try {
    drawing = { name: file.name, text: await textOf(file) }
    await read('')
  } catch (cause) {
    wrong.value = said(cause)
  }
  // the same file can be chosen again once it was mended
  if (input.value) input.value.value = ''
}
async function read(unit: (typeof units)[number] | '') {
  if (!drawing) return
  wrong.value = ''
  notes.value = []
  asksUnit.value = false
  try {
    const got = await api.outline(drawing.name, drawing.text, unit)
    notes.value = got.notes
    emit('edit', { kind: 'picked', path: props.outline.path, value: got.outline })
    emit('settle')
  } catch (cause) {
    wrong.value = said(cause)
    asksUnit.value = cause instanceof Refused && cause.code === 'no-unit'
  }
}
</script>

<template>
  <div class="tile-group traced-outline" role="group" aria-label="Outline">
    <h3>Outline</h3>
    <p class="traced-sizes" data-outline>
      <span>round its seam <ShownLength :text="outline.around" /></span>
      <span>encloses <ShownLength :text="outline.area" /></span>
      <span v-if="!outline.imported" class="hint">{{ outline.begins }}</span>
    </p>
    <label class="quiet file-label">
      Import from SVG or DXF
      <input ref="input" type="file" accept=".svg,.dxf" class="visually-hidden" @change="chosen" />
    </label>
    <p v-if="wrong" class="wrong-text" role="alert">{{ wrong }}</p>
    <p v-if="asksUnit" class="traced-units">
      It was drawn in
      <button v-for="u in units" :key="u" type="button" class="quiet" @click="read(u)">{{ u }}</button>
    </p>
    <p v-for="note in notes" :key="note" class="hint" role="status">{{ note }}</p>
  </div>
</template>
