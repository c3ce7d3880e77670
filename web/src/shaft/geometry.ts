// Where everything on the shaft line lies. Lengths are in drawing units, 1280
// across the strip; radii are measured from the centre line, up is negative.
// The names of pieces and points are those of the plan format.

export interface Place {
  x: number
  y: number
}

interface PieceShape {
  /** how far the next piece starts after this one */
  advance: number
  points: Record<string, Place>
}

export const shapes: Record<string, PieceShape> = {
  driver: { advance: 100, points: { shaft: { x: 60, y: -11 } } },
  coupling: { advance: 78, points: { hub: { x: 30, y: -30 } } },
  'bearing-frame': {
    advance: 395,
    points: {
      'coupling-journal': { x: 26, y: -11 },
      'thrust-bearing': { x: 103, y: -22 },
      sump: { x: 225, y: 30 },
      'radial-bearing': { x: 357, y: -16 },
    },
  },
  'frame-adapter': {
    advance: 190,
    points: { shaft: { x: 40, y: -11 }, face: { x: 326, y: -58 }, register: { x: 306, y: -69 } },
  },
  'seal-chamber': {
    advance: 135,
    points: { sleeve: { x: -48, y: -15 }, face: { x: -1, y: -33 }, bore: { x: 98, y: -27 } },
  },
  seal: { advance: 0, points: { gland: { x: -142, y: -30 }, head: { x: -58, y: -23 } } },
  impeller: { advance: 80, points: { vanes: { x: 45, y: -52 }, nut: { x: 60, y: -9 } } },
  // close-coupled, and on a pedestal
  motor: {
    advance: 260,
    points: { bearing: { x: 186, y: -24 }, flange: { x: 212, y: -48 }, shaft: { x: 238, y: -11 } },
  },
  'motor-below': { advance: 260, points: { shaft: { x: 22, y: -11 }, bearing: { x: 74, y: -24 } } },
  pedestal: {
    advance: 300,
    points: {
      'coupling-journal': { x: 10, y: -11 },
      bearing: { x: 62, y: -24 },
      nose: { x: 268, y: -11 },
    },
  },
  'clamp-sleeve': { advance: 96, points: { clamp: { x: 36, y: -32 }, sleeve: { x: 74, y: -15 } } },
  'back-plate': {
    advance: 56,
    points: { face: { x: 10, y: -46 }, bore: { x: 20, y: -20 }, shims: { x: 34, y: -30 } },
  },
  'shaft-seal': { advance: 86, points: { seat: { x: 13, y: -26 }, head: { x: 56, y: -24 } } },
  'outer-seal': { advance: 96, points: { head: { x: 30, y: -26 }, springs: { x: 64, y: -22 } } },
  'shim-pack': { advance: 30, points: { pack: { x: 15, y: -28 } } },
  regen: {
    advance: 180,
    points: { shaft: { x: 10, y: -11 }, side: { x: 68, y: -46 }, cover: { x: 108, y: -68 } },
  },
  chopper: { advance: 116, points: { edges: { x: 96, y: -44 }, bolt: { x: 104, y: -9 } } },
  'striker-plate': { advance: 96, points: { face: { x: 8, y: -40 }, shims: { x: 26, y: -70 } } },
  'packing-box': {
    advance: 160,
    points: { packing: { x: 60, y: -19 }, gland: { x: 128, y: -30 } },
  },
  gear: {
    advance: 250,
    points: { rotor: { x: 62, y: -56 }, idler: { x: 140, y: -22 }, head: { x: 196, y: -62 } },
  },
  governor: {
    advance: 190,
    points: { shaft: { x: 14, y: -11 }, weights: { x: 76, y: -42 }, springs: { x: 128, y: -26 } },
  },
  expeller: { advance: 64, points: { shaft: { x: 6, y: -11 }, clearance: { x: 38, y: -52 } } },
  // between bearings
  'bearing-inboard': {
    advance: 124,
    points: { journal: { x: 34, y: -14 }, bearing: { x: 62, y: -25 }, cap: { x: 98, y: -36 } },
  },
  'seal-inboard': { advance: 112, points: { sleeve: { x: 24, y: -16 }, seat: { x: 78, y: -30 } } },
  'double-volute': {
    advance: 260,
    points: {
      'ring-inboard': { x: 84, y: -38 },
      impeller: { x: 120, y: -60 },
      bolts: { x: 140, y: -74 },
      'ring-outboard': { x: 176, y: -38 },
    },
  },
  'seal-outboard': { advance: 112, points: { seat: { x: 34, y: -30 }, sleeve: { x: 88, y: -16 } } },
  'bearing-outboard': {
    advance: 130,
    points: { cap: { x: 26, y: -36 }, bearing: { x: 62, y: -25 }, journal: { x: 90, y: -14 } },
  },
  // vertical and stacked
  'adjusting-nut': { advance: 150, points: { gap: { x: 47, y: -40 }, nut: { x: 66, y: -30 } } },
  'discharge-head': {
    advance: 190,
    points: { shaft: { x: 8, y: -11 }, packing: { x: 64, y: -19 }, flange: { x: 160, y: -66 } },
  },
  column: { advance: 220, points: { coupling: { x: 66, y: -17 }, bearing: { x: 150, y: -14 } } },
  bowl: { advance: 118, points: { vanes: { x: 52, y: -42 }, bearing: { x: 98, y: -14 } } },
  'suction-bell': { advance: 96, points: { bearing: { x: 40, y: -14 } } },
  intake: { advance: 120, points: { shaft: { x: 30, y: -11 }, strainer: { x: 70, y: -50 } } },
  stage: { advance: 92, points: { impeller: { x: 38, y: -40 }, nut: { x: 70, y: -16 } } },
  'top-head': { advance: 170, points: { straps: { x: 118, y: -62 }, shaft: { x: 150, y: -11 } } },
  // in-line
  'spring-coupler': { advance: 110, points: { coupler: { x: 55, y: -26 } } },
  'bearing-cartridge': {
    advance: 176,
    points: { bearing: { x: 36, y: -24 }, seal: { x: 150, y: -24 } },
  },
  casing: {
    advance: 190,
    points: { 'cover-bolts': { x: -92, y: -72 }, 'wear-plate': { x: -30, y: -60 } },
  },
}

export interface Laid {
  piece: string
  x: number
}

/** Lays the pieces one after the other from the driver end. */
export function lay(pieces: string[]): { laid: Laid[]; width: number } {
  let x = 40
  const laid = pieces.map((piece) => {
    const at = { piece, x }
    x += shapes[piece]?.advance ?? 0
    return at
  })
  return { laid, width: x + 30 }
}

/** Finds a station, "piece.point", among the pieces laid. */
export function locate(laid: Laid[], at: string): Place {
  const [piece, point] = at.split('.')
  const found = laid.find((l) => l.piece === piece)
  const p = shapes[piece]?.points[point]
  return found && p ? { x: found.x + p.x, y: p.y } : { x: 0, y: 0 }
}
