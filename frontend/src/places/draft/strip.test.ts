import { describe, expect, it } from 'vitest'
import { first, inOneRow, inRows, lens, times, type Lain } from './strip'

const panel = (key: string, wide = 400, high = 300): Lain => ({ key, wide, high, words: 110 })
const room = { width: 856, height: 118 }
const rich = [
  Array.from({ length: 8 }, (_, i) => panel(`outer ${i}`)),
  Array.from({ length: 6 }, (_, i) => panel(`lining ${i}`, 400, 120)),
  [panel('cord', 60, 6), panel('loop', 30, 25), panel('zip', 220, 28), panel('tab', 28, 15)],
]

describe('the strip of pieces', () => {
  it('fills the height with few pieces, and the width with many', () => {
    const few = inOneRow([[panel('a')], [panel('b')]], room)
    expect(few.shown).toBe(2)
    expect(300 * few.scale).toBeGreaterThan(room.height / 1.13)
    expect(300 * few.scale).toBeLessThanOrEqual(room.height)
    const six = inOneRow(
      [
        [panel('a'), panel('b'), panel('c')],
        [panel('d'), panel('e'), panel('f')],
      ],
      room,
    )
    expect(six.shown).toBe(6)
    expect(six.scale).toBeLessThan(few.scale)
  })
  it('does not jump to and fro with a number that goes to and fro', () => {
    const scaleAt = (wide: number, before?: { scale: number; shown: number }) =>
      inOneRow([[panel('a', wide, 100), panel('b', wide, 100)]], room, before)
    const largest = Array.from({ length: 400 }, (_, i) => scaleAt(700 + i).scale)
    const at = largest.findIndex((scale, i) => i > 0 && scale < largest[i - 1]!)
    expect(at).toBeGreaterThan(0)
    const after = scaleAt(700 + at, scaleAt(700 + at - 1))
    expect(after.scale).toBe(largest[at])
    expect(scaleAt(700 + at - 1, after).scale).toBe(largest[at])
    expect(scaleAt(200, after).scale).toBe(scaleAt(200).scale)
  })
  it('lets those wait that would not be seen, and never lies wider than its room', () => {
    const { scale, shown } = inOneRow(rich, room)
    expect(shown).toBeGreaterThan(4)
    expect(shown).toBeLessThan(18)
    const lying = first(rich, shown).flat()
    const wide = lying.reduce((all, p) => all + Math.max(p.words, p.wide * (lens(p, scale) ?? scale)), 0)
    expect(wide).toBeLessThanOrEqual(room.width)
    expect(400 * scale).toBeGreaterThanOrEqual(54)
  })
  it('shows all of eighteen pieces apart from each other, once it is opened', () => {
    const scale = inRows(rich, { width: 760, height: 560 }, 66)
    for (const piece of rich.flat()) {
      const own = lens(piece, scale) ?? scale
      expect(Math.max(piece.wide, piece.high) * own, piece.key).toBeGreaterThanOrEqual(30)
      expect(Math.min(piece.wide, piece.high) * own, piece.key).toBeGreaterThanOrEqual(7)
    }
  })
  it('puts under a lens what is too thin or too small, and says how much larger it is', () => {
    expect(lens(panel('strap', 500, 110), 0.2)).toBeUndefined()
    expect(lens(panel('cord', 60, 6), 0.2)).toBeGreaterThan(1)
    expect(lens(panel('loop', 30, 25), 0.2)).toBeGreaterThan(1)
    expect(times(1.1, 0.2)).toBe('6')
    expect(times(0.5, 0.2)).toBe('2.5')
  })
  it('takes the first pieces cloth by cloth', () => {
    expect(first([[1, 2], [3], [4, 5]], 4)).toEqual([[1, 2], [3], [4]])
  })
})
