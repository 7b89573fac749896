/**
 * What can be chosen under a phrase, asked when a hand comes near it: it takes longer to press than to answer. An
 * answer follows from its question alone, so whoever opens the phrase gets the one that is on its way.
 */
import type { api as server, Spec, Tiles, Unit } from '../../api/client'

export function useTilesAhead(ask: typeof server.tiles) {
  let kept: { asked: string; answer: Promise<Tiles>; gone: AbortController } | undefined
  const written = (spec: Spec, phrase: string, unit: Unit) => JSON.stringify([spec, phrase, unit])

  /** A hand is near this phrase. */
  function near(spec: Spec, phrase: string, unit: Unit) {
    const asked = written(spec, phrase, unit)
    if (kept?.asked === asked) return
    kept?.gone.abort()
    const gone = new AbortController()
    const one = (kept = { asked, gone, answer: ask(spec, phrase, unit, { named: true }, gone.signal) })
    // whatever became of it, whoever opens the phrase asks anew
    one.answer.catch(() => {
      if (kept === one) kept = undefined
    })
  }

  /** The tiles of the phrase by name: those that are here or on their way, or asked for now. */
  function named(spec: Spec, phrase: string, unit: Unit, signal?: AbortSignal): Promise<Tiles> {
    const now = () => ask(spec, phrase, unit, { named: true }, signal)
    return kept?.asked === written(spec, phrase, unit) ? kept.answer.catch(now) : now()
  }

  return { near, named }
}
