import {
  ball,
  bar,
  bearing,
  both,
  once,
  ring,
  spring,
  turned,
  type Pieces,
  type Shape,
} from '../metal'

// A rotor between two bearings, piece by piece: the cartridge on its sleeve with the
// bearing alone, and the seal on its step with the bearing in its housing. Each end is
// drawn inboard; the outboard is the same turned about.

/** An end that is 250 long, with what it is called inboard. */
const ends: Record<string, { points: Record<string, [number, number]>; metal: Shape[] }> = {
  bracket: {
    points: { bore: [70, -33] },
    metal: [
      both('left', 'M16 -20V-46H96V-58H200V-66H232V-52H204V-48H104V-34H30V-20Z'),
      both('bolt', 'M214 -60H244'),
      once('paper', 'M64 -46V-54H74V-46'),
    ],
  },
  'bearing-alone': {
    points: { journal: [96, -14], bearing: [70, -29], shoulder: [92, -20] },
    metal: [
      ...bearing(70, 14, 34),
      both('turn', 'M34 -14V-24H46L50 -14Z'),
      both('dark', ring(50, 53, 14, 26)),
    ],
  },
  'back-plate-lip': {
    points: { lip: [112, -16] },
    metal: [
      both('dark', ring(88, 92, 12, 19)),
      both('right', 'M98 -20V-46H106V-20Z'),
      both('dark', ring(98, 106, 14, 20)),
      both('turn', 'M112 -14L116 -28H121L119 -14Z'),
    ],
  },
  'sleeve-cartridge': {
    points: { sleeve: [150, -18], seat: [204, -28], plate: [214, -40] },
    metal: [
      both('sleeve', ring(138, 286, 14, 19)),
      both('bolt', 'M146 -19V-8'),
      both('right', 'M200 -21V-44H232V-30H214V-21Z'),
      both('bolt', 'M192 -38H242'),
      both('paper', ring(214, 226, 20, 30)),
      both('dark', ring(227, 236, 20, 28)),
      both('wire', spring(237, 264, 21, 28, 3)),
      both('turn', ring(264, 272, 19, 29)),
      both('dark', ring(273, 276, 17, 25)),
    ],
  },
  'bearing-housing': {
    points: { bearing: [70, -29], journal: [96, -14], bore: [70, -33], flange: [228, -58] },
    metal: [
      ...bearing(70, 14, 34),
      both('left', 'M46 -33V-46H100V-58H200V-66H228V-52H204V-48H112V-20H98V-33Z'),
      both('dark', ring(98, 110, 14, 20)),
      once('paper', 'M64 -46V-54H76V-46'),
    ],
  },
  'bearing-cover': {
    points: {},
    metal: [
      both('right', 'M28 0V-46H46V-33H38V0Z'),
      both('bolt', 'M22 -40H56'),
      once('paper', 'M30 30V54H38V30'),
    ],
  },
  'gland-seal': {
    points: { sleeve: [158, -14], seat: [206, -28], gland: [216, -40] },
    metal: [
      both('right', 'M198 -18V-44H232V-32H214V-18Z'),
      both('bolt', 'M190 -38H242'),
      both('dark', ball(222, -33, 2.5)),
      both('paper', ring(214, 226, 16, 31)),
      both('dark', 'M206 -29H216V-26H206Z'),
      both('dark', ring(227, 237, 15, 28)),
      both('wire', spring(238, 268, 16, 27, 3)),
      both('turn', ring(268, 276, 14, 28)),
    ],
  },
  'flush-line': {
    points: {},
    metal: [once('turn', 'M218 -44V-82H226V-44Z'), once('turn', 'M210 -82H234V-88H210Z')],
  },
  'flush-plug': { points: {}, metal: [once('dark', 'M217 -50H227V-40H217Z')] },
  'locked-nut': {
    points: {},
    metal: [both('turn', ring(34, 47, 14, 25)), both('dark', ring(47, 50, 14, 27))],
  },
  'shoulder-ring': { points: { ring: [279, -22] }, metal: [both('brass', ring(276, 282, 14, 25))] },
  'housing-ring': { points: { ring: [92, -24] }, metal: [both('brass', ring(88, 94, 15, 26))] },
}

const WIDE = 250

const inboardAndOutboard: Pieces = Object.fromEntries(
  Object.entries(ends).flatMap(([name, { points, metal }]) => [
    [`${name}-inboard`, { advance: 0, back: WIDE, points, metal }],
    [
      `${name}-outboard`,
      {
        advance: 0,
        points: Object.fromEntries(
          Object.entries(points)
            .reverse()
            .map(([k, [x, y]]) => [k, [WIDE - x, y] as [number, number]]),
        ),
        metal: turned(WIDE, metal),
      },
    ],
  ]),
)

export const doubleSuction: Pieces = {
  ...inboardAndOutboard,
  'through-shaft': {
    advance: WIDE,
    points: { hub: [4, -11], end: [12, -6] },
    metal: [
      once('turn', bar(-46, 30, 11)),
      once('turn', bar(30, 722, 14)),
      both('turn', ring(282, 470, 14, 18)),
    ],
  },
  'casing-lower': {
    advance: 252,
    points: { bolts: [140, -60] },
    metal: [
      once(
        'left',
        'M-18 28V64L40 72C90 80 100 66 126 78C152 66 162 80 212 72L270 64V28H252V52L206 60C176 62 168 54 162 44H148L136 66H116L104 44H90C84 54 76 62 46 60L0 52V28Z',
      ),
    ],
  },
  'casing-upper': {
    advance: 0,
    back: 252,
    points: {},
    metal: [
      once(
        'right',
        'M-18 -28V-64L40 -72C90 -80 100 -66 126 -78C152 -66 162 -80 212 -72L270 -64V-28H252V-52L206 -60C176 -62 168 -54 162 -44H148L136 -66H116L104 -44H90C84 -54 76 -62 46 -60L0 -52V-28Z',
      ),
    ],
  },
  'end-covers': {
    advance: 0,
    back: 252,
    points: {},
    metal: [
      both('left', 'M-18 -30V-66H-6V-30Z'),
      both('left', 'M258 -30V-66H270V-30Z'),
      both('bolt', 'M-26 -60H6M246 -60H278'),
    ],
  },
  'double-impeller': {
    advance: 0,
    back: 252,
    points: { impeller: [126, -60] },
    metal: [
      both('turn', 'M126 -62C114 -44 104 -38 80 -36V-14H172V-36C148 -38 138 -44 126 -62Z'),
      both('line', 'M126 -58V-20M88 -30C108 -30 118 -38 124 -52M164 -30C144 -30 134 -38 128 -52'),
    ],
  },
  'casing-rings-pair': {
    advance: 0,
    back: 252,
    points: { 'ring-inboard': [80, -38], 'ring-outboard': [172, -38] },
    metal: [both('brass', ring(72, 88, 37, 45)), both('brass', ring(164, 180, 37, 45))],
  },
}
