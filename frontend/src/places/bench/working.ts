/** What the hand does at the bench, worked out without a screen: what a press means, and which seconds were worked. */
import type { AboutMaking, Bench, BenchStep, Happened } from '../../api/client'

/** Seconds without a sign of anybody after which nobody is working: three times what the step takes, ten minutes at least. */
export const idleAfter = (step: BenchStep) => Math.max(600, 3 * step.takes_seconds)

/** Seconds of a stretch that were worked: what goes on after the last sign of anybody by more than a step takes is left out. */
export function worked(begun: number, now: number, lastSign: number, idle: number): number {
  const end = Math.min(now, Math.max(begun, lastSign) + idle)
  return Math.max(0, Math.round(end - begun))
}

/** What a press on “next” means: a gate and a point of no return want a second, that is meant. */
export type Press = { happened: Happened } | 'arm' | 'finish'

export function pressNext(bench: Bench, armed: boolean, seconds: number): Press {
  const { step } = bench
  const listed = bench.steps[step.number - 1]
  if (listed?.done) {
    return bench.next ? { happened: { kind: 'went', step: bench.next, seconds } } : 'finish'
  }
  if (step.kind !== 'step' && !armed) return 'arm'
  const seen = step.kind === 'gate' ? step.seen : ''
  return { happened: { kind: 'done', step: step.key, seconds, seen, meant: step.kind === 'no return' } }
}

export const pressBack = (bench: Bench, seconds: number): Happened | undefined =>
  bench.before ? { kind: 'went', step: bench.before, seconds } : undefined

/** Keys that go on and back; a foot switch sends one of them, or the one that was learned from it. */
const ON = [' ', 'ArrowRight', 'PageDown', 'Enter']
const BACK = ['ArrowLeft', 'PageUp', 'Backspace']
export function meantBy(key: string, foot: string): 'next' | 'back' | undefined {
  if (foot && key === foot) return 'next'
  if (ON.includes(key)) return 'next'
  return BACK.includes(key) ? 'back' : undefined
}

/** A wipe over a screen: far enough sideways, and more sideways than up or down. */
export function wiped(dx: number, dy: number): 'next' | 'back' | undefined {
  if (Math.abs(dx) < 80 || Math.abs(dx) < 2 * Math.abs(dy)) return undefined
  return dx < 0 ? 'next' : 'back'
}

/** The bags of a making as they are typed: a line each, its name, its cloth and its thread parted by commas. */
export function bagsFrom(text: string): NonNullable<AboutMaking['bags']> {
  return text
    .split(/[\n;]+/)
    .map((line) => line.split(',').map((word) => word.trim()))
    .filter(([name]) => name)
    .map(([name = '', cloth = '', thread = '']) => ({ name, cloth, thread }))
}
/** A bag in words: its name, and of what it is. */
export const bagSaid = (bag: NonNullable<AboutMaking['bags']>[number]) => {
  const of = [bag.cloth, bag.thread && `thread ${bag.thread}`].filter(Boolean).join(', ')
  return of ? `${bag.name} (${of})` : bag.name
}
