/** Waits that have begun at a bench: they go on in every place and after a crash, and sound or flash when they are over. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { remember, remembered } from './remembered'

export interface Wait {
  making: string
  plan: string
  step: string
  what: string
  /** seconds since 1970 */
  until: number
}
const KEY = 'ambitus-waits'
const SILENT = 'ambitus-waits-silent'

export function readWaits(text: string | null): Wait[] {
  try {
    const found: unknown = JSON.parse(text ?? '[]')
    return Array.isArray(found)
      ? found.filter((one): one is Wait => typeof (one as Wait)?.until === 'number')
      : []
  } catch {
    return []
  }
}
/** Minutes and seconds that are left, as a clock shows them. */
export function clock(seconds: number): string {
  const left = Math.max(0, Math.ceil(seconds))
  return `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`
}
const waits = ref<Wait[]>(readWaits(remembered(KEY)))
const silent = ref(remembered(SILENT) === 'yes')
const time = ref(Date.now() / 1000)

function keep() {
  remember(KEY, JSON.stringify(waits.value))
  remember(SILENT, silent.value ? 'yes' : 'no')
}
export function startWait(wait: Wait) {
  waits.value = [...waits.value.filter((one) => one.making !== wait.making || one.step !== wait.step), wait]
  keep()
}
export function endWait(wait: Wait) {
  waits.value = waits.value.filter((one) => one !== wait)
  keep()
}
export function setSilent(value: boolean) {
  silent.value = value
  keep()
}
/** Three short tones, made here. */
function sound() {
  try {
    const context = new AudioContext()
    for (const at of [0, 0.35, 0.7]) {
      const tone = context.createOscillator()
      const loud = context.createGain()
      tone.frequency.value = 660
      loud.gain.setValueAtTime(0.15, context.currentTime + at)
      loud.gain.exponentialRampToValueAtTime(0.001, context.currentTime + at + 0.3)
      tone.connect(loud).connect(context.destination)
      tone.start(context.currentTime + at)
      tone.stop(context.currentTime + at + 0.3)
    }
  } catch {
    // no sound here: what is over flashes all the same
  }
}
export function useWaits() {
  let ticking: ReturnType<typeof setInterval> | undefined
  const over = new Set<Wait>()
  function tick() {
    time.value = Date.now() / 1000
    for (const wait of waits.value) {
      if (wait.until > time.value || over.has(wait)) continue
      over.add(wait)
      if (!silent.value) sound()
    }
  }
  const fromElsewhere = (event: StorageEvent) => {
    if (event.key === KEY) waits.value = readWaits(event.newValue)
  }
  onMounted(() => {
    ticking = setInterval(tick, 500)
    window.addEventListener('storage', fromElsewhere)
  })
  onBeforeUnmount(() => {
    clearInterval(ticking)
    window.removeEventListener('storage', fromElsewhere)
  })
  return {
    silent,
    shown: computed(() =>
      waits.value.map((wait) => ({
        wait,
        left: clock(wait.until - time.value),
        over: wait.until <= time.value,
      })),
    ),
  }
}
