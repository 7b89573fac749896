/**
 * Which number is open: a dimension of a piece, a reading of one of its marks ("mark 2/0"), or a number beside
 * a ruler that has a sum of its own ("tick 3").
 */
import type { Drafted, LaidPiece, Piece, Sum } from '../../api/client'

export interface Opened {
  piece: string
  sum: string
}
export interface OpenedSum {
  piece: Piece
  key: string
  sum: Sum
}

/** Return the open sum; what is no longer there gives way to the first dimension of the first piece. */
export function opened(drafted: Drafted, asked?: Opened, laid?: LaidPiece): OpenedSum | undefined {
  const piece = drafted.pieces.find((p) => p.key === asked?.piece) ?? drafted.pieces[0]
  if (!piece) return undefined
  const [mark, reading] = asked?.sum.startsWith('mark ') ? asked.sum.slice(5).split('/').map(Number) : []
  const read = piece.marks[mark ?? -1]?.readings[reading ?? -1]
  if (read) return { piece, key: asked!.sum, sum: read.sum }
  const tick = asked?.sum.startsWith('tick ') ? Number(asked.sum.slice(5)) : -1
  const own = laid?.piece === piece.key ? laid.ticks[tick]?.sum : undefined
  if (own) return { piece, key: asked!.sum, sum: own }
  const key = asked && asked.sum in piece.sums ? asked.sum : Object.keys(piece.sums)[0]!
  return { piece, key, sum: piece.sums[key]! }
}
