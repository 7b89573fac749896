/** What is not kept yet survives a page that is gone, and is given up only by its own id. */
import { describe, expect, it } from 'vitest'
import type { Happening } from '../../api/client'
import { Unkept } from './unkept'

function shelf() {
  const kept = new Map<string, string>()
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  }
}
const note = (id: string): Happening => ({ id, event: { kind: 'noted', step: 'cut', words: id } })

describe('what is not kept yet', () => {
  it('is there again in another page, in its order', () => {
    const place = shelf()
    const first = new Unkept('m', place)
    first.hold([note('a')])
    first.hold([note('b'), note('c')])
    expect(new Unkept('m', place).all.map((one) => one.id)).toEqual(['a', 'b', 'c'])
    expect(new Unkept('other', place).all).toEqual([])
  })
  it('is given up by what was answered, and nothing else', () => {
    const place = shelf()
    const held = new Unkept('m', place)
    held.hold([note('a'), note('b')])
    held.kept(['a'])
    expect(held.all.map((one) => one.id)).toEqual(['b'])
    held.kept(['b'])
    expect(place.kept.size).toBe(0)
  })
  it('is nothing where what is held cannot be read, or nothing can be held', () => {
    const place = shelf()
    place.setItem('ambitus-making-m', '{torn')
    expect(new Unkept('m', place).all).toEqual([])
    const full = {
      ...place,
      setItem: () => {
        throw new Error('full')
      },
    }
    expect(() => new Unkept('m', full).hold([note('a')])).not.toThrow()
  })
})
