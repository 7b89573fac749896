/**
 * What the next key would ask for, asked before it is pressed: whoever steps a number mostly steps it once more. An
 * answer follows from its question alone, so one that was asked for early is the one that the key would have got.
 */
import type { api as server, Drafted } from '../../api/client'

type Ask = typeof server.draft
type Asked = Parameters<Ask>
/** the question as the server reads it, without the signal */
export type Question = [spec: Asked[0], edits: Asked[1], unit: Asked[2], was: string, opened: string]

/** *draft* is asked for a key, *early* before one. */
export function useAhead(draft: Ask, early: Ask) {
  let kept: { asked: string; answer: Promise<Drafted>; gone: AbortController } | undefined

  /** Let go of what was asked for early. */
  function drop() {
    kept?.gone.abort()
    kept = undefined
  }

  /** Ask this early, once, instead of what was asked for early before. */
  function ask(question: Question) {
    const asked = JSON.stringify(question)
    if (kept?.asked === asked) return
    drop()
    const gone = new AbortController()
    const one = (kept = { asked, answer: early(...question, gone.signal), gone })
    // whatever became of it, a key asks anew
    one.answer.catch(() => {
      if (kept === one) kept = undefined
    })
  }

  /** The answer to a key: the one that is here or on its way, or one that is asked for now. */
  function answer(question: Question): Promise<Drafted> {
    const one = kept
    if (one?.asked !== JSON.stringify(question)) {
      drop()
      return draft(...question)
    }
    kept = undefined
    return one.answer.catch(() => draft(...question))
  }

  return { ask, answer, drop }
}
