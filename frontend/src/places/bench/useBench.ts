/** A making at the bench: what happens is held, sent, and shown as the server says it stands. */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import {
  api,
  Refused,
  said,
  Unreachable,
  type AboutMaking,
  type Entry,
  type Happened,
  type Making,
  type Unit,
} from '../../api/client'
import { startWait } from '../../app/waits'
import { Unkept } from './unkept'
import { idleAfter, pressBack, pressNext, worked } from './working'

const AGAIN_MS = 3000
const now = () => Date.now() / 1000

export function useBench() {
  const making = shallowRef<Making>()
  const entries = shallowRef<Entry[]>([])
  const unit = ref<Unit>()
  const trouble = ref('')
  const waiting = ref(false)
  const armed = ref(false)
  const finishing = ref(false)
  const bench = computed(() => making.value?.bench)
  let held: Unkept | undefined
  let begun = now()
  let sign = now()
  let timer: ReturnType<typeof setTimeout> | undefined

  const seconds = () => (bench.value ? worked(begun, now(), sign, idleAfter(bench.value.step)) : 0)

  function stands(found: Making) {
    const moved = found.bench.step.key !== bench.value?.step.key
    making.value = found
    unit.value = found.bench.unit
    if (moved) {
      begun = sign = now()
      armed.value = false
    }
  }
  // one question after the other: an older answer that comes later would show the bag as it stood before
  let asked: Promise<boolean> = Promise.resolve(true)
  const inTurn = (ask: (before: boolean) => Promise<boolean>) => (asked = asked.then(ask))
  const flush = () => inTurn(send)
  /** Send what is held; where there is nothing (it went along with what was asked before) it ended as that did. */
  async function send(before: boolean): Promise<boolean> {
    const found = making.value
    if (!found || !held) return false
    clearTimeout(timer)
    const sent = held.all
    if (!sent.length) return before
    try {
      stands(await api.happen(found.id, sent, unit.value))
      held.kept(sent.map((one) => one.id))
      trouble.value = ''
      waiting.value = false
      return true
    } catch (cause) {
      if (cause instanceof Refused && cause.status < 500) {
        // what is refused would be refused again: it is told, and given up
        held.kept(sent.map((one) => one.id))
        waiting.value = false
        trouble.value = said(cause)
        return false
      }
      waiting.value = true
      trouble.value = cause instanceof Unreachable ? '' : said(cause)
      timer = setTimeout(() => void flush(), AGAIN_MS)
      return false
    }
  }
  async function happen(...events: Happened[]): Promise<boolean> {
    trouble.value = ''
    held?.hold(events.map((event) => ({ id: crypto.randomUUID(), event })))
    return flush()
  }
  async function load(id: string, wanted?: Unit) {
    await inTurn(async () => {
      // an answer that was awaited till now is in the unit of before
      if (wanted) unit.value = wanted
      held = new Unkept(id)
      try {
        stands(await api.making(id, unit.value))
        return await send(true)
      } catch (cause) {
        trouble.value = said(cause)
        return false
      }
    })
  }
  async function open(plan: string, wanted?: string) {
    try {
      entries.value = await api.makingsOf(plan, unit.value ?? 'cm')
      const going =
        entries.value.find((one) => one.id === wanted) ?? entries.value.find((one) => !one.finished)
      if (going) await load(going.id)
    } catch (cause) {
      trouble.value = said(cause)
    }
  }
  async function begin(plan: string, about: AboutMaking) {
    await inTurn(async () => {
      try {
        const found = await api.beginMaking({ plan, about, unit: unit.value })
        held = new Unkept(found.id)
        stands(found)
        return true
      } catch (cause) {
        trouble.value = said(cause)
        return false
      }
    })
  }
  async function next() {
    const found = bench.value
    if (!found || waiting.value) return
    sign = now()
    const press = pressNext(found, armed.value, seconds())
    if (press === 'arm') armed.value = true
    else if (press === 'finish') finishing.value = true
    else {
      const step = found.step
      const waits = press.happened.kind === 'done' && step.wait_seconds > 0
      const until = now() + step.wait_seconds
      const last = !found.next && press.happened.kind === 'done'
      const more: Happened[] = waits ? [{ kind: 'waiting', step: step.key, until }] : []
      if (await happen(press.happened, ...more)) {
        if (waits && making.value)
          startWait({
            making: making.value.id,
            plan: making.value.plan,
            step: step.title,
            what: step.wait,
            until,
          })
        if (last) finishing.value = true
      }
    }
  }
  async function back() {
    const found = bench.value
    if (!found || waiting.value) return
    sign = now()
    finishing.value = false
    if (armed.value) {
      armed.value = false
      return
    }
    const went = pressBack(found, seconds())
    if (went) await happen(went)
  }
  const go = (step: string) => happen({ kind: 'went', step, seconds: seconds() })
  async function setUnit(wanted: Unit) {
    if (making.value) await load(making.value.id, wanted)
    else unit.value = wanted
  }
  onBeforeUnmount(() => clearTimeout(timer))
  return {
    making,
    entries,
    bench,
    unit,
    trouble,
    waiting,
    armed,
    finishing,
    open,
    load,
    begin,
    happen,
    next,
    back,
    go,
    setUnit,
    flush,
    sign: () => (sign = now()),
    seconds,
  }
}
export type AtBench = ReturnType<typeof useBench>
