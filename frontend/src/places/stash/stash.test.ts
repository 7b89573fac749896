import { describe, expect, it } from 'vitest'
import { Refused, type Stash, type Thing, type ThingTyped } from '../../api/client'
import { fitted, LONGEST } from './picture'
import { answers, useStash } from './useStash'

const thing = (told: Partial<Thing>): Thing =>
  ({
    id: 'a',
    kind: 'cloth',
    label: 'Canvas',
    name: '',
    size: '',
    says: '',
    where: '',
    note: '',
    ...told,
  }) as Thing

describe('what is looked for', () => {
  const curtain = thing({ name: 'Stage curtain', says: 'sand, washed', where: 'long shelf' })
  it('is found by every word, in any order and case', () => {
    expect(answers(curtain, 'SHELF stage')).toBe(true)
    expect(answers(curtain, 'canvas')).toBe(true)
    expect(answers(curtain, 'stage drawer')).toBe(false)
    expect(answers(curtain, '  ')).toBe(true)
  })
})

describe('a photograph', () => {
  it('keeps its shape, and no side of it is longer than is kept', () => {
    expect(fitted(4000, 3000)).toEqual([LONGEST, 750])
    expect(fitted(300, 4000)).toEqual([75, LONGEST])
    expect(fitted(640, 480)).toEqual([640, 480])
    expect(fitted(1, 90_000)[0]).toBe(1)
  })
})

describe('the stash at hand', () => {
  const refusal = { code: 'stash', field: 'length', value: '', why: 'No length.', fix: 'Type it.' }
  function made() {
    const kept: ThingTyped[] = []
    const api = {
      stash: (_: string, gone = false) =>
        Promise.resolve({
          things: gone
            ? []
            : [thing({ id: 'c', name: 'Felt' }), thing({ id: 'z', kind: 'zip', name: 'Coil zip' })],
          kinds: {},
          materials: {},
        } as unknown as Stash),
      putInStash: (typed: ThingTyped) => {
        if (!typed.length) return Promise.reject(new Refused(422, [refusal]))
        kept.push(typed)
        return Promise.resolve(thing({}))
      },
    }
    return { kept, at: useStash({ api } as unknown as Parameters<typeof useStash>[0]) }
  }
  it('is parted into cloths and notions, and searched', async () => {
    const { at } = made()
    await at.load()
    expect(at.cloths.value.map((one) => one.id)).toEqual(['c'])
    expect(at.notions.value.map((one) => one.id)).toEqual(['z'])
    at.looked.value = 'coil'
    expect(at.cloths.value).toEqual([])
  })
  it('shows numbers and their unit together, whichever answer comes last', async () => {
    const answers: (() => void)[] = []
    const api = {
      stash: (unit: string) =>
        new Promise((done) => answers.push(() => done({ things: [thing({ id: 'c', size: unit })] }))),
    }
    const at = useStash({ api } as unknown as Parameters<typeof useStash>[0])
    const [slow, quick] = [at.setUnit('in'), at.setUnit('mm')]
    expect(at.unit.value).toBe('cm')
    for (const answer of answers.slice(2)) answer()
    await quick
    for (const answer of answers.slice(0, 2)) answer()
    await slow
    expect([at.unit.value, at.stash.value?.things[0]?.size]).toEqual(['mm', 'mm'])
  })
  it('keeps what is right in the unit it was typed in, and a refusal at its field', async () => {
    const { at, kept } = made()
    expect(await at.keep(undefined, { kind: 'zip', length: '', unit: 'in' })).toBe(false)
    expect(at.problems.value.length?.why).toBe('No length.')
    expect(await at.keep(undefined, { kind: 'zip', length: '9', unit: 'in' })).toBe(true)
    expect(at.problems.value).toEqual({})
    expect(kept).toEqual([{ kind: 'zip', length: '9', unit: 'in' }])
  })
})
