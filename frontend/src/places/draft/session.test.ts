import { describe, expect, it } from 'vitest'
import type { Drafted, Edit, OpenPlan, Plan, Spec, Unit } from '../../api/client'
import {
  begun,
  isIdle,
  isWaiting,
  next,
  RETRY_MS,
  SETTLE_MS,
  type Effect,
  type Event,
  type Failure,
  type Session,
} from './session'

const spec = (width: number): Spec => ({ unit: 'mm', size: { width } }) as unknown as Spec
const widthOf = (s?: Spec) => (s?.size as { width: number } | undefined)?.width
const plan = (head: number, more: Partial<Plan> = {}) =>
  ({ id: 'p', name: 'Tote', head, put_away_at: null, ...more }) as Plan
const opened = (width: number, head = 1): OpenPlan =>
  ({ plan: plan(head), spec: spec(width), rules_version: 4, redrawn: [], told: [] }) as OpenPlan
const drafted = (width: number, unit: Unit = 'mm') =>
  ({
    spec: spec(width),
    unit,
    pieces: [{ key: 'outer', size: `${width + 20} × 300` }],
    fields: { 'size.width': { path: 'size.width', label: 'Width', shown: String(width) } },
    findings: [{ id: 'gap-too-small', title: 'The gap is small' }],
  }) as unknown as Drafted
const typed = (text: string): Edit => ({ kind: 'typed', path: 'size.width', text })
const stepped = (steps: number): Edit => ({ kind: 'stepped', path: 'size.width', steps })

/** A session driven by hand: every event, and what was to be done for the last one. */
class Driven {
  session: Session = begun()
  effects: readonly Effect[] = []
  every: Effect[] = []
  private count = 0

  on(event: Event): this {
    const turn = next(this.session, event, `id-${++this.count}`)
    this.session = turn.session
    this.effects = turn.effects
    this.every.push(...turn.effects)
    return this
  }
  open(width = 300): this {
    return this.on({ on: 'opened', opened: opened(width) }).answer(width)
  }
  /** Answer the question that was asked last. */
  answer(width: number, unit: Unit = this.session.unit): this {
    const asked = this.drafts().at(-1)!
    const got = { ...drafted(width, unit), cause: `Width ${asked.was} → ${width}` }
    return this.on({ on: 'drafted', got, ...asked })
  }
  noAnswer(): this {
    return this.on({ on: 'not drafted', failure: { kind: 'unreachable' }, ...this.drafts().at(-1)! })
  }
  drafts() {
    return this.every.filter((e) => e.do === 'draft')
  }
  saves() {
    return this.every.filter((e) => e.do === 'save')
  }
  done(what: Effect['do']) {
    return this.effects.filter((e) => e.do === what)
  }
}
const moved = () =>
  new Driven()
    .open()
    .on({ on: 'edit', edit: typed('310') })
    .answer(310)

describe('an answer that is still out when an edit begins', () => {
  it('is not shown in place of the edit’s own', () => {
    const at = new Driven().open().on({ on: 'told' })
    const older = at.drafts().at(-1)!
    at.on({ on: 'edit', edit: typed('310') }).answer(310)
    at.on({ on: 'drafted', got: drafted(300), ...older, edit: undefined })
    expect(widthOf(at.session.drafted?.spec)).toBe(310)
  })
  it('is asked for again where the edit is refused', () => {
    const at = new Driven().open().on({ on: 'unit', unit: 'in' })
    at.on({ on: 'edit', edit: typed('x') })
    const edit = at.drafts().at(-1)!
    const failure: Failure = { kind: 'refused', code: 'not-a-length', message: 'No length.', problems: [] }
    at.on({ on: 'not drafted', failure, ...edit })
    expect(at.done('draft')).toHaveLength(1)
    expect(at.answer(300, 'in').session.drafted?.unit).toBe('in')
  })
  it('is not asked for while an edit is under way: that brings its own', () => {
    const at = new Driven().open().on({ on: 'edit', edit: typed('310') })
    expect(at.on({ on: 'told' }).effects).toEqual([])
  })
})

describe('edits', () => {
  it('are asked one at a time, and those of one field put together while they wait', () => {
    const at = new Driven().open()
    at.on({ on: 'edit', edit: stepped(1) })
      .on({ on: 'edit', edit: stepped(2) })
      .on({ on: 'edit', edit: stepped(3) })
    expect(
      at
        .drafts()
        .slice(1)
        .map((d) => d.edit),
    ).toEqual([stepped(1)])
    at.answer(301)
    expect(at.drafts().at(-1)!.edit).toEqual(stepped(5))
    expect(widthOf(at.drafts().at(-1)!.spec)).toBe(301)
  })

  it('show what changed, from what it was before all of them', () => {
    const at = moved()
      .on({ on: 'edit', edit: typed('320') })
      .answer(320)
    expect(at.session.changed).toEqual({ outer: '320 × 300' })
    expect(at.on({ on: 'changed long ago' }).session.changed).toEqual({})
  })

  it('that are refused stay beside the bag as it was', () => {
    const at = new Driven().open().on({ on: 'edit', edit: typed('x') })
    const problem = { code: 'not-a-length', field: 'size.width', value: 'x', why: 'No.', fix: 'Type 30.' }
    const failure = { kind: 'refused', code: 'not-a-length', message: 'No.', problems: [problem] } as const
    at.on({ on: 'not drafted', edit: typed('x'), failure, asked: 1 })
    expect(at.session.problems).toEqual({ 'size.width': problem })
    expect(isWaiting(at.session)).toBe(true)
    expect(at.on({ on: 'restore', path: 'size.width' }).session.problems).toEqual({})
  })

  it('that get no answer go back to the head of the line and are asked again', () => {
    const at = new Driven()
      .open()
      .on({ on: 'edit', edit: stepped(1) })
      .on({ on: 'edit', edit: stepped(2) })
    at.noAnswer()
    expect(at.session.offline).toBe(true)
    expect(at.session.queue).toEqual([stepped(3)])
    expect(at.done('timer')).toEqual([{ do: 'timer', timer: 'retry', ms: RETRY_MS }])
    at.on({ on: 'retry' })
    expect(at.drafts().at(-1)!.edit).toEqual(stepped(3))
    expect(at.answer(303).session.offline).toBe(false)
  })

  it('of a plan that was put away wait', () => {
    const at = new Driven().on({
      on: 'opened',
      opened: { ...opened(300), plan: plan(1, { put_away_at: 'x' }) },
    })
    at.on({ on: 'edit', edit: typed('310') })
    expect(at.drafts().length).toBe(1)
    expect(at.on({ on: 'acted', plan: plan(1) }).drafts().length).toBe(2)
  })
})

describe('settling', () => {
  it('comes a while after the last answer, and keeps one revision that says what was done', () => {
    const at = moved()
    expect(at.done('timer')).toContainEqual({ do: 'timer', timer: 'settle', ms: SETTLE_MS })
    at.on({ on: 'settle' })
    expect(at.saves().map((s) => [widthOf(s.sent.spec), s.sent.base, s.sent.cause])).toEqual([
      [310, 1, 'Width 300 → 310'],
    ])
    expect(at.session.keeping).toBe('keeping')
  })

  it('says from where to where of an edit made in steps', () => {
    const at = moved()
      .on({ on: 'edit', edit: typed('320') })
      .answer(320)
      .on({ on: 'settle' })
    expect(at.saves()[0]!.sent.cause).toBe('Width 300 → 320')
  })

  it('waits for what is under way, and no longer', () => {
    const at = moved()
      .on({ on: 'edit', edit: typed('320') })
      .on({ on: 'settle' })
    expect(at.saves()).toEqual([])
    at.answer(320)
    expect(at.saves().map((s) => widthOf(s.sent.spec))).toEqual([320])
  })

  it('is not brought on by a pause that a slow answer made', () => {
    const at = moved()
      .on({ on: 'edit', edit: stepped(1) })
      .on({ on: 'paused' })
      .answer(311)
    expect(at.saves()).toEqual([])
    expect(at.done('timer')).toContainEqual({ do: 'timer', timer: 'settle', ms: SETTLE_MS })
    expect(
      at
        .on({ on: 'paused' })
        .saves()
        .map((s) => widthOf(s.sent.spec)),
    ).toEqual([311])
  })

  it('comes a while after a refusal too, for what went before it', () => {
    const at = moved()
      .on({ on: 'edit', edit: typed('x') })
      .on({ on: 'paused' })
    const failure = { kind: 'refused', code: 'not-a-length', message: 'No.', problems: [] } as const
    at.on({ on: 'not drafted', edit: typed('x'), failure, asked: 1 })
    expect(at.done('timer')).toContainEqual({ do: 'timer', timer: 'settle', ms: SETTLE_MS })
  })

  it('keeps nothing where nothing differs, and lets go of what was held', () => {
    const at = new Driven().open().on({ on: 'settle' })
    expect(at.saves()).toEqual([])
    expect(at.done('release')).toEqual([{ do: 'release', plan: 'p' }])
  })

  it('holds an edit in the browser under the name that it is saved by', () => {
    const at = moved()
    const held = at.every.filter((e) => e.do === 'hold').at(-1)!
    at.on({ on: 'settle' })
    expect(at.saves()[0]!.sent.editId).toBe(held.unsent.editId)
  })
})

describe('saving', () => {
  const saved = () => moved().on({ on: 'settle' })

  it('is over when the server says so: other tabs are told, and nothing is held', () => {
    const at = saved().on({ on: 'saved', plan: plan(2) })
    expect(at.effects.map((e) => e.do)).toEqual(['tell', 'release'])
    expect(isIdle(at.session)).toBe(true)
  })

  it('of a later edit waits for the one before', () => {
    const at = saved()
      .on({ on: 'edit', edit: typed('320') })
      .answer(320)
      .on({ on: 'settle' })
    expect(at.saves().length).toBe(1)
    at.on({ on: 'saved', plan: plan(2) })
    expect(at.saves().map((s) => [widthOf(s.sent.spec), s.head])).toEqual([
      [310, 1],
      [320, 2],
    ])
    expect(at.session.keeping).toBe('keeping')
  })

  it('whose answer is lost is sent again first, with its own name', () => {
    const at = saved().on({ on: 'not saved', failure: { kind: 'unreachable' } })
    expect(at.session.keeping).toBe('waiting')
    at.on({ on: 'edit', edit: typed('320') })
      .answer(320)
      .on({ on: 'settle' })
    expect(at.saves().map((s) => widthOf(s.sent.spec))).toEqual([310, 310])
    expect(at.saves()[1]!.sent.editId).toBe(at.saves()[0]!.sent.editId)
    at.on({ on: 'saved', plan: plan(2) })
    expect(widthOf(at.saves().at(-1)!.sent.spec)).toBe(320)
  })

  it.each([
    ['plan-moved', 'moved'],
    ['plan-away', 'away'],
    ['failed', 'waiting'],
  ])('refused as %s leaves the plan %s, and nothing is lost', (code, keeping) => {
    const failure = { kind: 'refused', code, message: 'No.', problems: [] } as const
    const at = saved().on({ on: 'not saved', failure })
    expect(at.session.keeping).toBe(keeping)
    expect(widthOf(at.session.unsaved?.spec)).toBe(310)
    expect(at.done('release')).toEqual([])
  })

  it('goes on over a newer one: mine becomes the newest', () => {
    const failure = { kind: 'refused', code: 'plan-moved', message: 'No.', problems: [] } as const
    const at = saved().on({ on: 'not saved', failure })
    at.on({ on: 'mine over theirs', theirs: opened(400, 5) })
    expect(at.saves().at(-1)).toMatchObject({ head: 5, sent: { cause: 'Width 300 → 310' } })
  })
})

describe('undo and redo', () => {
  it('settle first, and keep what they bring back as a revision', () => {
    const at = moved().on({ on: 'undo' })
    expect(at.saves().length).toBe(1)
    at.on({ on: 'saved', plan: plan(2) })
    expect(at.saves().map((s) => [widthOf(s.sent.spec), s.sent.cause])).toEqual([
      [310, 'Width 300 → 310'],
      [300, 'Undone: Width 300 → 310'],
    ])
    at.on({ on: 'saved', plan: plan(3) }).answer(300)
    at.on({ on: 'redo' })
    expect(widthOf(at.saves().at(-1)!.sent.spec)).toBe(310)
    expect([at.session.done.length, at.session.undone.length]).toEqual([1, 0])
  })

  it('do nothing where nothing was done', () => {
    expect(new Driven().open().on({ on: 'undo' }).saves()).toEqual([])
  })
})

describe('what is on screen', () => {
  it('is drafted again in another unit, and an older answer is not shown', () => {
    const at = new Driven().open()
    at.on({ on: 'unit', unit: 'in' }).on({ on: 'unit', unit: 'cm' })
    const [, inches] = at.drafts()
    at.answer(300, 'cm').on({ on: 'drafted', got: drafted(300, 'in'), ...inches! })
    expect(at.session.drafted?.unit).toBe('cm')
  })

  it('is drafted again where an edit was asked for in the unit before', () => {
    const at = new Driven().open().on({ on: 'edit', edit: typed('310') })
    const edit = at.drafts().at(-1)!
    at.on({ on: 'unit', unit: 'in' }).on({ on: 'drafted', got: drafted(310, 'mm'), ...edit })
    const last = at.drafts().at(-1)!
    expect([last.unit, last.edit, widthOf(last.spec)]).toEqual(['in', undefined, 310])
  })

  it('offers what an earlier visit left, and takes it up with the text that was typed', () => {
    const held = { spec: spec(310), base: 1, editId: 'old', cause: 'Width 300 → 310' }
    const at = new Driven().on({
      on: 'opened',
      opened: opened(300),
      held: { ...held, typed: { path: 'size.width', label: 'Width', text: '32' } },
    })
    expect(at.session.left?.cause).toBe('Width 300 → 310')
    at.on({ on: 'use left' })
    expect(widthOf(at.saves()[0]!.sent.spec)).toBe(310)
    expect(at.drafts().at(-1)!.edit).toEqual(typed('32'))
  })

  it('lets go of what was kept after all', () => {
    const held = { spec: spec(300), base: 1, editId: 'old', cause: '' }
    const at = new Driven().on({ on: 'opened', opened: opened(300), held })
    expect(at.session.left).toBeUndefined()
    expect(at.done('release').length).toBe(1)
  })

  it('follows another tab, and stops saying so', () => {
    const at = new Driven().open().on({ on: 'opened', opened: opened(350, 4), followed: true })
    expect([at.session.followed, at.session.plan?.head]).toEqual([true, 4])
    expect(at.on({ on: 'heard' }).session.followed).toBe(false)
  })

  it('says what was done since the last revision, from what each field read before', () => {
    const at = new Driven().open()
    at.on({ on: 'edit', edit: typed('310') }).answer(310)
    at.on({ on: 'edit', edit: typed('320') })
    expect(at.drafts().at(-1)!.was).toBe('300')
    at.answer(320).on({ on: 'settle' })
    expect(at.session.causes).toEqual({})
    at.on({ on: 'edit', edit: typed('330') })
    expect(at.drafts().at(-1)!.was).toBe('320')
  })
})
