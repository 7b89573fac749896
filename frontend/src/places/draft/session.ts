/**
 * One open plan as plain data, and what happens to it: `next(session, event, id)` returns the session after an
 * event and what is to be done for it. Nothing here waits, asks or keeps; whoever does hands the answer back as
 * another event. `id` is a fresh one for whatever the event may have to name.
 *
 * Edits are asked one at a time, later ones of the same field put together while they wait. A draft that comes
 * back is shown at once; it settles after a pause, on Enter, or when the field is left, and each settled edit is
 * kept as one revision.
 */
import type { Difference, Drafted, Edit, OpenPlan, Plan, Problem, Spec, Unit } from '../../api/client'
import type { Unsent } from './unsent'

export const SETTLE_MS = 800
export const CHANGED_MS = 9000
export const RETRY_MS = 1500
export type Keeping = 'kept' | 'keeping' | 'waiting' | 'away' | 'moved'

export interface Step {
  before: Spec
  after: Spec
  cause: string
}

export interface Session {
  plan?: Plan
  drafted?: Drafted
  settled?: Spec
  /** the spec that the draft on screen shows, settled or not */
  working?: Spec
  unit: Unit
  problems: Record<string, Problem>
  offline: boolean
  keeping: Keeping
  trouble: string
  /** what an earlier visit left unsent */
  left?: Unsent
  /** what today's rules make otherwise than it was kept */
  redrawn: readonly Difference[]
  followed: boolean
  changed: Record<string, string>
  /** cut sizes before the changes that are being shown */
  baseline?: Record<string, string>
  done: readonly Step[]
  undone: readonly Step[]
  queue: readonly Edit[]
  /** the edit that was asked for and not answered */
  underWay?: Edit
  /** how often the whole draft was asked for: an answer to an older question is not shown */
  asked: number
  /** what was done since the last revision, by field: what it read before, and the core's words for it */
  causes: Record<string, { was: string; said: string }>
  /** the name of the edit that is on screen and not settled */
  pendingId: string
  /** whether what is on screen settles as soon as nothing is under way any more */
  settleWanted: boolean
  /** sent, and not answered */
  saving?: Unsent
  unsaved?: Unsent
  /** sent, and no answer came: it may have been kept, so it goes first, with its own id */
  lost?: Unsent
}

export type Timer = 'settle' | 'changed' | 'retry'

export type Effect =
  | { do: 'draft'; spec: Spec; edit?: Edit; was: string; unit: Unit; asked: number; noting: boolean }
  | { do: 'save'; plan: string; head: number; sent: Unsent }
  | { do: 'hold'; plan: string; unsent: Unsent }
  | { do: 'release'; plan: string; editId?: string }
  | { do: 'timer'; timer: Timer; ms: number }
  | { do: 'clear'; timer: Timer }
  | { do: 'tell'; plan: string; head: number }

/** How a question failed: no answer, an answer that says what is wrong, or anything else. */
export type Failure =
  | { kind: 'unreachable' }
  | { kind: 'refused'; code: string; message: string; problems: readonly Problem[] }
  | { kind: 'other'; message: string }

export type Event =
  | { on: 'opened'; opened: OpenPlan; unit?: Unit; held?: Unsent; tell?: boolean; followed?: boolean }
  | { on: 'edit'; edit: Edit }
  | { on: 'drafted'; edit?: Edit; got: Drafted; asked: number; noting: boolean }
  | { on: 'not drafted'; edit?: Edit; failure: Failure; asked: number }
  | { on: 'settle' }
  | { on: 'paused' }
  | { on: 'changed long ago' }
  | { on: 'retry' }
  | { on: 'send' }
  | { on: 'saved'; plan: Plan }
  | { on: 'not saved'; failure: Failure }
  | { on: 'restore'; path: string }
  | { on: 'undo' }
  | { on: 'redo' }
  | { on: 'unit'; unit: Unit }
  | { on: 'told' }
  | { on: 'use left' }
  | { on: 'drop left' }
  | { on: 'mine over theirs'; theirs: OpenPlan }
  | { on: 'take over' }
  | { on: 'acted'; plan: Plan }
  | { on: 'failed'; failure: Failure }
  | { on: 'heard' }

export interface Turn {
  session: Session
  effects: readonly Effect[]
}

export const begun = (): Session => ({
  unit: 'cm',
  problems: {},
  offline: false,
  keeping: 'kept',
  trouble: '',
  redrawn: [],
  followed: false,
  changed: {},
  done: [],
  undone: [],
  queue: [],
  asked: 0,
  causes: {},
  pendingId: '',
  settleWanted: false,
})

export const pathOf = (edit: Edit) => (edit.kind === 'silenced' ? `silenced.${edit.check}` : edit.path)
/** One move after another of the same thing is one move. */
const further = (first: Edit & { kind: 'moved' }, then: Edit & { kind: 'moved' }) => ({
  ...then,
  right: (first.right ?? 0) + (then.right ?? 0),
  down: (first.down ?? 0) + (then.down ?? 0),
})
const like = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const sizesOf = (d: Drafted) => Object.fromEntries(d.pieces.map((p) => [p.key, p.size]))
/** What was done since the last revision, no longer than a revision can say. */
const causeSaid = (s: Session) =>
  Object.values(s.causes)
    .map((c) => c.said)
    .join(', ')
    .slice(0, 300)
/** What a field read before it was first changed since the last revision. */
const wasOf = (s: Session, edit: Edit) =>
  s.causes[pathOf(edit)]?.was ?? s.drafted?.fields[pathOf(edit)]?.shown ?? ''
const isBusy = (s: Session) => s.underWay !== undefined || s.queue.length > 0

/** Whether a number on screen waits for an answer. */
export const isWaiting = (s: Session) => s.offline || Object.keys(s.problems).length > 0

/** Whether nothing here is under way, unsettled or unsaved. */
export const isIdle = (s: Session) =>
  s.keeping === 'kept' &&
  !isBusy(s) &&
  !s.unsaved &&
  !Object.keys(s.problems).length &&
  like(s.working, s.settled)

/** One event worked through: the session so far, and what is to be done. */
class Working {
  readonly effects: Effect[] = []

  constructor(
    public s: Session,
    private readonly id: string,
  ) {}

  set(change: Partial<Session>) {
    this.s = { ...this.s, ...change }
  }
  do(...effects: Effect[]) {
    this.effects.push(...effects)
  }

  open(event: Event & { on: 'opened' }) {
    const { opened, held } = event
    this.do({ do: 'clear', timer: 'settle' }, { do: 'clear', timer: 'changed' })
    this.set({
      ...begun(),
      drafted: this.s.drafted,
      asked: this.s.asked,
      plan: opened.plan,
      settled: opened.spec,
      working: opened.spec,
      redrawn: opened.redrawn,
      followed: Boolean(event.followed),
      unit: event.unit ?? opened.spec.unit ?? 'cm',
      keeping: opened.plan.put_away_at ? 'away' : 'kept',
    })
    this.again(false)
    if (event.tell) this.do({ do: 'tell', plan: opened.plan.id, head: opened.plan.head })
    if (!held) return
    if (like(held.spec, opened.spec) && !held.typed) this.do({ do: 'release', plan: opened.plan.id })
    else this.set({ left: held })
  }

  /** Draft what is on screen again, for another unit or another spec. */
  again(noting: boolean) {
    const spec = this.s.working ?? this.s.settled
    if (!spec) return
    this.set({ asked: this.s.asked + 1 })
    this.do({ do: 'draft', spec, was: '', unit: this.s.unit, asked: this.s.asked, noting })
  }

  show(got: Drafted, noting: boolean) {
    const before = this.s.drafted
    if (before && noting && before.unit === got.unit) {
      const baseline = this.s.baseline ?? sizesOf(before)
      const changed = Object.fromEntries(
        Object.entries(sizesOf(got))
          .filter(([key, size]) => baseline[key] !== undefined && baseline[key] !== size)
          .map(([key]) => [key, baseline[key]!]),
      )
      this.set({ baseline, changed })
      this.do({ do: 'timer', timer: 'changed', ms: CHANGED_MS })
    } else {
      this.set({ baseline: undefined, changed: {} })
      this.do({ do: 'clear', timer: 'changed' })
    }
    this.set({ drafted: got, working: got.spec })
  }

  /** Put an edit in line; a waiting edit of the same field is replaced or added to. */
  edit(edit: Edit) {
    if (edit.kind === 'typed') this.hold(edit)
    const last = this.s.queue.at(-1)
    const rest = this.s.queue.slice(0, -1)
    if (!last || pathOf(last) !== pathOf(edit) || last.kind !== edit.kind)
      this.set({ queue: [...this.s.queue, edit] })
    else if (last.kind === 'stepped' && edit.kind === 'stepped')
      this.set({ queue: [...rest, { ...last, steps: last.steps + edit.steps }] })
    else if (last.kind === 'moved' && edit.kind === 'moved')
      this.set({ queue: [...rest, further(last, edit)] })
    else this.set({ queue: [...rest, edit] })
    this.pump()
  }

  /** Ask the next edit in line, if none is under way: taken out first, so that nothing is added to it any more. */
  pump() {
    const { queue, underWay, settled, keeping } = this.s
    if (underWay || !settled || keeping === 'away') return
    const [first, ...rest] = queue
    if (!first) return
    // an answer without this edit that is still out would come too late
    this.set({ queue: rest, underWay: first, asked: this.s.asked + 1 })
    const spec = this.s.working ?? settled
    const { unit, asked } = this.s
    this.do({ do: 'draft', spec, edit: first, was: wasOf(this.s, first), unit, asked, noting: true })
  }

  drafted(event: Event & { on: 'drafted' }) {
    const { edit, got } = event
    if (!edit) {
      if (event.asked !== this.s.asked) return
      this.set({ offline: false })
      this.show(got, event.noting)
      return
    }
    this.set({ offline: false, underWay: undefined })
    this.forget(pathOf(edit))
    this.note(edit, got)
    this.show(got, true)
    this.settleSoon()
    this.pump()
    this.settleIfWanted()
    // asked for before another unit was chosen
    if (!isBusy(this.s) && got.unit !== this.s.unit) this.again(false)
  }

  notDrafted(event: Event & { on: 'not drafted' }) {
    const { edit, failure } = event
    if (!edit) return this.fail(failure)
    this.set({ underWay: undefined })
    if (failure.kind === 'unreachable') {
      this.putBack(edit)
      this.hold(this.s.queue[0]!)
      return this.fail(failure)
    }
    if (failure.kind === 'refused') {
      const path = pathOf(edit)
      const about = failure.problems.find((p) => p.field === path) ?? failure.problems[0]
      if (about) this.set({ problems: { ...this.s.problems, [path]: about } })
    } else this.fail(failure)
    if (!like(this.s.working, this.s.settled)) this.settleSoon()
    this.pump()
    this.settleIfWanted()
    // what was still out when the edit began was let go for it
    const { drafted, working, unit } = this.s
    if (drafted && !isBusy(this.s) && (drafted.unit !== unit || !like(drafted.spec, working)))
      this.again(false)
  }

  /** Put an edit that did not get through back at the head of the line. */
  putBack(first: Edit) {
    const [second, ...rest] = this.s.queue
    const same = second && pathOf(second) === pathOf(first) && second.kind === first.kind
    if (!same) this.set({ queue: [first, ...this.s.queue] })
    else if (second.kind === 'stepped' && first.kind === 'stepped')
      this.set({ queue: [{ ...second, steps: first.steps + second.steps }, ...rest] })
    else if (second.kind === 'moved' && first.kind === 'moved')
      this.set({ queue: [further(first, second), ...rest] })
  }

  fail(failure: Failure) {
    if (failure.kind === 'unreachable') {
      this.set({ offline: true })
      this.do({ do: 'timer', timer: 'retry', ms: RETRY_MS })
    } else this.set({ trouble: failure.message })
  }

  forget(path: string) {
    const { [path]: gone, ...problems } = this.s.problems
    if (gone) this.set({ problems })
  }

  /** Remember in the core's words what an edit did, for the list of revisions. */
  note(edit: Edit, got: Drafted) {
    const was = wasOf(this.s, edit)
    this.set({ causes: { ...this.s.causes, [pathOf(edit)]: { was, said: got.cause ?? '' } } })
  }

  /** Keep in the browser what could not be sent. */
  hold(edit: Edit) {
    const { plan, settled, working } = this.s
    if (!plan || !settled) return
    const label = this.s.drafted?.fields[pathOf(edit)]?.label
    const typed =
      edit.kind === 'typed' ? { path: edit.path, label: label ?? edit.path, text: edit.text } : undefined
    const unsent = {
      spec: working ?? settled,
      base: plan.head,
      editId: this.id,
      cause: causeSaid(this.s),
      typed,
    }
    this.do({ do: 'hold', plan: plan.id, unsent })
  }

  settleSoon() {
    const { plan, working } = this.s
    if (plan && working && this.s.drafted) {
      this.set({ pendingId: this.s.pendingId || this.id })
      const unsent = { spec: working, base: plan.head, editId: this.s.pendingId, cause: causeSaid(this.s) }
      this.do({ do: 'hold', plan: plan.id, unsent })
    }
    this.do({ do: 'timer', timer: 'settle', ms: SETTLE_MS })
  }

  /** Settle what is on screen: one step of undo, one revision. */
  settle() {
    this.do({ do: 'clear', timer: 'settle' })
    const { working: after, settled: before, plan } = this.s
    if (!after || !before || isBusy(this.s)) {
      this.set({ settleWanted: isBusy(this.s) })
      return
    }
    this.set({ settleWanted: false })
    const cause = causeSaid(this.s) || 'Edited'
    this.set({ causes: {} })
    if (like(after, before)) {
      if (plan && !this.s.unsaved && !isWaiting(this.s)) this.do({ do: 'release', plan: plan.id })
      this.set({ pendingId: '' })
      return
    }
    this.set({ done: [...this.s.done, { before, after, cause }], undone: [] })
    this.keep(after, cause)
  }

  /** The hand rested: settle, unless an answer is still out. It starts the pause anew, so that a slow answer
   * amid fast presses does not end them. */
  paused() {
    if (!isBusy(this.s)) this.settle()
  }

  /** Settle what was to be settled while something was under way, once nothing is. */
  settleIfWanted() {
    if (this.s.settleWanted && !isBusy(this.s)) this.settle()
  }

  keep(spec: Spec, cause: string) {
    const plan = this.s.plan!
    const unsaved = { spec, base: plan.head, editId: this.s.pendingId || this.id, cause }
    this.set({ settled: spec, working: spec, unsaved, pendingId: '' })
    this.do({ do: 'hold', plan: plan.id, unsent: unsaved })
    this.send()
  }

  send() {
    const { saving, unsaved, plan, lost } = this.s
    if (saving || !unsaved || !plan) return
    const sent = lost ?? unsaved
    this.set({ saving: sent, keeping: 'keeping' })
    this.do({ do: 'save', plan: plan.id, head: plan.head, sent })
  }

  saved(plan: Plan) {
    const sent = this.s.saving
    const all = this.s.unsaved === sent
    this.set({ plan, saving: undefined, lost: undefined, offline: false, trouble: '', redrawn: [] })
    this.do(
      { do: 'tell', plan: plan.id, head: plan.head },
      { do: 'release', plan: plan.id, editId: sent?.editId },
    )
    if (all) this.set({ unsaved: undefined, keeping: 'kept' })
    this.pump()
    this.send()
  }

  notSaved(failure: Failure) {
    const sent = this.s.saving
    this.set({ saving: undefined })
    if (failure.kind === 'refused') {
      const said: Record<string, Keeping> = { 'plan-away': 'away', 'plan-moved': 'moved' }
      const keeping = said[failure.code] ?? 'waiting'
      this.set({ keeping, trouble: keeping === 'waiting' ? failure.message : this.s.trouble })
      return
    }
    if (failure.kind === 'unreachable') this.set({ lost: sent })
    this.set({ keeping: 'waiting' })
    this.fail(failure)
  }

  retry() {
    if (this.s.unsaved) return this.send()
    this.pump()
    if (!this.s.underWay && this.s.offline) this.again(false)
  }

  /** Give a field its last settled value back. */
  restore(path: string) {
    this.set({ queue: this.s.queue.filter((e) => pathOf(e) !== path) })
    this.forget(path)
    const { settled, working, plan } = this.s
    if (settled && !like(working, settled)) {
      this.do({ do: 'clear', timer: 'settle' })
      this.set({ causes: {}, pendingId: '', working: settled })
      this.again(false)
    }
    if (plan && !this.s.unsaved && !isWaiting(this.s)) this.do({ do: 'release', plan: plan.id })
  }

  step(from: 'done' | 'undone', to: 'done' | 'undone', which: 'before' | 'after', word: string) {
    this.settle()
    const last = this.s[from].at(-1)
    if (!last || isBusy(this.s)) return
    this.set({ [from]: this.s[from].slice(0, -1), [to]: [...this.s[to], last], problems: {} })
    this.keep(last[which], `${word}: ${last.cause}`)
    this.again(true)
  }

  useLeft() {
    const { left: held, settled } = this.s
    if (!held || !settled) return
    this.set({ left: undefined })
    if (!like(held.spec, settled)) {
      const cause = held.cause || 'Edit kept from last time'
      this.set({ done: [...this.s.done, { before: settled, after: held.spec, cause }] })
      this.keep(held.spec, cause)
      this.again(true)
    }
    if (held.typed) this.edit({ kind: 'typed', path: held.typed.path, text: held.typed.text })
  }

  acted(plan: Plan) {
    const away = Boolean(plan.put_away_at)
    this.set({ plan, trouble: '', keeping: away ? 'away' : this.s.unsaved ? this.s.keeping : 'kept' })
    this.do({ do: 'tell', plan: plan.id, head: plan.head })
    if (away) return
    this.send()
    this.pump()
  }
}

/** Return the session after an event, and what is to be done for it. */
export function next(session: Session, event: Event, id: string): Turn {
  const at = new Working(session, id)
  switch (event.on) {
    case 'opened':
      at.open(event)
      break
    case 'edit':
      at.edit(event.edit)
      break
    case 'drafted':
      at.drafted(event)
      break
    case 'not drafted':
      at.notDrafted(event)
      break
    case 'settle':
      at.settle()
      break
    case 'paused':
      at.paused()
      break
    case 'changed long ago':
      at.set({ changed: {}, baseline: undefined })
      break
    case 'retry':
      at.retry()
      break
    case 'send':
      at.send()
      break
    case 'saved':
      at.saved(event.plan)
      break
    case 'not saved':
      at.notSaved(event.failure)
      break
    case 'restore':
      at.restore(event.path)
      break
    case 'undo':
      at.step('done', 'undone', 'before', 'Undone')
      break
    case 'redo':
      at.step('undone', 'done', 'after', 'Redone')
      break
    case 'unit':
      if (event.unit === session.unit) break
      at.settle()
      at.set({ unit: event.unit })
      at.again(false)
      break
    case 'told':
      // an edit that is under way brings its own
      if (!isBusy(session)) at.again(true)
      break
    case 'use left':
      at.useLeft()
      break
    case 'drop left':
      if (session.plan) at.do({ do: 'release', plan: session.plan.id })
      at.set({ left: undefined })
      break
    case 'mine over theirs': {
      const mine = session.working ?? session.settled
      if (!mine) break
      at.set({ plan: event.theirs.plan, lost: undefined })
      at.keep(mine, session.unsaved?.cause || 'Gone on with, over a newer one')
      break
    }
    case 'take over':
      if (session.settled) at.keep(session.settled, 'Opened under newer rules')
      break
    case 'acted':
      at.acted(event.plan)
      break
    case 'failed':
      at.fail(event.failure)
      break
    case 'heard':
      at.set({ followed: false })
      break
  }
  return { session: at.s, effects: at.effects }
}
