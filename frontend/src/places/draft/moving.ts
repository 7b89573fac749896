/** Taking hold of what is put on a piece: where the hand is, and what of its way was told already. */
export interface Hold {
  fromX: number
  fromY: number
  /** how far it was drawn from where the picture has it, in px */
  x: number
  y: number
  /** what of that was told, in mm */
  sentX: number
  sentY: number
}

/**
 * A way on the picture as the one whose bag it is would say it: what stands on its head goes the other way, and
 * from the wrong side right is left.
 */
export function whither(
  x: number,
  y: number,
  lies: { upside_down: boolean; wrong_side: boolean },
): { right: number; down: number } {
  const turned = lies.upside_down ? -1 : 1
  return { right: (lies.wrong_side ? -turned : turned) * x || 0, down: turned * y || 0 }
}

/** A new picture has taken in what was told: what is left is what the hand is ahead of it. */
export function stepsOf(hold: Hold, laid: { scale: number }): Hold {
  const [x, y] = [hold.sentX * laid.scale, hold.sentY * laid.scale]
  return {
    fromX: hold.fromX + x,
    fromY: hold.fromY + y,
    x: hold.x - x,
    y: hold.y - y,
    sentX: 0,
    sentY: 0,
  }
}
