/** Picture scales move in steps, so that a bag does not shiver while its numbers change. */
export const STEP = 1.12

/** Return the largest stepped scale (px per mm) at which a box of mm fits into px. */
export function steppedScale(
  mm: { width: number; height: number },
  px: { width: number; height: number },
): number {
  const exact = Math.min(px.width / Math.max(mm.width, 1), px.height / Math.max(mm.height, 1))
  return STEP ** Math.floor(Math.log(Math.max(exact, 0.01)) / Math.log(STEP))
}

/** Each state fills its small picture: what counts there are its lengths. */
export const stateScale = (state: { box: number[] }) =>
  steppedScale({ width: state.box[2]!, height: state.box[3]! }, { width: 206, height: 118 })
