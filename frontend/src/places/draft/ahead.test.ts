import { describe, expect, it, vi } from 'vitest'
import type { Drafted, Spec } from '../../api/client'
import { useAhead, type Question } from './ahead'

const spec = (width: number) => ({ unit: 'mm', size: { width } }) as unknown as Spec
const of = (width: number) => ({ spec: spec(width) }) as Drafted
const question = (width: number): Question => [
  spec(width),
  [{ kind: 'stepped', path: 'size.width', steps: 1 }],
  'mm',
  '',
  '',
]

function asked(
  early = vi.fn(async (s: Spec, ...rest: unknown[]) => ({ spec: s, rest }) as unknown as Drafted),
) {
  const draft = vi.fn(async (s: Spec) => of((s as unknown as { size: { width: number } }).size.width))
  return { draft, early, ahead: useAhead(draft, early) }
}

describe('the next key', () => {
  it('gets what was asked for early, once', async () => {
    const { ahead, draft, early } = asked()
    ahead.ask([question(300)])
    ahead.ask([question(300)])
    expect(early).toHaveBeenCalledOnce()
    expect((await ahead.answer(question(300))).spec).toEqual(spec(300))
    expect(draft).not.toHaveBeenCalled()
    await ahead.answer(question(300))
    expect(draft).toHaveBeenCalledOnce()
  })

  it('asks for itself where it was not foreseen, and what was is called off', async () => {
    const { ahead, draft, early } = asked()
    ahead.ask([question(300)])
    expect((await ahead.answer(question(301))).spec).toEqual(spec(301))
    expect(draft).toHaveBeenCalledOnce()
    const signal = early.mock.calls[0]!.at(-1) as AbortSignal
    expect(signal.aborted).toBe(true)
  })

  it('may be any of several, which are asked for one at a time', async () => {
    const { ahead, draft, early } = asked()
    ahead.ask([question(300), question(301), question(302)])
    expect(early).toHaveBeenCalledOnce()
    await vi.waitFor(() => expect(early).toHaveBeenCalledTimes(3))
    expect((await ahead.answer(question(302))).spec).toEqual(spec(302))
    expect(draft).not.toHaveBeenCalled()
    // what was asked for early was of the bag before this key
    await ahead.answer(question(300))
    expect(draft).toHaveBeenCalledOnce()
  })

  it('keeps what stands in line from being asked', async () => {
    const { ahead, early } = asked()
    ahead.ask([question(300), question(301)])
    await ahead.answer(question(305))
    await Promise.resolve()
    expect(early).toHaveBeenCalledOnce()
  })

  it('asks anew where the early one failed, before it or while it waits', async () => {
    const { ahead, draft } = asked(vi.fn(() => Promise.reject(new Error('busy'))))
    ahead.ask([question(300)])
    expect((await ahead.answer(question(300))).spec).toEqual(spec(300))
    ahead.ask([question(301)])
    await Promise.resolve()
    await Promise.resolve()
    expect((await ahead.answer(question(301))).spec).toEqual(spec(301))
    expect(draft).toHaveBeenCalledTimes(2)
  })

  it('is let go of when the page is left', () => {
    const { ahead, early } = asked()
    ahead.ask([question(300)])
    ahead.drop()
    expect((early.mock.calls[0]!.at(-1) as AbortSignal).aborted).toBe(true)
  })
})
