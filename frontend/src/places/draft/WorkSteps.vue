<script setup lang="ts">
/** The work read through before anything is cut: every step with its picture, as the core carried it out. */
import { computed } from 'vue'
import { api, said, type Drafted } from '../../api/client'
import PaperDialog from '../../app/PaperDialog.vue'
import { useResting } from '../../app/resting'
import WorkDrawing from '../../bag-drawing/WorkDrawing.vue'
import ShownLength from '../../length-field/ShownLength.vue'
import './work-steps.css'

const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ drafted: Drafted | undefined }>()
const asked = computed(() =>
  shown.value && props.drafted ? { spec: props.drafted.spec, unit: props.drafted.unit } : undefined,
)
const { answer: work, failed } = useResting(asked, ({ spec, unit }, signal) => api.work(spec, unit, signal))
const KINDS = { step: '', gate: 'check before going on', 'no return': 'no way back after this' } as const
</script>

<template>
  <PaperDialog
    v-model="shown"
    title="The work, in order"
    :width="900"
    class="work-steps"
    closes="Close the steps"
  >
    <template #beside>
      <p v-if="work" class="hint">
        {{ work.steps.length }} steps, about <b data-takes>{{ work.takes }}</b>{{
          work.waits ? ` and ${work.waits} of waiting` : ''
        }}: {{ work.reckoned }}.
      </p>
    </template>
    <p v-if="failed" class="wrong-text" role="alert">{{ said(failed) }}</p>
    <p v-else-if="!work" class="hint">Sewing it through…</p>
    <template v-else>
      <p v-if="work.refused" class="wrong-text" role="alert">
        <b>This cannot be sewn as it is.</b> {{ work.refused }}
      </p>
      <p v-if="work.instead" class="hint" role="status">
        <b>The order you chose does not hold here, so the usual one is shown.</b> {{ work.instead }}
      </p>
      <ol tabindex="0" aria-label="Steps">
        <li v-for="s in work.steps" :key="s.number" :class="s.kind.replace(' ', '-')">
          <WorkDrawing v-if="s.picture" :picture="s.picture" />
          <span v-else />
          <div>
            <h3>
              <span class="step-number">{{ s.number }}</span> {{ s.title }}
              <em v-if="KINDS[s.kind]">{{ KINDS[s.kind] }}</em>
            </h3>
            <p>{{ s.say }}</p>
            <p v-if="s.lengths.length || s.reads.length" class="step-reads">
              <span v-for="(l, i) in s.lengths" :key="`l${i}`"><ShownLength :text="l" /></span>
              <span v-for="(r, i) in s.reads" :key="`r${i}`"
                ><small>should read</small> <ShownLength :text="r"
              /></span>
            </p>
            <p v-if="s.settings || s.needle" class="step-set">
              {{ s.settings }}
              <span v-if="s.needle">Under the needle: <ShownLength :text="s.needle" />.</span>
            </p>
            <p v-if="s.waits" class="step-set">{{ s.waits }}</p>
            <p v-for="c in s.cautions" :key="c" class="caution">{{ c }}</p>
          </div>
          <small class="step-takes">{{ s.takes }}</small>
        </li>
      </ol>
    </template>
  </PaperDialog>
</template>
