<script setup lang="ts">
/**
 * What to know before the scissors: stops first. Choosing one goes to the number it is about. Each can be
 * silenced on this plan with a reason; the reason is kept, and printed with the sheet.
 */
import { computed, nextTick, ref } from 'vue'
import type { Finding, Remedy } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

const props = defineProps<{
  findings: readonly Finding[]
  /** the same findings with the remedies that work, once the hand rests */
  helped?: readonly Finding[]
}>()
const emit = defineEmits<{
  go: [where: string]
  silence: [check: string, reason: string]
  remedy: [remedy: Remedy]
}>()
const marks = { stop: '■', warn: '▲', note: '●' }
const words = { stop: 'Stop', warn: 'Look again', note: 'Worth knowing' }

const heard = computed(() => props.findings.filter((f) => !f.silenced))
/** What was carried out and works against a finding; nothing while it is not known for what is shown. */
function remediesOf(finding: Finding): readonly Remedy[] {
  const same = props.helped?.find(
    (f) => f.id === finding.id && f.where === finding.where && f.say === finding.say,
  )
  return same?.remedies ?? []
}
/** one line a check, however often it fired */
const silenced = computed(() =>
  Object.values(Object.fromEntries(props.findings.filter((f) => f.silenced).map((f) => [f.id, f]))),
)
const asking = ref('')
const reason = ref('')
const field = ref<HTMLInputElement[]>()
async function ask(check: string) {
  asking.value = asking.value === check ? '' : check
  reason.value = ''
  await nextTick()
  field.value?.[0]?.focus()
}
function silence() {
  if (!reason.value.trim()) return
  emit('silence', asking.value, reason.value.trim())
  asking.value = ''
}
</script>

<template>
  <section class="checks-list" aria-label="Before you cut">
    <h2>Before you cut</h2>
    <p v-if="!heard.length" class="all-well">Nothing stands against cutting this.</p>
    <ul>
      <li v-for="(f, i) in heard" :key="`${f.id} ${i}`" :class="f.level" :data-check="f.id">
        <span class="level" aria-hidden="true">{{ marks[f.level] }}</span>
        <div>
          <button type="button" class="check-title" @click="emit('go', f.where)">
            <span class="visually-hidden">{{ words[f.level] }}: </span>{{ f.title }}
          </button>
          <p><ShownLength :text="f.say" /> <ShownLength :text="f.fix" /></p>
          <div v-for="r in remediesOf(f).slice(0, 1)" :key="r.says" class="remedy">
            <button type="button" :data-remedy="f.id" @click="emit('remedy', r)">
              <b><ShownLength :text="r.says" /></b>
              <small>{{ r.cuts }}</small>
            </button>
          </div>
          <details>
            <summary>Why</summary>
            <p>{{ f.why }}</p>
            <p v-for="r in remediesOf(f).slice(1)" :key="r.says">
              <button type="button" class="quiet small" :data-other-remedy="f.id" @click="emit('remedy', r)">
                Or: <ShownLength :text="r.says" /> ({{ r.cuts }})
              </button>
            </p>
            <button
              type="button"
              class="quiet small"
              :aria-expanded="asking === f.id"
              :aria-label="`Silence on this plan: ${f.title}`"
              @click="ask(f.id)"
            >
              Silence on this plan
            </button>
            <form v-if="asking === f.id" class="silencing" @submit.prevent="silence">
              <label>
                Why it does not matter here
                <input ref="field" v-model="reason" maxlength="200" @keydown.esc.stop="asking = ''" />
              </label>
              <button type="submit" class="quiet" :disabled="!reason.trim()">Silence it</button>
            </form>
          </details>
        </div>
      </li>
    </ul>
    <details v-if="silenced.length" class="silenced">
      <summary>{{ silenced.length }} silenced on this plan</summary>
      <ul>
        <li v-for="f in silenced" :key="f.id" :data-silenced="f.id">
          <span class="level" aria-hidden="true">{{ marks[f.level] }}</span>
          <div>
            <b>{{ f.title }}</b>
            <p>“{{ f.silenced }}”</p>
            <button
              type="button"
              class="quiet small"
              :aria-label="`Hear again: ${f.title}`"
              @click="emit('silence', f.id, '')"
            >
              Hear it again
            </button>
          </div>
        </li>
      </ul>
    </details>
  </section>
</template>
