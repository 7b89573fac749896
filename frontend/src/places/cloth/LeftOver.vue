<script setup lang="ts">
/** What is left of a cloth and worth keeping, and the word that it is cut: what is kept of it goes into the stash. */
import { computed, ref, watch } from 'vue'
import { api, said, type Cloth, type ClothChoices, type Spec, type Unit } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{ cloth: Cloth; spec: Spec; choices: ClothChoices; unit: Unit }>()
const emit = defineEmits<{ cut: [] }>()
const all = computed(() =>
  props.cloth.sheets
    .filter((sheet) => sheet.lying.length)
    .flatMap((sheet) =>
      sheet.left.map((left, n) => ({ key: `${sheet.id}#${n}`, id: sheet.id, n, size: left.size })),
    ),
)
const dropped = ref(new Set<string>())
const where = ref('')
const told = ref('')
const trouble = ref('')
watch(
  () => props.cloth,
  () => {
    dropped.value = new Set()
    told.value = trouble.value = ''
  },
)
function turn(key: string) {
  const next = new Set(dropped.value)
  if (!next.delete(key)) next.add(key)
  dropped.value = next
}
const keep = computed(() => all.value.filter((one) => !dropped.value.has(one.key)))
const ofStash = computed(() => props.cloth.sheets.some((sheet) => sheet.stash && sheet.lying.length))
async function cut() {
  try {
    const kept = await api.cutCloth({
      spec: props.spec,
      choices: props.choices,
      cloth: props.cloth.key,
      keep: keep.value.map((one) => [one.id, one.n]),
      where: where.value,
      unit: props.unit,
    })
    const went = kept.length === 1 ? 'One piece went' : `${kept.length} pieces went`
    told.value = `${went} into the stash${ofStash.value ? '; what was cut of is out of it' : ''}.`
    trouble.value = ''
    emit('cut')
  } catch (cause) {
    trouble.value = said(cause)
  }
}
</script>

<template>
  <section v-if="all.length || ofStash" class="on-paper" aria-label="What is left">
    <h2>Left, and worth keeping</h2>
    <p class="left-list">
      <label v-for="one in all" :key="one.key" class="may-lie">
        <input type="checkbox" :checked="!dropped.has(one.key)" @change="turn(one.key)" />
        <ShownLength :text="one.size" />
      </label>
    </p>
    <label class="left-where"
      ><span class="caption">lies then in</span>
      <input v-model="where" type="text" maxlength="120" placeholder="basket, shelf…"
    /></label>
    <p v-if="told" role="status" class="hint" data-told>{{ told }}</p>
    <p v-if="trouble" role="alert" class="wrong-text">{{ trouble }}</p>
    <button v-if="!told" type="button" class="quiet" data-act="cut" @click="cut">
      It is cut: {{ keep.length ? 'put these into the stash' : 'take what it was cut of out of the stash' }}
    </button>
  </section>
</template>
