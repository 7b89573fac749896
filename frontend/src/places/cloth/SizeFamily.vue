<script setup lang="ts">
/** A family of sizes: the bag drafted anew in each, side by side, and one of them taken over or begun as a plan. */
import { ref } from 'vue'
import { api, said, type ClothChoices, type Edit, type OpenPlan, type Unit } from '../../api/client'
import { useResting } from '../../app/resting'
import ShownLength from '../../length-field/ShownLength.vue'
import { typedEdits } from './asEdits'

const props = defineProps<{ opened: OpenPlan; choices: ClothChoices; unit: Unit }>()
const emit = defineEmits<{ take: [edits: Edit[]] }>()
const text = ref('')
const { answer: family, failed } = useResting(
  () => ({
    spec: props.opened.spec,
    choices: props.choices,
    sizes: text.value.split(/[,;]+/),
    unit: props.unit,
  }),
  ({ spec, choices, sizes, unit }, signal) =>
    api.family(
      spec,
      choices,
      sizes
        .map((one) => one.trim())
        .filter(Boolean)
        .slice(0, 20),
      unit,
      signal,
    ),
)
const trouble = ref('')
const begun = ref<{ id: string; name: string }>()
async function begin(label: string, edits: readonly (readonly [string, string])[]) {
  try {
    const got = await api.draft(props.opened.spec, typedEdits(edits), props.unit, '', '')
    const { plan } = await api.beginFrom(`${props.opened.plan.name}, ${label}`.slice(0, 120), got.spec)
    begun.value = { id: plan.id, name: plan.name }
    trouble.value = ''
  } catch (cause) {
    trouble.value = said(cause)
  }
}
</script>

<template>
  <section class="family" aria-label="A family of sizes">
    <h2>{{ opened.plan.name }} in other sizes</h2>
    <label class="family-asked">
      <span>{{ family?.label ?? 'Size' }} of each, in {{ unit }}</span>
      <input
        v-model="text"
        type="text"
        data-path="family"
        :placeholder="family?.sizes.map((one) => one.label).join(', ')"
        :aria-invalid="failed ? 'true' : undefined"
      />
      <small>Its other sizes follow in proportion; hems, seams and straps stay.</small>
    </label>
    <p v-if="failed" class="wrong-text" role="alert">{{ said(failed) }}</p>
    <p v-if="trouble" class="wrong-text" role="alert">{{ trouble }}</p>
    <p v-if="begun" class="notice" role="status">
      <RouterLink :to="{ name: 'draft', params: { id: begun.id } }">{{ begun.name }}</RouterLink> is on the
      shelf.
    </p>
    <div class="family-table">
      <table v-if="family">
        <thead>
          <tr>
            <th scope="col">Finished</th>
            <th scope="col">Largest piece</th>
            <th scope="col">Holds</th>
            <th v-if="family.sizes.some((one) => one.cord)" scope="col">Cord</th>
            <th scope="col">Cloth to buy</th>
            <td />
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="one in family.sizes"
            :key="one.label"
            :data-size="one.label"
            :class="{ chosen: one.chosen }"
          >
            <th scope="row" class="family-size">
              <ShownLength :text="one.finished" />
              <b v-if="one.stops" class="why">■ cannot be cut so</b>
            </th>
            <td><ShownLength :text="one.cut" /></td>
            <td>{{ one.holds }}</td>
            <td v-if="family.sizes.some((some) => some.cord)"><ShownLength :text="one.cord" /></td>
            <td>
              <span v-for="[cloth, amount] in one.cloths" :key="cloth" class="family-cloth">
                <b><ShownLength :text="amount" /></b> {{ cloth }}
              </span>
            </td>
            <td class="family-acts">
              <template v-if="!one.chosen">
                <button type="button" class="quiet" @click="emit('take', typedEdits(one.edits))">
                  Make the bag so
                </button>
                <button type="button" class="quiet" @click="begin(one.label, one.edits)">
                  Begin a plan so
                </button>
              </template>
              <span v-else class="hint">this plan</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
