import { ball, bar, both, once, ring, spring, type Pieces } from '../metal'

// The regenerative turbine pump: with cover shims and a pinned seal, and with an impeller
// that floats.

const impeller = [
  both('turn', ring(150, 172, 11, 66)),
  both('line', 'M150 -62H157M165 -62H172M150 -57H157M165 -57H172M150 -52H157M165 -52H172'),
  once('paper', ring(148, 174, 8, 13)),
]

export const regenerative: Pieces = {
  'turbine-shaft': {
    advance: 0,
    points: { seal: [54, -11], end: [228, -6] },
    metal: [once('turn', bar(-20, 236, 11))],
  },
  'turbine-casing': {
    advance: 0,
    points: {},
    metal: [
      both('left', 'M24 -37V-80H176V-70H146V-37Z'),
      both('line', 'M20 -80H24'),
      once('paper', 'M60 -80V-86H120V-80'),
    ],
  },
  'rear-oring': { advance: 0, points: {}, metal: [both('dark', ball(28, -37, 3))] },
  'housing-shims': {
    advance: 0,
    points: { pack: [20, -44] },
    metal: [both('leaf', ring(16, 20, 38, 52)), both('leaf', ring(20, 24, 38, 52))],
  },
  'seal-cup': {
    advance: 0,
    points: { home: [60, -34] },
    metal: [both('right', 'M4 -14V-52H16V-37H64V-30H14V-14Z')],
  },
  'pinned-seat': {
    advance: 0,
    points: {},
    metal: [both('paper', ring(15, 30, 13, 29)), once('dark', ball(17, -30, 2))],
  },
  'carbon-retainer': {
    advance: 0,
    points: { face: [36, -24] },
    metal: [both('dark', ring(31, 41, 13, 24)), both('turn', 'M41 -13V-26H50V-22H46V-13Z')],
  },
  'seal-sleeve': {
    advance: 0,
    points: { head: [74, -22] },
    metal: [both('wire', spring(50, 84, 16, 23, 3)), both('sleeve', ring(48, 104, 11, 15))],
  },
  'locking-pin': { advance: 0, points: {}, metal: [once('dark', ball(86, 0, 4))] },
  follower: {
    advance: 0,
    points: {},
    metal: [both('dark', ball(92, -17, 2.5)), both('turn', ring(95, 104, 15, 23))],
  },
  'clamp-ring': {
    advance: 0,
    points: {},
    metal: [both('turn', ring(106, 118, 11, 26)), both('bolt', 'M96 -20H126')],
  },
  'turbine-impeller': { advance: 0, points: { side: [172, -48] }, metal: impeller },
  'cover-shims': {
    advance: 0,
    points: { pack: [180, -66] },
    metal: [both('leaf', ring(176, 180, 58, 80)), both('leaf', ring(180, 182, 58, 80))],
  },
  'turbine-cover': {
    advance: 300,
    points: { cover: [190, -70] },
    metal: [
      both('right', 'M182 -17V-80H206V-28H222V-17Z'),
      both('dark', ball(184, -54, 3)),
      both('bolt', 'M150 -75H218'),
    ],
  },
  // the impeller floats
  'guard-drain': {
    advance: 0,
    points: {},
    metal: [once('thin', 'M-24 -60H16V60H-24M-4 60V80')],
  },
  'floating-casing': {
    advance: 0,
    points: {},
    metal: [both('left', 'M20 -24V-80H176V-70H146V-42H44V-24Z'), both('bolt', 'M6 -64H40')],
  },
  'bottom-seat': {
    advance: 0,
    points: {},
    metal: [both('paper', ring(44, 58, 13, 30)), both('dark', ring(40, 44, 15, 30))],
  },
  'spring-seal': {
    advance: 0,
    points: { head: [64, -24] },
    metal: [
      both('dark', ring(59, 70, 12, 24)),
      both('wire', spring(71, 116, 13, 23, 4)),
      both('turn', ring(117, 125, 11, 26)),
    ],
  },
  'retaining-ring': {
    advance: 0,
    points: { ring: [130, -17] },
    metal: [both('dark', ring(126, 131, 9, 18))],
  },
  'floating-cover': {
    advance: 300,
    points: { cover: [188, -70] },
    metal: [
      both('right', 'M176 -17V-80H202V-28H218V-17Z'),
      both('dark', ball(179, -72, 3)),
      both('bolt', 'M146 -75H214'),
    ],
  },
}
