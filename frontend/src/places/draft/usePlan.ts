/** One open plan on screen: carries out what `session.ts` asks for, and hands every answer back to it. */
import { computed, onBeforeUnmount, shallowRef } from 'vue'
import {
  api as server,
  Refused,
  Unreachable,
  said,
  type Edit,
  type OpenPlan,
  type Plan,
  type Unit,
} from '../../api/client'
import { afterFrame } from '../../app/afterFrame'
import { shared } from '../../app/sharing'
import { tell, useNews } from '../../app/tabs'
import { useAhead, type Question } from './ahead'
import { begun, isIdle, isWaiting, next, type Effect, type Event, type Failure, type Timer } from './session'
import { holdUnsent, releaseUnsent, unsentOf } from './unsent'

function failureOf(cause: unknown): Failure {
  if (cause instanceof Unreachable) return { kind: 'unreachable' }
  if (cause instanceof Refused)
    return { kind: 'refused', code: cause.code, message: cause.message, problems: cause.problems }
  return { kind: 'other', message: said(cause) }
}

/** What the session needs of the world; a test hands in its own. */
const WORLD = {
  api: server,
  hold: holdUnsent,
  held: unsentOf,
  release: releaseUnsent,
  tell,
  newId: () => crypto.randomUUID() as string,
}

export function usePlan(world = WORLD) {
  const { api } = world
  const session = shallowRef(begun())
  const timers: Partial<Record<Timer, number>> = {}
  const rings: Record<Timer, Event> = {
    settle: { on: 'paused' },
    changed: { on: 'changed long ago' },
    retry: { on: 'retry' },
  }

  /** the piece or seam whose sums are read: those come in full */
  let told = ''

  function happen(event: Event) {
    const turn = next(session.value, event, world.newId())
    session.value = turn.session
    turn.effects.forEach(carryOut)
    if (event.on === 'saved' || (event.on === 'drafted' && event.edit)) afterFrame(askAhead)
  }

  const ahead = useAhead(api.draft, api.draftEarly)
  /** the last edit, if it was a step, or the first that the field in hand may have */
  let stepped: (Edit & { kind: 'stepped' }) | undefined
  const questionOf = ({ spec, edit, unit, was }: Effect & { do: 'draft' }): Question => [
    spec,
    edit ? [edit] : [],
    unit,
    was,
    told,
  ]

  function edit(edit: Edit) {
    stepped = edit.kind === 'stepped' ? edit : undefined
    happen({ on: 'edit', edit })
  }

  /** Once a step is shown: ask what the same key once more would, then the others that step, the likeliest first. */
  function askAhead() {
    if (!stepped) return
    const far = Math.abs(stepped.steps) === 1 ? 10 : 0.1
    const would = [1, -1, far, -far].flatMap((times) => {
      const edit = { ...stepped!, steps: stepped!.steps * times }
      const turn = Number.isInteger(edit.steps) && next(session.value, { on: 'edit', edit }, '')
      return turn ? turn.effects.filter((effect) => effect.do === 'draft') : []
    })
    ahead.ask(would.map(questionOf))
  }

  /** A field has the focus, and nothing was typed into it: its first step is foreseen like the next ones. */
  function foresee(path: string) {
    stepped = { kind: 'stepped', path, steps: 1 }
    afterFrame(askAhead)
  }

  async function ask(effect: Effect & { do: 'draft' }) {
    const { edit, asked, noting } = effect
    try {
      const answer = await (edit ? ahead.answer(questionOf(effect)) : api.draft(...questionOf(effect)))
      const got = shared(session.value.drafted, answer)
      happen({ on: 'drafted', edit, got, asked, noting })
    } catch (cause) {
      happen({ on: 'not drafted', edit, failure: failureOf(cause), asked })
    }
  }
  async function save({ plan, head, sent }: Effect & { do: 'save' }) {
    try {
      happen({ on: 'saved', plan: await api.save(plan, sent.spec, head, sent.editId, sent.cause) })
    } catch (cause) {
      happen({ on: 'not saved', failure: failureOf(cause) })
    }
  }
  function carryOut(effect: Effect) {
    switch (effect.do) {
      case 'draft':
        void ask(effect)
        break
      case 'save':
        void save(effect)
        break
      case 'hold':
        world.hold(effect.plan, effect.unsent)
        break
      case 'release':
        world.release(effect.plan, effect.editId)
        break
      case 'timer':
        window.clearTimeout(timers[effect.timer])
        timers[effect.timer] = window.setTimeout(() => happen(rings[effect.timer]), effect.ms)
        break
      case 'clear':
        window.clearTimeout(timers[effect.timer])
        break
      case 'tell':
        world.tell({ kind: 'plan', plan: effect.plan, head: effect.head })
        break
    }
  }

  const fail = (cause: unknown) => happen({ on: 'failed', failure: failureOf(cause) })
  const mine = () => session.value.working ?? session.value.settled

  async function open(id: string) {
    try {
      happen({ on: 'opened', opened: await api.open(id), held: world.held(id) })
    } catch (cause) {
      happen({ on: 'failed', failure: { kind: 'other', message: said(cause) } })
    }
  }

  /** Keep what is on screen as a plan of its own, where this one cannot be saved to. */
  async function keepAsCopy(): Promise<string | undefined> {
    const { plan } = session.value
    const spec = mine()
    if (!plan || !spec) return undefined
    try {
      const opened = await api.beginFrom(`${plan.name}, mine`, spec)
      world.release(plan.id)
      return opened.plan.id
    } catch (cause) {
      fail(cause)
      return undefined
    }
  }

  /** Go on with mine where the plan has moved: it becomes the newest, the other stays a revision. */
  async function goOnWithMine() {
    const { plan } = session.value
    if (!plan || !mine()) return
    try {
      happen({ on: 'mine over theirs', theirs: await api.open(plan.id) })
    } catch (cause) {
      fail(cause)
    }
  }

  /** Go on with the newer one: mine is set aside among the revisions. */
  async function goOnWithNewer() {
    const { plan, unsaved, unit } = session.value
    const spec = mine()
    if (!plan || !spec) return
    try {
      const editId = unsaved?.editId ?? world.newId()
      const opened = await api.setAside(plan.id, spec, plan.head, editId, unsaved?.cause || 'Edited')
      world.release(plan.id)
      happen({ on: 'opened', opened, unit, tell: true })
    } catch (cause) {
      fail(cause)
    }
  }

  /** Have the sums of another piece or seam told in full, where the answer at hand does not. */
  function tellInFull(key: string) {
    told = key
    if (session.value.drafted && session.value.drafted.told !== key) happen({ on: 'told' })
  }

  /** Another tab kept this plan: follow it, unless something here is not kept yet. */
  useNews(async (news) => {
    if (news.kind !== 'plan' || news.plan !== session.value.plan?.id || !isIdle(session.value)) return
    try {
      const opened = await api.open(news.plan)
      if (isIdle(session.value)) happen({ on: 'opened', opened, unit: session.value.unit, followed: true })
    } catch {
      // the next save finds out
    }
  })

  async function act(what: () => Promise<Plan | OpenPlan>) {
    happen({ on: 'settle' })
    try {
      const got = await what()
      if ('spec' in got) happen({ on: 'opened', opened: got, unit: session.value.unit, tell: true })
      else happen({ on: 'acted', plan: got })
    } catch (cause) {
      fail(cause)
    }
  }

  const leaving = () => happen({ on: 'settle' })
  window.addEventListener('pagehide', leaving)
  onBeforeUnmount(() => {
    leaving()
    stepped = undefined
    ahead.drop()
    window.removeEventListener('pagehide', leaving)
    // what is not settled yet still settles
    window.clearTimeout(timers.retry)
    window.clearTimeout(timers.changed)
  })

  return {
    plan: computed(() => session.value.plan),
    drafted: computed(() => session.value.drafted),
    settled: computed(() => session.value.settled),
    unit: computed(() => session.value.unit),
    problems: computed(() => session.value.problems),
    offline: computed(() => session.value.offline),
    waiting: computed(() => isWaiting(session.value)),
    keeping: computed(() => session.value.keeping),
    trouble: computed(() => session.value.trouble),
    left: computed(() => session.value.left),
    redrawn: computed(() => session.value.redrawn),
    followed: computed(() => session.value.followed),
    changed: computed(() => session.value.changed),
    canUndo: computed(() => session.value.done.length > 0),
    canRedo: computed(() => session.value.undone.length > 0),
    open,
    edit,
    foresee,
    settle: () => happen({ on: 'settle' }),
    restore: (path: string) => happen({ on: 'restore', path }),
    undo: () => happen({ on: 'undo' }),
    redo: () => happen({ on: 'redo' }),
    send: () => happen({ on: 'send' }),
    setUnit: (unit: Unit) => happen({ on: 'unit', unit }),
    useLeft: () => happen({ on: 'use left' }),
    dropLeft: () => happen({ on: 'drop left' }),
    takeOver: () => happen({ on: 'take over' }),
    tellInFull,
    told: () => told,
    heardOfIt: () => happen({ on: 'heard' }),
    keepAsCopy,
    goOnWithMine,
    goOnWithNewer,
    act,
  }
}

export type PlanAtHand = ReturnType<typeof usePlan>
