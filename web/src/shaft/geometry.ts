import type { Piece, Pieces } from './metal'
import { bearingOnShaft } from './overhung/bearingOnShaft'
import { betweenBearings } from './between/betweenBearings'
import { chopper } from './overhung/chopper'
import { clampedSleeve } from './overhung/clampedSleeve'
import { closeCoupled } from './overhung/closeCoupled'
import { doubleSuction } from './between/doubleSuction'
import { endSuction } from './overhung/endSuction'
import { frame } from './frame'
import { gear } from './special/gear'
import { governed } from './special/governed'
import { hygienic } from './overhung/hygienic'
import { inline } from './overhung/inline'
import { regenerative } from './special/regenerative'
import { special } from './special/special'
import { stacked } from './upright/stacked'
import { upright } from './upright/upright'
import { vertical } from './upright/vertical'

const families = [
  ...[endSuction, closeCoupled, betweenBearings, upright, special], // whole units of plans of before
  ...[frame, clampedSleeve, hygienic, bearingOnShaft, regenerative, vertical, chopper, stacked],
  ...[doubleSuction, inline, governed, gear],
]

/** The drawing of each piece, by its name in the plan format. */
export const shapes: Pieces = Object.fromEntries(families.flatMap((f) => Object.entries(f)))

export interface Place {
  x: number
  y: number
}

export interface Laid {
  /** what its stations call it */
  name: string
  piece: Piece
  fitted: boolean
  x: number
}

/** How far a piece is drawn to either side of its own x = 0. */
export function extent({ metal }: Piece): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const { d } of metal)
    for (const [, c, list = ''] of d.matchAll(/([MLCH])([^A-Z]*)/g))
      list.match(/-?\d*\.?\d+/g)!.forEach((v, i) => {
        if (c !== 'H' && i % 2) return
        low = Math.min(low, Number(v))
        high = Math.max(high, Number(v))
      })
  return [low, high]
}

/** Lays the pieces one after the other from the driver end. */
export function lay(pieces: { piece: string; as?: string; fitted: boolean }[]) {
  let [x, low, high] = [0, Infinity, -Infinity]
  const laid: Laid[] = []
  for (const p of pieces) {
    const piece = shapes[p.piece]
    if (!piece) continue
    const at = x - (piece.back ?? 0)
    const [from, to] = extent(piece)
    low = Math.min(low, at + from)
    high = Math.max(high, at + to)
    laid.push({ name: p.as ?? p.piece, piece, fitted: p.fitted, x: at })
    x += piece.advance
  }
  const move = laid.length > 0 ? 40 - low : 0
  for (const l of laid) l.x += move
  return { laid, width: Math.max(high, 0) + move + 30 }
}

/** Finds a station, "piece.point", among the pieces laid; nothing where it is not drawn. */
export function locate(laid: Laid[], at: string): Place | undefined {
  const [name, point] = at.split('.')
  const found = laid.find((l) => l.name === name)
  const p = point ? found?.piece.points[point] : undefined
  return found && p && { x: found.x + p[0], y: p[1] }
}
