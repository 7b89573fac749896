import { describe, expect, it, vi } from 'vitest'
import { Refused, type Edit, type Pieces, type PiecesAsked, type Row } from '../../api/client'
import { blank, isBlank, isTable, typed, withRoom } from './rows'
import { usePieces, type PiecesState } from './usePieces'

vi.mock('vue', async (load) => ({
  ...(await load<typeof import('vue')>()),
  onScopeDispose: () => undefined,
}))
const OUTER: Row = {
  ...blank(),
  called: 'outer',
  count: '2',
  width: '42',
  height: '40',
  written: '2 outer 42 x 40',
}

describe('rows of a table', () => {
  it('have one at the end to type into, and only one', () => {
    expect(withRoom([OUTER])).toHaveLength(2)
    expect(withRoom([OUTER, blank()])).toHaveLength(2)
    expect(isBlank(withRoom([])[0]!)).toBe(true)
  })
  it('are no longer what was written once a cell is typed', () => {
    expect(typed(OUTER, 'width', '43')).toMatchObject({ width: '43', written: '' })
  })
  it('are read from what is pasted where that is more than one cell', () => {
    expect(['outer\t2\t42', 'outer\nlining', '42 x 40'].map(isTable)).toEqual([true, true, true])
    expect(['42', 'outer', '4 1/2'].map(isTable)).toEqual([false, false, false])
  })
})

/** A server that notes what it is asked, and refuses one field. */
function made(held?: PiecesState) {
  const asked: PiecesAsked[] = []
  const kept: (PiecesState | undefined)[] = []
  const api = {
    pieces: (body: PiecesAsked) => {
      asked.push(body)
      const edit = body.edits?.[0] as Edit | undefined
      if (edit?.kind === 'typed' && edit.text === 'wide')
        return Promise.reject(
          new Refused(422, [{ code: 'x', field: edit.path, value: '', why: 'No length.', fix: 'Type one.' }]),
        )
      return Promise.resolve({
        rows: body.text ? [OUTER] : (body.rows as Row[]),
        unit: body.unit ?? 'cm',
        asks_unit: !body.unit,
        spec: { unit: 'cm', base: { kind: edit ? 'boxed' : 'seamed' } },
        read: [{ at: 0, taken_for: 'outer', size: '', said: [] }],
      } as unknown as Pieces)
    },
    beginFrom: () => Promise.resolve({ plan: { id: 'new' } }),
  }
  const world = { api, held: () => held, hold: (state?: PiecesState) => void kept.push(state) }
  return { asked, kept, at: usePieces(world as unknown as Parameters<typeof usePieces>[0]) }
}

describe('pieces at hand', () => {
  it('take the construction that a pasted list speaks of, and hold it in the browser', async () => {
    const { asked, kept, at } = made()
    await at.paste('2 outer 42 x 40')
    expect(at.state.value.spec?.base).toEqual({ kind: 'seamed' })
    expect(at.state.value.rows).toHaveLength(2)
    expect(asked[1]).toMatchObject({ rows: [OUTER, blank()] })
    expect(kept.at(-1)?.rows[0]).toEqual(OUTER)
  })
  it('add what is pasted to rows that are there, and leave the construction', async () => {
    const { at } = made({ rows: [{ ...OUTER, called: 'lining' }, blank()], claim: '' })
    await at.paste('2 outer 42 x 40')
    expect(at.state.value.rows.map((row) => row.called)).toEqual(['lining', 'outer', ''])
    expect(at.state.value.spec).toBeUndefined()
  })
  it('keep an edit that is refused at its field, and go back step by step', async () => {
    const { at } = made({ rows: [OUTER], claim: '', unit: 'cm' })
    await at.edit({ kind: 'typed', path: 'top.hem', text: 'wide' })
    expect(at.problems.value['top.hem']?.why).toBe('No length.')
    await at.edit({ kind: 'picked', path: 'base.kind', value: 'boxed' })
    expect(at.state.value.spec?.base).toEqual({ kind: 'boxed' })
    at.undo()
    expect(at.state.value.spec).toBeUndefined()
    at.redo()
    expect(at.state.value.spec?.base).toEqual({ kind: 'boxed' })
  })
  it('put a corner that nobody told into the outer’s row', async () => {
    const { at } = made({ rows: [OUTER, { ...OUTER, called: 'lining' }], claim: '', unit: 'cm' })
    await at.edit({ kind: 'picked', path: 'base.kind', value: 'boxed' })
    await at.tell('corner', '6')
    expect(at.state.value.rows.map((row) => row.corner)).toEqual(['6', ''])
  })
  it('are let go once they are a plan', async () => {
    const { kept, at } = made({ rows: [OUTER], claim: '', unit: 'cm' })
    await at.edit({ kind: 'picked', path: 'base.kind', value: 'boxed' })
    expect(await at.begin('Bag')).toBe('new')
    expect(kept.at(-1)).toBeUndefined()
  })
})
