import { describe, expect, it } from 'vitest'
import { shared } from './sharing'

describe('an answer that shares what stayed', () => {
  const before = () => ({ a: { n: [1, 2, { m: 3 }] }, b: { text: 'as it was' }, c: null as null | string })

  it('is the one before where nothing changed', () => {
    const old = before()
    expect(shared(old, before())).toBe(old)
  })

  it('says what is new, and is the same object wherever nothing is', () => {
    const old = before()
    const now = shared(old, { ...before(), a: { n: [1, 2, { m: 4 }] } })
    expect(now).toEqual({ ...before(), a: { n: [1, 2, { m: 4 }] } })
    expect(now.b).toBe(old.b)
    expect(now.a).not.toBe(old.a)
  })

  it.each([
    [[1, 2], [1]],
    [[1], [1, 2]],
    [{ a: 1, b: undefined }, { a: 1 }],
    [{ a: 1 }, { a: 1, b: undefined }],
    [{ 0: 'x' }, ['x']],
    [null, {}],
    [{ c: 'x' }, { c: null }],
  ])('takes %j for other than %j', (old, now) => {
    const got = shared(old, structuredClone(now))
    expect(got).not.toBe(old)
    expect(got).toStrictEqual(now)
  })
})
