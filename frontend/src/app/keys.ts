/** Keys that work anywhere on a place, told to the `?` sheet and listened for in one go. */
import { onBeforeUnmount, onMounted } from 'vue'

export interface Key {
  keys: string
  does: string
}

export const KEYS: readonly Key[] = [
  { keys: 'Tab', does: 'go through the sentence, the numbers on the drawing, the pieces' },
  { keys: '↑ ↓', does: 'one step of the cutting grid; with Shift, or Page up and Page down, ten' },
  { keys: 'Enter', does: 'settle a number; open a phrase; open a sum' },
  { keys: 'Esc', does: 'give a number its last settled value back; close what is open' },
  { keys: 'Ctrl Z', does: 'undo; in a number being typed, the typing' },
  { keys: 'Ctrl Y or Ctrl Shift Z', does: 'redo' },
  { keys: 'w h d', does: 'go to the width, the height, the depth' },
  { keys: 'u', does: 'show the next unit' },
  { keys: 'p', does: 'open the cut sheet' },
  { keys: 'l', does: 'lay the open piece out large; again for the bag' },
  { keys: 'a', does: 'show all pieces, cloth by cloth; again for the bag' },
  { keys: 'o', does: 'read the work, in order' },
  { keys: '← → t f', does: 'on the cloth: move the chosen piece, turn it, pin it or let it go' },
  { keys: 'l z', does: 'on the cloth: what to buy; the bag in other sizes; again for the cloth' },
  { keys: 'Space → ←', does: 'at the bench: on, back; Enter passes a gate; r reads, l lists the steps' },
  { keys: '↑ ↓ Enter', does: 'in a table of pieces: from row to row' },
  { keys: 's', does: 'back to the shelf' },
  { keys: '?', does: 'this list' },
]

/** Whether keys are being typed into what they fall on. */
export const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)

/** Listen for single keys (never while typing) and for undo and redo, while the component lives. */
export function useKeys(
  single: Record<string, () => void>,
  allowed: () => boolean,
  history?: { undo(): void; redo(): void },
) {
  function onKey(event: KeyboardEvent) {
    const mod = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    if (mod && history && (key === 'z' || key === 'y')) {
      // the field's own undo, only while its text is unsettled
      if (event.target instanceof HTMLElement && event.target.dataset.own) return
      event.preventDefault()
      if (key === 'y' || event.shiftKey) history.redo()
      else history.undo()
      return
    }
    if (mod || event.altKey || typing(event.target) || !allowed()) return
    const act = single[event.key] ?? single[key]
    if (!act) return
    event.preventDefault()
    act()
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
}
