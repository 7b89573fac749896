/** What this browser holds of a plan until the server has acknowledged it. */
import type { Spec } from '../../api/client'
import { afterFrame, flushed } from '../../app/afterFrame'

export interface Unsent {
  spec: Spec
  base: number
  editId: string
  cause: string
  /** a text that could not yet be drafted, by field path */
  typed?: { path: string; label: string; text: string }
}

const key = (plan: string) => `ambitus.unsent.${plan}`

/** what is held as soon as the frame that shows it is painted, by plan */
const toHold = new Map<string, Unsent>()

function hold(): void {
  for (const [plan, unsent] of toHold)
    try {
      localStorage.setItem(key(plan), JSON.stringify(unsent))
    } catch {
      // a full or forbidden storage loses only this second net, not the save itself
    }
  toHold.clear()
}

export function holdUnsent(plan: string, unsent: Unsent): void {
  toHold.set(plan, unsent)
  afterFrame(hold)
}

export function unsentOf(plan: string): Unsent | undefined {
  flushed()
  try {
    const text = localStorage.getItem(key(plan))
    return text ? (JSON.parse(text) as Unsent) : undefined
  } catch {
    return undefined
  }
}

/** Let go of what is held, if it is still the edit that was acknowledged. */
export function releaseUnsent(plan: string, editId?: string): void {
  flushed()
  if (!editId || unsentOf(plan)?.editId === editId) localStorage.removeItem(key(plan))
}
