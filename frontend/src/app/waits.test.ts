/** Waits: read from what a browser kept, and shown as a clock. */
import { describe, expect, it } from 'vitest'
import { clock, readWaits } from './waits'

describe('a wait', () => {
  it('is shown in minutes and seconds, and never below nothing', () => {
    expect([0, -5, 59.2, 60, 3599.9].map(clock)).toEqual(['0:00', '0:00', '1:00', '1:00', '60:00'])
    expect([1, 9.1, 61].map(clock)).toEqual(['0:01', '0:10', '1:01'])
  })
  it('is read back whole, and what is none is left out', () => {
    const wait = { making: 'm', plan: 'p', step: 'Fuse', what: 'until it is cold', until: 12 }
    expect(readWaits(JSON.stringify([wait, { making: 'm' }, null]))).toEqual([wait])
    expect([readWaits(null), readWaits('torn'), readWaits('{}')]).toEqual([[], [], []])
  })
})
