/**
 * What the next key would ask for, asked before it is pressed: whoever steps a number mostly steps it once more, or
 * back, or further. An answer follows from its question alone, so one that was asked for early is the one that the
 * key would have got.
 */
import type { api as server, Drafted } from '../../api/client'

type Ask = typeof server.draft
type Asked = Parameters<Ask>
/** the question as the server reads it, without the signal */
export type Question = [spec: Asked[0], edits: Asked[1], unit: Asked[2], was: string, opened: string]

interface Kept {
  answer: Promise<Drafted>
  gone: AbortController
}

/** *draft* is asked for a key, *early* before one. */
export function useAhead(draft: Ask, early: Ask) {
  /** what was asked for early, by its question: at most the last of them is under way */
  const kept = new Map<string, Kept>()
  /** what is asked for early after that, one after another */
  let line: Question[] = []

  /** Let go of what was asked for early, and of what would be. */
  function drop() {
    line = []
    kept.forEach((one) => one.gone.abort())
    kept.clear()
  }

  function next() {
    const question = line.shift()
    if (!question) return
    const asked = JSON.stringify(question)
    if (kept.has(asked)) return next()
    const gone = new AbortController()
    const one: Kept = { answer: early(...question, gone.signal), gone }
    kept.set(asked, one)
    const mine = () => kept.get(asked) === one
    one.answer.then(
      () => mine() && next(),
      () => {
        // whatever became of it, a key asks anew; and where one fails the rest may too
        if (!mine()) return
        kept.delete(asked)
        line = []
      },
    )
  }

  /** Ask these early, the likeliest first and one at a time, instead of what was asked for early before. */
  function ask(questions: readonly Question[]) {
    const [first] = questions
    if (!first || kept.has(JSON.stringify(first))) return
    drop()
    line = [...questions]
    next()
  }

  /** The answer to a key: the one that is here or on its way, or one that is asked for now. */
  function answer(question: Question): Promise<Drafted> {
    const asked = JSON.stringify(question)
    const one = kept.get(asked)
    // the others were of the bag before this key
    kept.delete(asked)
    drop()
    return one ? one.answer.catch(() => draft(...question)) : draft(...question)
  }

  return { ask, answer, drop }
}
