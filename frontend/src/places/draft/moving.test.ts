import { describe, expect, it } from 'vitest'
import { stepsOf, whither } from './moving'

describe('what is put on a piece, moved by hand', () => {
  it('goes where the hand goes, as its right side is seen', () => {
    expect(whither(3, 4, { upside_down: false, wrong_side: false })).toEqual({ right: 3, down: 4 })
    expect(whither(3, 4, { upside_down: false, wrong_side: true })).toEqual({ right: -3, down: 4 })
    expect(whither(3, 4, { upside_down: true, wrong_side: false })).toEqual({ right: -3, down: -4 })
    expect(whither(0, 0, { upside_down: true, wrong_side: true })).toEqual({ right: 0, down: 0 })
  })

  it('is drawn where it lies once a new picture has taken its way in', () => {
    const hold = { fromX: 100, fromY: 50, x: 21, y: -8, sentX: 10, sentY: -4 }
    expect(stepsOf(hold, { scale: 2 })).toEqual({ fromX: 120, fromY: 42, x: 1, y: 0, sentX: 0, sentY: 0 })
  })
})
