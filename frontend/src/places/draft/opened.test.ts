import { describe, expect, it } from 'vitest'
import type { Drafted, LaidPiece } from '../../api/client'
import { opened } from './opened'

const sum = (plain: string) => ({ label: plain, mm: Number(plain), plain, shown: plain, terms: [] })
const drafted = {
  pieces: [
    {
      key: 'outer',
      sums: { width: sum('48'), height: sum('36') },
      marks: [{ readings: [{ label: 'from the left', sum: sum('17.5') }] }],
    },
    { key: 'zip', sums: { length: sum('24'), buy: sum('25') }, marks: [] },
  ],
} as unknown as Drafted
const laid = { piece: 'outer', ticks: [{ sum: sum('17.5') }, { sum: sum('30.5') }] } as unknown as LaidPiece

describe('the open sum', () => {
  it('is the first of the first piece where nothing was asked for', () => {
    expect(opened(drafted)).toMatchObject({ key: 'width', sum: { plain: '48' } })
  })
  it('is a dimension, a reading of a mark, or what to buy', () => {
    expect(opened(drafted, { piece: 'outer', sum: 'height' })?.sum.plain).toBe('36')
    expect(opened(drafted, { piece: 'outer', sum: 'mark 0/0' })).toMatchObject({ sum: { plain: '17.5' } })
    expect(opened(drafted, { piece: 'zip', sum: 'buy' })).toMatchObject({ sum: { plain: '25' } })
  })
  it('is a number beside the ruler with a sum of its own, of the piece that is laid out', () => {
    const asked = { piece: 'outer', sum: 'tick 1' }
    expect(opened(drafted, asked, laid)).toMatchObject({
      key: 'tick 1',
      sum: { plain: '30.5' },
    })
    // put away, it gives way to the piece's first
    expect(opened(drafted, asked)).toMatchObject({ key: 'width' })
    expect(opened(drafted, { piece: 'zip', sum: 'tick 1' }, laid)).toMatchObject({ key: 'length' })
  })
  it('gives way where its piece or mark is gone', () => {
    expect(opened(drafted, { piece: 'cord', sum: 'length' })?.key).toBe('width')
    expect(opened(drafted, { piece: 'outer', sum: 'mark 4/0' })?.key).toBe('width')
  })
})
