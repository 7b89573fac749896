import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RESTS_MS, useResting, type UseRestingReturn } from './resting'

interface Asked {
  question: string
  signal: AbortSignal
  answer: (text: string) => void
  fail: (cause: unknown) => void
}

describe('useResting', () => {
  const asked: Asked[] = []
  let scope: EffectScope
  const question = ref<string | undefined>()
  let resting: UseRestingReturn<string>

  const ask = (text: string, signal: AbortSignal) =>
    new Promise<string>((answer, fail) => asked.push({ question: text, signal, answer, fail }))
  /** Change the question and let the watcher see it. */
  async function say(text: string | undefined) {
    question.value = text
    await nextTick()
  }

  beforeEach(() => {
    vi.useFakeTimers()
    asked.length = 0
    question.value = 'one'
    scope = effectScope()
    scope.run(() => (resting = useResting(question, ask)))
  })
  afterEach(() => {
    scope.stop()
    vi.useRealTimers()
  })

  it('asks the first question at once', () => {
    expect(asked.map((a) => a.question)).toEqual(['one'])
  })

  it('waits until the hand rests, and asks only the last', async () => {
    await say('two')
    vi.advanceTimersByTime(RESTS_MS - 1)
    await say('three')
    vi.advanceTimersByTime(RESTS_MS - 1)
    expect(asked.length).toBe(1)
    vi.advanceTimersByTime(1)
    expect(asked.map((a) => a.question)).toEqual(['one', 'three'])
  })

  it('calls the one under way off as soon as something changes', async () => {
    expect(asked[0]!.signal.aborted).toBe(false)
    await say('two')
    expect(asked[0]!.signal.aborted).toBe(true)
  })

  it('never shows what comes late for another question', async () => {
    await say('two')
    vi.advanceTimersByTime(RESTS_MS)
    asked[1]!.answer('second')
    await nextTick()
    asked[0]!.answer('first')
    await nextTick()
    expect(resting.answer.value).toBe('second')
    expect(resting.failed.value).toBeUndefined()
  })

  it('keeps the last answer while the next is waited for, and says what failed', async () => {
    asked[0]!.answer('first')
    await nextTick()
    await say('two')
    expect(resting.answer.value).toBe('first')
    vi.advanceTimersByTime(RESTS_MS)
    asked[1]!.fail(new Error('no'))
    await nextTick()
    await nextTick()
    expect(resting.failed.value).toEqual(new Error('no'))
  })

  it('asks nothing of nothing, and takes the answer back', async () => {
    asked[0]!.answer('first')
    await nextTick()
    await say(undefined)
    vi.advanceTimersByTime(RESTS_MS)
    expect(asked.length).toBe(1)
    expect(resting.answer.value).toBeUndefined()
  })

  it('is called off with the place that asked', () => {
    scope.stop()
    expect(asked[0]!.signal.aborted).toBe(true)
  })
})
