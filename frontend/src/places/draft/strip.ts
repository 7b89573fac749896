/** How the pieces lie in their strip: as large as the room allows, what is tiny under a lens of its own scale. */
import { STEP, steppedScale } from '../../bag-drawing/scale'

/** A piece as the strip sees it: how large it is in mm, and what its words take in px. */
export interface Lain {
  key: string
  wide: number
  high: number
  words: number
}
export interface Room {
  width: number
  height: number
}
export interface Strip {
  /** px a mm */
  scale: number
  /** how many pieces lie in it, from the first */
  shown: number
}

/** px between pieces, and more where another cloth begins */
const GAP = 16
const CLOTH = 18
/** Under this a piece is seen through a lens: too thin, or too small both ways. */
const THIN = 9
const SMALL = 30
/** what a lens shows of it, in px */
const LENS = { width: 84, height: 36 }
/** what the word that some wait takes of a row */
const MORE = 116
/** The strip is never drawn smaller than this: then some pieces wait. */
const LEAST = { width: 62, height: 40 }

/** px a mm of a piece under the lens, or nothing where the strip's own scale shows it. */
export function lens(piece: Lain, scale: number): number | undefined {
  const [wide, high] = [piece.wide * scale, piece.high * scale]
  if (Math.min(wide, high) >= THIN && Math.max(wide, high) >= SMALL) return undefined
  const own = steppedScale({ width: piece.wide, height: piece.high }, LENS)
  return own > scale ? own : undefined
}
/** How many times larger than the rest a piece is drawn: 4 ×, or 1.5 × where that says more. */
export function times(own: number, scale: number): string {
  const more = own / scale
  return more < 3 ? String(Math.round(more * 2) / 2) : String(Math.round(more))
}

/** About how wide a size is told: a letter, numbers with their fractions, the unit. */
export function wordsOf(size: string): number {
  const fractions = size.match(/\d+\/\d+/g)?.length ?? 0
  const digits = size.replace(/\d+\/\d+/g, '').replace(/[^\d.,]/g, '').length
  return 68 + 9.4 * digits + 20 * fractions
}

const cell = (piece: Lain, scale: number) =>
  Math.max(piece.words, piece.wide * (lens(piece, scale) ?? scale) + 14)

/** How wide pieces lie side by side, those of one cloth together. */
function row(cloths: Lain[][], scale: number): number {
  const pieces = cloths.flat()
  const wide = pieces.reduce((all, piece) => all + cell(piece, scale), 0)
  return wide + GAP * (pieces.length - 1) + CLOTH * (cloths.length - 1)
}
const largest = (cloths: Lain[][], of: 'wide' | 'high') =>
  Math.max(1, ...cloths.flat().map((piece) => piece[of]))

/**
 * One row of all pieces where it fits, else of as many as fit; and those as large as they can be. One step smaller
 * they stay as they were `before`, so that nothing jumps to and fro while a number is changed to and fro.
 */
export function inOneRow(cloths: Lain[][], room: Room, before?: Strip): Strip {
  const most = { width: largest(cloths, 'wide'), height: largest(cloths, 'high') }
  const least = steppedScale(most, LEAST)
  let shown = cloths.flat().length
  let width = room.width
  while (shown > 1 && row(first(cloths, shown), least) > width) {
    shown -= 1
    width = room.width - MORE
  }
  let scale = steppedScale({ width: 1, height: most.height }, room)
  while (scale > least && row(first(cloths, shown), scale) > width) scale /= STEP
  scale = Math.max(scale, least)
  const stays = before?.shown === shown && before.scale < scale && scale < before.scale * STEP * 1.001
  return { scale: stays ? before.scale : scale, shown }
}
/** The first pieces of the cloths, cloth by cloth. */
export function first<T>(cloths: T[][], count: number): T[][] {
  const out: T[][] = []
  let left = count
  for (const cloth of cloths) {
    if (left > 0) out.push(cloth.slice(0, left))
    left -= cloth.length
  }
  return out
}

/** Every cloth a row of its own, wrapped where it is long: the largest scale at which all of it is seen. */
export function inRows(cloths: Lain[][], room: Room, words: number): number {
  const most = { width: largest(cloths, 'wide'), height: largest(cloths, 'high') }
  const least = steppedScale(most, LEAST)
  let scale = steppedScale(most, room)
  while (scale > least && heightOf(cloths, room.width, scale, words) > room.height) scale /= STEP
  return Math.max(scale, least)
}
function heightOf(cloths: Lain[][], width: number, scale: number, words: number): number {
  let high = 0
  for (const cloth of cloths) {
    let at = 0
    let tallest = 0
    for (const piece of cloth) {
      const wide = cell(piece, scale)
      if (at && at + GAP + wide > width) {
        high += tallest + words
        at = tallest = 0
      }
      at += (at ? GAP : 0) + wide
      tallest = Math.max(tallest, piece.high * (lens(piece, scale) ?? scale))
    }
    high += tallest + words
  }
  return high
}
