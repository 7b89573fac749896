import { describe, expect, it, vi } from 'vitest'
import { Refused, type ClothChoices, type ClothEdit, type Cloths, type OpenPlan } from '../../api/client'
import { pathOf, useCloth } from './useCloth'

vi.mock('vue', async (load) => ({
  ...(await load<typeof import('vue')>()),
  onBeforeUnmount: () => undefined,
}))
// what the browser holds of a plan that was left is not asked for here
vi.mock('../draft/unsent', () => ({ unsentOf: () => undefined }))

const WIDTH = { kind: 'typed', cloth: 'outer', field: 'width', text: '90' } as const
const refusal = { code: 'cloth', field: 'outer.width', value: 'wide', why: 'No length.', fix: 'Type one.' }

/** A server that notes what it keeps, and answers an edit with choices that name it. */
function made() {
  const kept: ClothChoices[] = []
  const api = {
    open: () =>
      Promise.resolve({
        plan: { id: 'p', head: 1, name: 'Bag' },
        spec: { unit: 'cm' },
      } as unknown as OpenPlan),
    chosenCloths: () => Promise.resolve({ cloths: {} } as ClothChoices),
    cloth: (_: unknown, choices: ClothChoices, edits: ClothEdit[]) => {
      const edit = edits[0]
      if (edit?.kind === 'typed' && edit.text === 'wide') return Promise.reject(new Refused(422, [refusal]))
      const times = edit?.kind === 'times' ? edit.times : choices.times
      const width = edit?.kind === 'typed' ? Number(edit.text) * 10 : choices.cloths?.outer?.width
      return Promise.resolve({
        choices: { cloths: { outer: { width } }, times },
        cloths: [],
      } as unknown as Cloths)
    },
    keepCloths: (_: string, choices: ClothChoices) => {
      kept.push(choices)
      return Promise.resolve(choices)
    },
  }
  const world = { api, newId: () => 'e', held: () => undefined } as unknown as Parameters<typeof useCloth>[0]
  return { kept, at: useCloth(world) }
}

describe('where an edit belongs', () => {
  it('is the field that its refusal stands at', () => {
    expect(pathOf(WIDTH)).toBe('outer.width')
    const hole = {
      kind: 'hole typed',
      cloth: 'lining',
      source: '',
      x: '',
      y: '',
      width: '',
      height: '',
    } as const
    expect(pathOf(hole)).toBe('lining.sources')
    expect(pathOf({ kind: 'source typed', cloth: 'outer', source: 'r', field: 'width', text: '1' })).toBe(
      'outer.r.width',
    )
    expect(pathOf({ kind: 'times', plan: '', times: 2 })).toBe('others')
    expect(pathOf({ kind: 'bias', cloth: 'outer', piece: 'panel', allowed: true })).toBe('outer.pins')
  })
})

describe('the cloths at hand', () => {
  it('keep what is settled, and go back and forth over it', async () => {
    const { at, kept } = made()
    await at.open('p')
    await at.edit(WIDTH, false)
    expect(kept).toEqual([])
    expect(at.keeping.value).toBe('keeping')
    await at.settle()
    expect(kept.map((one) => one.cloths?.outer?.width)).toEqual([900])
    expect(at.keeping.value).toBe('kept')
    await at.edit({ kind: 'times', plan: '', times: 3 })
    expect(kept.at(-1)?.times).toBe(3)
    await at.undo()
    expect(kept.at(-1)?.times).toBeUndefined()
    await at.redo()
    expect(kept.at(-1)?.times).toBe(3)
    expect(at.canRedo.value).toBe(false)
  })
  it('hold a refusal at its field until it is mended', async () => {
    const { at, kept } = made()
    await at.open('p')
    await at.edit({ ...WIDTH, text: 'wide' })
    expect(at.problems.value['outer.width']?.why).toBe('No length.')
    expect(kept).toEqual([])
    await at.edit(WIDTH)
    expect(at.problems.value).toEqual({})
    expect(at.trouble.value).toBe('')
  })
})
