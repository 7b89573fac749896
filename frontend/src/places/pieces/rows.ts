/** Rows of a table of pieces, as they are typed. */
import type { Row } from '../../api/client'

export const CELLS = ['called', 'count', 'width', 'height', 'corner', 'across', 'up', 'radius'] as const
export type CellName = (typeof CELLS)[number]

export const blank = (): Row => ({
  called: '',
  count: '',
  width: '',
  height: '',
  corner: '',
  across: '',
  up: '',
  radius: '',
  folded: false,
  written: '',
})
export const isBlank = (row: Row) => !CELLS.some((cell) => row[cell]?.trim())
/** The rows with one at the end to type into. */
export function withRoom(rows: readonly Row[]): readonly Row[] {
  const last = rows.at(-1)
  return last && isBlank(last) ? rows : [...rows, blank()]
}
/** A row with another text in a cell; what it was read from holds no longer. */
export const typed = (row: Row, cell: CellName, text: string): Row => ({ ...row, [cell]: text, written: '' })
/** Whether a text that is pasted is more than one cell: it is then read as a table. */
export const isTable = (text: string) => /[\n\t]/.test(text.trim()) || /\d\s*[x×]\s*\d/i.test(text)
