<script setup lang="ts">
/** Two bags beside each other, drawn to one scale, and in words what differs between them. */
import { computed } from 'vue'
import type { Compared } from '../../api/client'
import { steppedScale } from '../../bag-drawing/scale'
import StandingBag from '../../bag-drawing/StandingBag.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import './two-bags.css'

const props = defineProps<{ compared: Compared; before: string; after: string }>()
const scale = computed(() => {
  const [width, height] = props.compared.box
  return steppedScale({ width: width!, height: height! }, { width: 210, height: 170 })
})
const words = { stop: 'stop', warn: 'look again', note: 'worth knowing' } as Record<string, string>
const groups = computed(() =>
  [
    { label: 'Chosen', rows: props.compared.chosen },
    { label: 'Finished', rows: props.compared.finished },
    { label: 'Cut', rows: props.compared.pieces.map((p) => ({ ...p, label: p.name })) },
    {
      label: 'Checks',
      rows: props.compared.checks.map((c) => ({
        ...c,
        was: words[c.was] ?? 'quiet',
        now: words[c.now] ?? 'quiet',
      })),
    },
  ].filter((g) => g.rows.length),
)
</script>

<template>
  <div class="two-bags">
    <div class="side-by-side">
      <figure>
        <StandingBag :standing="compared.before" :scale="scale" plain :label="before" />
        <figcaption>{{ before }}</figcaption>
      </figure>
      <figure>
        <StandingBag :standing="compared.after" :scale="scale" plain :label="after" />
        <figcaption>{{ after }}</figcaption>
      </figure>
    </div>
    <p v-if="!groups.length" class="all-well">They make the same bag.</p>
    <table v-else>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">What</span></th>
          <th scope="col">{{ before }}</th>
          <th scope="col">{{ after }}</th>
        </tr>
      </thead>
      <tbody v-for="g in groups" :key="g.label">
        <tr class="group">
          <th scope="rowgroup" colspan="3">{{ g.label }}</th>
        </tr>
        <tr v-for="d in g.rows" :key="d.key" :data-differs="d.key">
          <th scope="row">{{ d.label }}</th>
          <td><ShownLength :text="d.was || 'none'" /></td>
          <td class="now"><ShownLength :text="d.now || 'none'" /></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
