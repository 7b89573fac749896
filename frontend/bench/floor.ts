/**
 * The floor that every key is measured against: a field of the same framework, a key that changes it by one, the
 * same server that echoes the number, and the number on screen.
 */
import 'vuetify/styles/core'
import { createApp, defineComponent, h, ref } from 'vue'
import { VApp, VCard, VTextField } from 'vuetify/components'
import { vuetify } from '../src/app/theme'

const page = defineComponent(() => {
  const number = ref(0)
  async function step(event: KeyboardEvent) {
    const by: Record<string, number> = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }
    if (!by[event.key]) return
    event.preventDefault()
    const asked = number.value + by[event.key]!
    const answer = await fetch('/api/bench/echo', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ number: asked }),
    })
    number.value = ((await answer.json()) as { number: number }).number
  }
  return () =>
    h(VApp, () =>
      h(VCard, () => [
        h(VTextField, { label: 'Number', modelValue: String(number.value), onKeydown: step }),
        h('output', { 'data-floor': '' }, String(number.value)),
      ]),
    )
})
createApp(page).use(vuetify).mount('#app')
