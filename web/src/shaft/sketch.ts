import { ball, bar, both, once, ring, spring, type How, type Shape } from './metal'

// What the small drawings at steps are made of. Motor or driver to the left; what counts is marked in dye.

export interface Drawing {
  /** says in words what is drawn */
  caption: string
  metal: Shape[]
  /** words in the drawing: x, y, text */
  words?: [number, number, string][]
}

export const mark = (d: string) => once('mark', d)
export const disc = (how: How, x: number, y: number, r: number) => once(how, ball(x, y, r))
export const box = (how: How, x1: number, y1: number, x2: number, y2: number) =>
  once(how, `M${x1} ${y1}H${x2}V${y2}H${x1}Z`)

/** An arrow along the shaft, to the right or to the left, or up or down. */
export function arrow(x1: number, y1: number, x2: number, y2: number) {
  const [dx, dy] = [Math.sign(x2 - x1), Math.sign(y2 - y1)]
  const [bx, by] = [x2 - 8 * dx, y2 - 8 * dy]
  return mark(
    `M${x1} ${y1}L${x2} ${y2}M${bx + 5 * dy} ${by + 5 * dx}L${x2} ${y2}L${bx - 5 * dy} ${by - 5 * dx}`,
  )
}

export const shaft = once('turn', bar(-90, 90, 12))
export const zigzag = (x1: number, x2: number) => both('wire', spring(x1, x2, 18, 30, 3))
export const faceOf = (r: number, bore: number) => [
  disc('turn', 0, 0, r),
  disc('paper', 0, 0, bore),
]

/** Packing rings one behind the other, each turned on by a part of a turn from the last. */
export function joints(at: Way[]): Shape[] {
  return at.flatMap(([x, y], i) => [
    disc('ring', -75 + i * 50, 0, 25),
    disc('turn', -75 + i * 50, 0, 13),
    mark(`M${-75 + i * 50 + x * 12} ${y * 12}L${-75 + i * 50 + x * 27} ${y * 27}`),
  ])
}
export type Way = [number, number]
export const [up, right, down, left]: [Way, Way, Way, Way] = [
  [0, -1],
  [1, 0],
  [0, 1],
  [-1, 0],
]

export const bearingCut = [
  both('right', ring(-18, 18, 44, 54)),
  both('turn', ring(-18, 18, 18, 28)),
  both('paper', ball(0, -36, 8)),
]
