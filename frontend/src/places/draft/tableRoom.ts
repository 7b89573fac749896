export interface Room {
  width: number
  height: number
}

/** The room that a piece is laid out in, of what there is: below this its numbers find no place, and it scrolls. */
export const tableRoom = ({ width, height }: Room): Room => ({
  width: Math.max(280, width),
  height: Math.max(320, height),
})
