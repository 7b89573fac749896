/** What is typed of pieces is held in the browser until it is begun as a plan: nothing is lost on the way. */
import type { PiecesState } from './usePieces'

const KEY = 'ambitus.pieces'

export function heldPieces(): PiecesState | undefined {
  try {
    const text = localStorage.getItem(KEY)
    const found = text ? (JSON.parse(text) as PiecesState) : undefined
    return found && Array.isArray(found.rows) ? found : undefined
  } catch {
    return undefined
  }
}
export function holdPieces(state: PiecesState | undefined) {
  try {
    if (state) localStorage.setItem(KEY, JSON.stringify(state))
    else localStorage.removeItem(KEY)
  } catch {
    // a browser that keeps nothing: it is still on screen
  }
}
