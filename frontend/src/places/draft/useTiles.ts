/**
 * The tiles of a phrase: at once what can be chosen, then group by group what each choice gives, so that the first
 * are told while the last are still worked out. Of another bag they are told all together: no tile of the bag before
 * stands beside one of the bag now.
 */
import { computed, shallowRef } from 'vue'
import type { Spec, Tiles, Unit } from '../../api/client'
import { useResting } from '../../app/resting'

/** what of the tiles is wanted: their words alone, or of some groups (of all for none) what they give */
export type Wanted = { named: true } | { groups: string[] }
export type AskTiles = (phrase: string, wanted: Wanted, signal?: AbortSignal) => Promise<Tiles>

/** so many tiles are told at a time, or those of one group */
const AT_ONCE = 12

/** The groups of tiles as they are asked for: the first alone, then as many together as make a few tiles. */
export function parts(groups: Tiles['groups']): string[][] {
  const out: string[][] = []
  let room = 0
  for (const { path, tiles } of groups) {
    if (!out.length || room < tiles.length) {
      out.push([path])
      room = out.length === 1 ? 0 : AT_ONCE - tiles.length
    } else {
      out.at(-1)!.push(path)
      room -= tiles.length
    }
  }
  return out
}

export function useTiles(phrase: () => string, bag: () => { spec: Spec; unit: Unit }, ask: AskTiles) {
  /** the bag whose tiles are named */
  let namedOf: Spec | undefined
  const { answer: named, failed: unnamed } = useResting(
    phrase,
    (phrase, signal) => {
      namedOf = bag().spec
      return ask(phrase, { named: true }, signal)
    },
    0,
  )
  /** as far as they are told */
  const begun = shallowRef<Tiles>()
  const { answer: given, failed } = useResting(
    () => (named.value?.phrase === phrase() || unnamed.value ? { phrase: phrase(), ...bag() } : undefined),
    ({ phrase, spec }, signal) => give(phrase, spec, signal),
  )

  async function give(phrase: string, spec: Spec, signal: AbortSignal): Promise<Tiles> {
    const first = named.value
    // another bag may have other groups and other lengths
    if (first?.phrase !== phrase || begun.value?.phrase === phrase || spec !== namedOf)
      return ask(phrase, { groups: [] }, signal)
    let told = first
    for (const paths of parts(first.groups)) {
      const got = await ask(phrase, { groups: paths }, signal)
      if (signal.aborted) break
      const now = new Map(got.groups.map((group) => [group.path, group]))
      const groups = told.groups.map((group) =>
        paths.includes(group.path) ? (now.get(group.path) ?? group) : group,
      )
      begun.value = told = { ...told, groups }
    }
    return told
  }

  return {
    tiles: computed(() =>
      [given.value, begun.value, named.value].find((found) => found?.phrase === phrase()),
    ),
    /** whether it is told what every tile gives */
    whole: computed(() => given.value?.phrase === phrase()),
    failed,
  }
}
