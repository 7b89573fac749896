/** My usual, read once and shared by all places. */
import { computed, shallowRef } from 'vue'
import { tell } from '../app/tabs'
import { api, type UsualEdit, type UsualShown } from '../api/client'

const shown = shallowRef<UsualShown>()

export function useUsual() {
  async function load() {
    try {
      shown.value = await api.usual()
    } catch {
      // the places say themselves that the server does not answer
    }
  }
  async function keep(edit: UsualEdit) {
    shown.value = await api.keepUsual(edit)
    tell({ kind: 'usual' })
  }
  return {
    shown,
    single: computed(() => shown.value?.usual.keys ?? true),
    load,
    keep,
    setSingle: (on: boolean) => keep({ unit: shown.value?.usual.unit ?? 'cm', keys: on }),
  }
}
