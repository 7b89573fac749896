/**
 * The cloths of one plan at hand: what was chosen of them, what lies on them, and the way back. An edit is asked at
 * once and shown when it is answered; what is settled is kept and is one step of undo.
 */
import { computed, onBeforeUnmount, shallowRef } from 'vue'
import {
  api as server,
  Refused,
  said,
  type ClothChoices,
  type ClothEdit,
  type Cloths,
  type Edit,
  type OpenPlan,
  type Problem,
  type Unit,
} from '../../api/client'
import { shared } from '../../app/sharing'
import { unsentOf } from '../draft/unsent'

/** What the cloths need of the world; a test hands in its own. */
const WORLD = { api: server, newId: () => crypto.randomUUID() as string, held: unsentOf }
/** How long a plan that was just left on another place is waited for until it is kept, and how often it is looked. */
const KEPT_BY_MS = 3000
const LOOK_MS = 60

/** Where an edit belongs: the field that a refusal of it stands at. */
export function pathOf(edit: ClothEdit): string {
  switch (edit.kind) {
    case 'typed':
    case 'stepped':
    case 'picked':
      return `${edit.cloth}.${edit.field}`
    case 'source typed':
      return `${edit.cloth}.${edit.source}.${edit.field}`
    case 'source added':
    case 'source taken out':
    case 'hole marked':
    case 'hole typed':
    case 'holes forgotten':
      return `${edit.cloth}.sources`
    case 'times':
    case 'other added':
    case 'other taken out':
      return 'others'
    default:
      return `${edit.cloth}.pins`
  }
}

/** One step of the way back: what was chosen, and the plan's spec where that changed. */
interface Step {
  choices: ClothChoices
  spec?: OpenPlan['spec']
}

export function useCloth(world = WORLD) {
  const { api } = world
  const opened = shallowRef<OpenPlan>()
  const shown = shallowRef<Cloths>()
  const unit = shallowRef<Unit>('cm')
  const problems = shallowRef<Record<string, Problem>>({})
  const trouble = shallowRef('')
  const done = shallowRef<Step[]>([])
  const undone = shallowRef<Step[]>([])
  /** what is kept; edits that are not settled yet lie over it */
  let settled: ClothChoices = { cloths: {} }
  let asked = 0
  let gone = false
  /** edits are asked one after another: each begins from what the one before chose */
  let line: Promise<void> = Promise.resolve()

  const spec = () => opened.value!.spec
  const now = () => (shown.value?.choices ?? settled) as ClothChoices
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

  const waiting = shallowRef(0)

  function inTurn(what: () => Promise<void>): Promise<void> {
    waiting.value += 1
    line = line
      .then(what)
      .catch((cause: unknown) => {
        trouble.value = said(cause)
      })
      .finally(() => (waiting.value -= 1))
    return line
  }

  async function show(choices: ClothChoices, edits: ClothEdit[] = []) {
    const mine = ++asked
    const got = await api.cloth(spec(), choices, edits, unit.value)
    if (mine === asked && !gone) {
      shown.value = shared(shown.value, got)
      trouble.value = ''
    }
  }

  async function open(id: string, wanted?: Unit) {
    await inTurn(async () => {
      for (let waited = 0; world.held(id) && waited < KEPT_BY_MS; waited += LOOK_MS)
        await new Promise((looked) => setTimeout(looked, LOOK_MS))
      opened.value = await api.open(id)
      settled = await api.chosenCloths(id)
      unit.value = wanted ?? spec().unit ?? 'cm'
      done.value = undone.value = []
      shown.value = undefined
      await show(settled)
      settled = now()
    })
  }

  /** Ask one edit. *whole* is whether it is settled by itself: a key that moves a piece, a choice. */
  const edit = (one: ClothEdit, whole = true) =>
    inTurn(async () => {
      const path = pathOf(one)
      try {
        await show(now(), [one])
        const { [path]: mended, ...rest } = problems.value
        if (mended) problems.value = rest
      } catch (cause) {
        if (!(cause instanceof Refused) || !cause.problems[0]) throw cause
        problems.value = { ...problems.value, [path]: cause.problems[0] }
        return
      }
      if (whole) await keep()
    })

  async function keep() {
    const choices = now()
    if (same(choices, settled)) return
    done.value = [...done.value, { choices: settled }]
    undone.value = []
    settled = choices
    await api.keepCloths(opened.value!.plan.id, choices)
  }
  const settle = () => inTurn(keep)

  /** Give the field its settled value back. */
  const restore = (path: string) =>
    inTurn(async () => {
      const { [path]: gone, ...rest } = problems.value
      if (gone) problems.value = rest
      await show(settled)
    })

  async function savePlan(spec: OpenPlan['spec'], cause: string) {
    const { plan } = opened.value!
    const saved = await api.save(plan.id, spec, plan.head, world.newId(), cause)
    opened.value = { ...opened.value!, plan: saved, spec }
  }

  /** Change the plan itself, as its own place would. */
  const changePlan = (...changes: Edit[]) =>
    inTurn(async () => {
      const before = spec()
      const got = await api.draft(before, changes, unit.value, '', '')
      await savePlan(got.spec, got.cause || 'Edited')
      done.value = [...done.value, { choices: settled, spec: before }]
      undone.value = []
      await show(now())
    })

  const go = (from: typeof done, to: typeof done, cause: string) =>
    inTurn(async () => {
      const step = from.value.at(-1)
      if (!step) return
      to.value = [...to.value, { choices: settled, spec: step.spec && spec() }]
      from.value = from.value.slice(0, -1)
      if (step.spec) await savePlan(step.spec, cause)
      settled = step.choices
      problems.value = {}
      await show(settled)
      await api.keepCloths(opened.value!.plan.id, settled)
    })

  const setUnit = (wanted: Unit) =>
    inTurn(async () => {
      unit.value = wanted
      await show(now())
    })

  onBeforeUnmount(() => {
    void settle().finally(() => (gone = true))
  })

  return {
    opened,
    shown,
    unit,
    problems,
    trouble,
    /** what the header says of it: whether all that is on screen is kept */
    keeping: computed(() => {
      if (trouble.value) return 'waiting'
      return waiting.value || !same(now(), settled) ? 'keeping' : 'kept'
    }),
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    open,
    edit,
    settle,
    restore,
    changePlan,
    undo: () => go(done, undone, 'Undone'),
    redo: () => go(undone, done, 'Redone'),
    setUnit,
  }
}

export type ClothsAtHand = ReturnType<typeof useCloth>
