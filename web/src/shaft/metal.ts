// What a piece of the shaft line is drawn from. Each is drawn round the centre line y = 0
// from its own x = 0; up is negative. Lengths are in units of the drawing, about 1280
// across the strip. Paths have absolute lines and curves only, for the paper reads them too.

/** Ink and line of a shape: cut metal that stands is hatched, what turns is dye wash. */
export type How =
  | 'left' // cut, hatched; neighbours lean opposite ways
  | 'right'
  | 'turn' // turns with the shaft
  | 'sleeve'
  | 'brass'
  | 'leaf' // a shim
  | 'paper'
  | 'ring' // of packing, rubber: a thin outline
  | 'stone' // oil
  | 'dark' // a seal face, rubber, a tooth
  | 'shade' // hatching over a wash
  | 'bolt'
  | 'wire' // a spring
  | 'line'
  | 'thin'
  | 'dotted'
  | 'phantom'
  | 'mark' // in a small drawing: what counts

export interface Shape {
  how: How
  d: string
  /** drawn above the centre line, and mirrored below */
  both: boolean
}

export interface Piece {
  /** how far the next piece starts after this one */
  advance: number
  /** how far before its place it begins: what lies in or on the piece before it */
  back?: number
  /** where a station may stand, x and y */
  points: Record<string, [number, number]>
  metal: Shape[]
}

export type Pieces = Record<string, Piece>

export const both = (how: How, d: string): Shape => ({ how, d, both: true })
export const once = (how: How, d: string): Shape => ({ how, d, both: false })

/** A body of revolution between two places along the shaft, or a ring where it has a bore. */
export const bar = (x1: number, x2: number, r: number) => `M${x1} ${-r}H${x2}V${r}H${x1}Z`
export const ring = (x1: number, x2: number, bore: number, r: number) =>
  `M${x1} ${-r}H${x2}V${-bore}H${x1}Z`

/** A circle, of four curves. */
export function ball(x: number, y: number, r: number) {
  const k = Math.round(r * 55.23) / 100
  return (
    `M${x + r} ${y}C${x + r} ${y + k} ${x + k} ${y + r} ${x} ${y + r}` +
    `C${x - k} ${y + r} ${x - r} ${y + k} ${x - r} ${y}` +
    `C${x - r} ${y - k} ${x - k} ${y - r} ${x} ${y - r}` +
    `C${x + k} ${y - r} ${x + r} ${y - k} ${x + r} ${y}Z`
  )
}

/** A ball bearing whose middle is at x: outer ring, inner ring on the shaft, ball. */
export const bearing = (x: number, shaft: number, wide = 28): Shape[] => [
  both('right', ring(x - wide / 2, x + wide / 2, shaft + 13, shaft + 18)),
  both('turn', ring(x - wide / 2, x + wide / 2, shaft, shaft + 5)),
  both('paper', ball(x, -shaft - 9, 5)),
]

/** A coil spring in cut, between two places. */
export function spring(x1: number, x2: number, low: number, high: number, turns = 3) {
  let d = `M${x1} ${-low}`
  for (let i = 1; i <= 2 * turns; i++)
    d += `L${Math.round(x1 + ((x2 - x1) * i) / (2 * turns))} ${i % 2 ? -high : -low}`
  return d
}

/** The same pieces turned about, left to right. */
export function turned(width: number, shapes: Shape[]): Shape[] {
  return shapes.map((s) => ({ ...s, d: flipped(s.d, width), how: hatched[s.how] ?? s.how }))
}

const hatched: Partial<Record<How, How>> = { left: 'right', right: 'left' }

function flipped(d: string, width: number) {
  return d.replace(/([MLCH])([^A-Z]*)/g, (_, c: string, list: string) => {
    const n = list.match(/-?\d*\.?\d+/g)!.map(Number)
    return c + n.map((v, i) => (c === 'H' || i % 2 === 0 ? width - v : v)).join(' ')
  })
}
