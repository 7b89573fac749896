/** Answers of the server that take their time: the bag is shown as it stands last, and what is refused is told of what was refused. */
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Refused, type Happening, type Making } from '../../api/client'

const server = vi.hoisted(() => ({
  sent: [] as string[][],
  answers: [] as ((found: unknown) => void)[],
  refusals: [] as ((why: unknown) => void)[],
}))
vi.mock('vue', async (load) => ({
  ...(await load<typeof import('vue')>()),
  onBeforeUnmount: () => undefined,
}))
vi.mock('../../api/client', async (load) => {
  const real = await load<typeof import('../../api/client')>()
  const asked = <T>(what: string[], answer: T) => {
    server.sent.push(what)
    return new Promise<T>((done, refuse) => {
      server.answers.push(() => done(answer))
      server.refusals.push(refuse)
    })
  }
  const all: string[] = []
  return {
    ...real,
    api: {
      making: (_: string, unit?: string) => Promise.resolve(standing([], unit)),
      happen: (_: string, events: Happening[], unit?: string) => {
        all.push(...events.map(wordsOf))
        return asked(events.map(wordsOf), standing([...all], unit))
      },
    },
  }
})
const wordsOf = ({ event }: Happening) => (event.kind === 'noted' ? (event.words ?? '') : '')
function standing(words: string[], unit = 'cm'): Making {
  return { id: 'm', bench: { step: { key: 'cut', note: words.join(' ') }, unit } } as unknown as Making
}
const rest = () => new Promise((done) => setTimeout(done))
const { useBench } = await import('./useBench')
const noted = (words: string) => ({ kind: 'noted', step: 'cut', words }) as const

async function bench() {
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  })
  const at = useBench()
  await at.load('m')
  return at
}

describe('what happens while an answer is awaited', () => {
  beforeEach(() => {
    server.sent = []
    server.answers = []
    server.refusals = []
  })
  it('is sent when that has come, so that no older answer is shown last', async () => {
    const at = await bench()
    const first = at.happen(noted('a'))
    await rest()
    const more = [at.happen(noted('b')), at.happen(noted('c'))]
    await rest()
    expect(server.sent).toEqual([['a']])
    server.answers[0]?.(0)
    expect(await first).toBe(true)
    await rest()
    // both go in one
    expect(server.sent).toEqual([['a'], ['b', 'c']])
    expect(at.bench.value?.step.note).toBe('a')
    server.answers[1]?.(0)
    expect(await Promise.all(more)).toEqual([true, true])
    expect(at.bench.value?.step.note).toMatch(/b c$/)
    expect(server.sent.length).toBe(2)
  })
  it('does not take the unit back that was chosen meanwhile', async () => {
    const at = await bench()
    const first = at.happen(noted('g'))
    await rest()
    const shown = at.setUnit('in')
    server.answers[0]?.(0)
    await Promise.all([first, shown])
    expect([at.unit.value, at.bench.value?.unit]).toEqual(['in', 'in'])
  })
  it('is not given up with what was refused before it', async () => {
    const at = await bench()
    const first = at.happen(noted('d'))
    await rest()
    const more = [at.happen(noted('e')), at.happen(noted('f'))]
    server.refusals[0]?.(new Refused(422, []))
    expect(await first).toBe(false)
    await rest()
    expect(server.sent).toEqual([['d'], ['e', 'f']])
    // what went along with another is refused with it
    server.refusals[1]?.(new Refused(422, []))
    expect(await Promise.all(more)).toEqual([false, false])
  })
})
