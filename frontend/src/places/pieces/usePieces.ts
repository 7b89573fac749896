/**
 * Pieces at hand: the rows as they are typed, how they are put together, what was promised, and what the core says
 * of all that. Questions go one after another; while the hand types only the last is asked.
 */
import { computed, onScopeDispose, shallowRef } from 'vue'
import {
  api as server,
  Refused,
  said,
  type Edit,
  type Pieces,
  type Problem,
  type Row,
  type Spec,
  type Unit,
} from '../../api/client'
import { RESTS_MS } from '../../app/resting'
import { shared } from '../../app/sharing'
import { heldPieces, holdPieces } from './held'
import { blank, isBlank, typed, withRoom, type CellName } from './rows'

export interface PiecesState {
  rows: readonly Row[]
  /** how they are put together, once the maker has said it; until then it is guessed from the rows */
  spec?: Spec
  unit?: Unit
  claim: string
}
/** What the pieces need of the world; a test hands in its own. */
const WORLD = { api: server, held: heldPieces, hold: holdPieces }
const EMPTY: PiecesState = { rows: [blank(), blank(), blank()], claim: '' }
/** steps of the way back */
const MOST_BACK = 100

export function usePieces(world = WORLD) {
  const { api } = world
  const state = shallowRef<PiecesState>(world.held() ?? EMPTY)
  const shown = shallowRef<Pieces>()
  const trouble = shallowRef('')
  const problems = shallowRef<Record<string, Problem>>({})
  const done = shallowRef<readonly PiecesState[]>([])
  const undone = shallowRef<readonly PiecesState[]>([])
  const waiting = shallowRef(0)
  let asked = 0
  let line: Promise<void> = Promise.resolve()
  let timer: ReturnType<typeof setTimeout> | undefined
  onScopeDispose(() => clearTimeout(timer))

  function put(next: PiecesState, step = true) {
    if (step) {
      done.value = [...done.value, state.value].slice(-MOST_BACK)
      undone.value = []
    }
    state.value = next
    world.hold(next.rows.every(isBlank) && !next.claim ? undefined : next)
  }
  const inTurn = (what: () => Promise<void>) => {
    waiting.value += 1
    line = line
      .then(what)
      .catch((cause: unknown) => (trouble.value = said(cause)) as never)
      .finally(() => (waiting.value -= 1))
    return line
  }
  const rows = () => state.value.rows as Row[]

  /** Ask what the pieces are now. */
  async function look() {
    const mine = ++asked
    const { spec, unit, claim } = state.value
    const got = await api.pieces({ rows: rows(), spec, edits: [], unit, claim })
    if (mine !== asked) return
    shown.value = shared(shown.value, got)
    trouble.value = ''
  }
  const soon = () => {
    clearTimeout(timer)
    timer = setTimeout(() => void inTurn(look), RESTS_MS)
  }
  const now = () => {
    clearTimeout(timer)
    return inTurn(look)
  }

  /** Read a text into rows, after those that are there. */
  const paste = (text: string) =>
    inTurn(async () => {
      const { unit, claim, spec } = state.value
      const got = await api.pieces({ text, rows: [], edits: [], unit, claim })
      const before = rows().filter((row) => !isBlank(row))
      // what is pasted alone also says how it is sewn; added to others it is only pieces
      const alone = before.length === 0
      const told = got.asks_unit ? unit : got.unit
      put({ rows: withRoom([...before, ...got.rows]), spec: alone ? got.spec : spec, unit: told, claim })
      await look()
    })
  function type(at: number, cell: CellName, text: string, settled = false) {
    const next = state.value.rows.map((row, i) => (i === at ? typed(row, cell, text) : row))
    put({ ...state.value, rows: withRoom(next) }, settled)
    soon()
  }
  function fold(at: number, folded: boolean) {
    put({ ...state.value, rows: state.value.rows.map((row, i) => (i === at ? { ...row, folded } : row)) })
    void now()
  }
  function takeOut(at: number) {
    put({ ...state.value, rows: withRoom(state.value.rows.filter((_, i) => i !== at)) })
    void now()
  }
  /** Change how they are put together. */
  const edit = (...edits: Edit[]) =>
    inTurn(async () => {
      const path = (one: Edit) => (one.kind === 'silenced' ? `silenced.${one.check}` : one.path)
      const { unit, claim, spec } = state.value
      const mine = ++asked
      try {
        const got = await api.pieces({ rows: rows(), spec: spec ?? shown.value?.spec, edits, unit, claim })
        put({ ...state.value, spec: got.spec })
        if (mine === asked) shown.value = shared(shown.value, got)
        problems.value = Object.fromEntries(
          Object.entries(problems.value).filter(([at]) => !edits.some((one) => path(one) === at)),
        )
        trouble.value = ''
      } catch (cause) {
        if (!(cause instanceof Refused) || !cause.problems[0]) throw cause
        problems.value = { ...problems.value, [path(edits[0]!)]: cause.problems[0] }
      }
    })
  function restore(path: string) {
    problems.value = Object.fromEntries(Object.entries(problems.value).filter(([at]) => at !== path))
    void now()
  }
  /** Say a number that nobody told: a corner is a cell of the outer's row, anything else of how it is sewn. */
  function tell(path: string, text: string) {
    if (path !== 'corner') return edit({ kind: 'typed', path, text })
    const outer = new Set(
      shown.value?.read.filter((row) => row.taken_for === 'outer').map((row) => row.at) ?? [],
    )
    const told = state.value.rows.map((row, at) => (outer.has(at) ? typed(row, 'corner', text) : row))
    put({ ...state.value, rows: told })
    return now()
  }
  function claim(text: string) {
    put({ ...state.value, claim: text }, false)
    soon()
  }
  function setUnit(unit: Unit) {
    put({ ...state.value, unit, spec: state.value.spec && { ...state.value.spec, unit } })
    void now()
  }
  const go = (from: typeof done, to: typeof done) => () => {
    const step = from.value.at(-1)
    if (!step) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, state.value]
    put(step, false)
    void now()
  }
  function clear() {
    put(EMPTY)
    problems.value = {}
    shown.value = undefined
    asked += 1
  }
  /** Begin a plan of the bag that they make. Where it is opened. */
  async function begin(name: string): Promise<string | undefined> {
    try {
      const opened = await api.beginFrom(name, shown.value!.spec)
      world.hold(undefined)
      return opened.plan.id
    } catch (cause) {
      trouble.value = said(cause)
      return undefined
    }
  }
  if (state.value !== EMPTY) void now()

  return {
    state,
    shown,
    trouble,
    problems,
    waiting: computed(() => waiting.value > 0),
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    any: computed(() => !state.value.rows.every(isBlank)),
    paste,
    type,
    fold,
    takeOut,
    edit,
    restore,
    tell,
    claim,
    setUnit,
    undo: go(done, undone),
    redo: go(undone, done),
    clear,
    begin,
  }
}

export type PiecesAtHand = ReturnType<typeof usePieces>
