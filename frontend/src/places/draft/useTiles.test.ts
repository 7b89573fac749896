import { effectScope, nextTick, ref, watch } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import type { Spec, Tiles } from '../../api/client'
import { parts, useTiles, type AskTiles } from './useTiles'
import { useTilesAhead } from './tilesAhead'

const group = (path: string, many: number, says = '') =>
  ({
    label: path,
    path,
    shows: 'words',
    tiles: Array.from({ length: many }, (_, i) => ({ key: `${i}`, size: says })),
    barred: [],
  }) as unknown as Tiles['groups'][number]
const GROUPS = [group('a', 12), group('b', 3), group('c', 4)]
const spec = (n: number) => ({ n }) as unknown as Spec
const [one, other] = [spec(1), spec(2)]
const specOf = (n: number) => (n === 1 ? one : other)
const tilesOf = (phrase: string, groups: Tiles['groups']) => ({ phrase, groups }) as unknown as Tiles

/** Answers say of each group for which spec it was worked out. */
function opened(bag = ref(1)) {
  const asked: string[] = []
  const ask: AskTiles = vi.fn(async (phrase, wanted) => {
    asked.push('named' in wanted ? 'named' : wanted.groups.join('+') || 'all')
    const told = (g: Tiles['groups'][number]) =>
      'groups' in wanted && (!wanted.groups.length || wanted.groups.includes(g.path))
    return tilesOf(
      phrase,
      GROUPS.map((g) => (told(g) ? group(g.path, g.tiles.length, `of ${bag.value}`) : g)),
    )
  })
  const scope = effectScope()
  const made = scope.run(() =>
    useTiles(
      () => 'cloth',
      () => ({ spec: specOf(bag.value), unit: 'mm' }),
      ask,
    ),
  )!
  const says = () => made.tiles.value?.groups.map((g) => (g.tiles[0] as { size: string }).size)
  return { asked, ask, made, says, bag, scope }
}

describe('tiles', () => {
  it('are asked for the first group alone, then a few tiles at a time', () => {
    expect(parts(GROUPS)).toEqual([['a'], ['b', 'c']])
    expect(parts([group('a', 2), group('b', 11), group('c', 2), group('d', 20)])).toEqual([
      ['a'],
      ['b'],
      ['c'],
      ['d'],
    ])
    expect(parts([])).toEqual([])
  })

  it('are named at once, then told group by group', async () => {
    const { asked, says, made } = opened()
    const seen: string[] = []
    watch(made.tiles, () => seen.push(`${says()!.join()}${made.whole.value ? ', whole' : ''}`), {
      flush: 'sync',
    })
    await vi.waitFor(() => expect(made.whole.value).toBe(true))
    expect(seen.slice(0, 3)).toEqual([',,', 'of 1,,', 'of 1,of 1,of 1'])
    expect(says()).toEqual(['of 1', 'of 1', 'of 1'])
    expect(asked).toEqual(['named', 'a', 'b+c'])
  })

  it('are of one bag, all of them, once it is another', async () => {
    vi.useFakeTimers()
    const { asked, says, made, bag } = opened()
    await vi.waitFor(() => expect(made.whole.value).toBe(true))
    const seen = new Set<string>()
    bag.value = 2
    await nextTick()
    await vi.advanceTimersByTimeAsync(200)
    expect(says()).toEqual(['of 1', 'of 1', 'of 1'])
    for (let i = 0; i < 20; i++) {
      await vi.advanceTimersByTimeAsync(10)
      seen.add(says()!.join())
    }
    vi.useRealTimers()
    expect([...seen]).toEqual(['of 1,of 1,of 1', 'of 2,of 2,of 2'])
    expect(asked.at(-1)).toBe('all')
  })
})

describe('a choice made before the first group is told', () => {
  it('has all tiles told of the bag that it makes, with the lengths that this one has', async () => {
    vi.useFakeTimers()
    const bag = ref(spec(1))
    const asked: string[] = []
    const ask: AskTiles = async (phrase, wanted, signal) => {
      asked.push('named' in wanted ? 'named' : wanted.groups.join('+') || 'all')
      const n = (bag.value as unknown as { n: number }).n
      await new Promise((done) => setTimeout(done, 'named' in wanted ? 10 : 100))
      if (signal?.aborted) throw new Error('called off')
      return { ...tilesOf(phrase, GROUPS), fields: [`of ${n}`] } as Tiles
    }
    const made = effectScope().run(() =>
      useTiles(
        () => 'cloth',
        () => ({ spec: bag.value, unit: 'mm' }),
        ask,
      ),
    )!
    await vi.advanceTimersByTimeAsync(30)
    expect(asked).toEqual(['named', 'a'])
    bag.value = spec(2)
    await vi.advanceTimersByTimeAsync(1000)
    vi.useRealTimers()
    expect(asked).toEqual(['named', 'a', 'all'])
    expect([made.whole.value, made.tiles.value?.fields]).toEqual([true, ['of 2']])
  })
})

describe('tiles of a phrase that a hand is near', () => {
  it('are asked for once, and there when it is opened', async () => {
    const ask = vi.fn(async (_: Spec, phrase: string) => tilesOf(phrase, GROUPS))
    const { near, named } = useTilesAhead(ask)
    near(spec(1), 'cloth', 'mm')
    near(spec(1), 'cloth', 'mm')
    expect((await named(spec(1), 'cloth', 'mm')).phrase).toBe('cloth')
    expect(ask).toHaveBeenCalledOnce()
    await named(spec(2), 'cloth', 'mm')
    expect(ask).toHaveBeenCalledTimes(2)
  })

  it('are asked for anew where that failed', async () => {
    const ask = vi.fn(async (_: Spec, phrase: string) => tilesOf(phrase, GROUPS))
    ask.mockRejectedValueOnce(new Error('gone'))
    const { near, named } = useTilesAhead(ask)
    near(spec(1), 'cloth', 'mm')
    expect((await named(spec(1), 'cloth', 'mm')).phrase).toBe('cloth')
  })
})
