/**
 * Asking the core once the hand rests: a while after the last change, one question at a time, the one before
 * called off. What comes back late for another question is never shown.
 */
import { onScopeDispose, shallowRef, toValue, watch, type MaybeRefOrGetter, type ShallowRef } from 'vue'
import { shared } from './sharing'

/** How long a hand has to rest, in ms. */
export const RESTS_MS = 250

export interface UseRestingReturn<Answer> {
  answer: ShallowRef<Answer | undefined>
  failed: ShallowRef<unknown>
}

/**
 * Ask *question* of *ask* whenever it changes. A question of `undefined` asks nothing and takes the answer back.
 * The first question goes at once: nobody has to wait to see what was opened.
 */
export function useResting<Question, Answer>(
  question: MaybeRefOrGetter<Question | undefined>,
  ask: (question: Question, signal: AbortSignal) => Promise<Answer>,
  wait = RESTS_MS,
): UseRestingReturn<Answer> {
  const answer = shallowRef<Answer>()
  const failed = shallowRef<unknown>()
  let timer: ReturnType<typeof setTimeout> | undefined
  let under: AbortController | undefined

  function stop() {
    clearTimeout(timer)
    under?.abort()
    under = undefined
  }
  async function go(asked: Question) {
    const mine = (under = new AbortController())
    try {
      const got = await ask(asked, mine.signal)
      if (mine !== under) return
      // what is told as before is what was before: only what changed is drawn anew
      answer.value = shared(answer.value, got)
      failed.value = undefined
    } catch (cause) {
      if (mine === under) failed.value = cause
    }
  }
  watch(
    () => toValue(question),
    (asked, before) => {
      stop()
      if (asked === undefined) {
        answer.value = undefined
        failed.value = undefined
      } else if (before === undefined) void go(asked)
      else timer = setTimeout(() => void go(asked), wait)
    },
    { immediate: true },
  )
  onScopeDispose(stop)
  return { answer, failed }
}
