/** What the hand does at the bench, without a screen. */
import { describe, expect, it } from 'vitest'
import type { Bench } from '../../api/client'
import { bagSaid, bagsFrom, idleAfter, meantBy, pressBack, pressNext, wiped, worked } from './working'

type Kind = 'step' | 'gate' | 'no return'
const bench = (kind: Kind, done = false, last = false) =>
  ({
    step: { key: 'b', number: 2, kind, seen: kind === 'gate' ? 'nested' : '', takes_seconds: 60 },
    steps: [{ done: true }, { done }, { done: false }],
    before: 'a',
    next: last ? '' : 'c',
  }) as unknown as Bench

describe('a press', () => {
  it('does a step and takes its seconds along', () => {
    expect(pressNext(bench('step'), false, 40)).toEqual({
      happened: { kind: 'done', step: 'b', seconds: 40, seen: '', meant: false },
    })
  })
  it('passes a gate, and a way without back, only when it is pressed on purpose', () => {
    for (const kind of ['gate', 'no return'] as const) {
      expect(pressNext(bench(kind), false, 1)).toBe('arm')
      expect(pressNext(bench(kind), true, 1)).toMatchObject({
        happened: { seen: kind === 'gate' ? 'nested' : '', meant: kind === 'no return' },
      })
    }
  })
  it('goes on from what is done without doing it again, and ends at the end', () => {
    expect(pressNext(bench('gate', true), false, 5)).toEqual({
      happened: { kind: 'went', step: 'c', seconds: 5 },
    })
    expect(pressNext(bench('step', true, true), false, 5)).toBe('finish')
  })
  it('goes back one step, and from the first nowhere', () => {
    expect(pressBack(bench('step'), 3)).toEqual({ kind: 'went', step: 'a', seconds: 3 })
    expect(pressBack({ ...bench('step'), before: '' }, 3)).toBeUndefined()
  })
})

describe('keys, switches and wipes', () => {
  it('knows the keys that a foot switch sends, and the one that it was shown', () => {
    expect([' ', 'ArrowRight', 'PageDown', 'Enter', 'F7'].map((key) => meantBy(key, 'F7'))).toEqual(
      Array(5).fill('next'),
    )
    expect(['ArrowLeft', 'PageUp', 'Backspace', 'F7', 'q'].map((key) => meantBy(key, ''))).toEqual([
      'back',
      'back',
      'back',
      undefined,
      undefined,
    ])
  })
  it('takes a wipe that goes sideways, not a scroll', () => {
    expect([wiped(-120, 10), wiped(120, 10), wiped(-60, 0), wiped(-120, 90)]).toEqual([
      'next',
      'back',
      undefined,
      undefined,
    ])
  })
})

describe('time', () => {
  it('is as long as somebody was there', () => {
    expect(worked(0, 300, 0, 600)).toBe(300)
    // nobody gave a sign for an hour after ten minutes
    expect(worked(0, 4200, 600, 600)).toBe(1200)
    expect(worked(100, 50, 0, 600)).toBe(0)
  })
  it('waits longer for a sign where a step is long', () => {
    expect(idleAfter({ takes_seconds: 60 } as Bench['step'])).toBe(600)
    expect(idleAfter({ takes_seconds: 900 } as Bench['step'])).toBe(2700)
  })
})

describe('several bags', () => {
  it('are a line each, with cloth and thread where they are told', () => {
    const bags = bagsFrom('Ines, green canvas, red\n\nTom;  the spare , , grey\n , nobody')
    expect(bags.map(bagSaid)).toEqual(['Ines (green canvas, thread red)', 'Tom', 'the spare (thread grey)'])
    expect(bagsFrom(' \n ')).toEqual([])
  })
})
