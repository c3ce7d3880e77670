import { ball, bar, bearing, both, once, ring, spring, type Pieces } from '../metal'

// A close-coupled pump with its own bearing, whose impeller stands against shims.

export const bearingOnShaft: Pieces = {
  'pump-shaft': {
    advance: 0,
    points: { journal: [170, -15], end: [374, -6], seal: [272, -13] },
    metal: [
      both('turn', ring(0, 62, 11, 17)),
      once('turn', bar(62, 200, 15)),
      once('turn', bar(200, 304, 13)),
      once('turn', bar(304, 380, 9)),
      both('turn', ring(188, 194, 15, 22)),
    ],
  },
  'bearing-cover': {
    advance: 0,
    points: {},
    metal: [both('right', 'M94 -18V-52H108V-34H102V-18Z'), both('bolt', 'M86 -46H122')],
  },
  'ring-nut': { advance: 0, points: {}, metal: [both('turn', ring(134, 147, 15, 24))] },
  'ring-nut-washer': {
    advance: 0,
    points: {},
    metal: [both('turn', ring(130, 143, 15, 24)), both('dark', 'M144 -15V-28H141V-25H146V-15Z')],
  },
  'shaft-bearing': { advance: 0, points: { row: [170, -29] }, metal: bearing(169, 15, 36) },
  'shaft-bearing-greased': {
    advance: 0,
    points: { row: [170, -29] },
    metal: [...bearing(169, 15, 36), once('paper', 'M165 -52V-60H173V-52M163 -60H175V-66H163Z')],
  },
  'bearing-housing': {
    advance: 210,
    points: { bore: [170, -33] },
    metal: [both('left', 'M108 -33V-52H210V-34H196V-22H190V-33Z'), both('line', 'M96 -58H112V-52')],
  },
  'locked-adapter': {
    advance: 0,
    points: {},
    metal: [both('right', 'M0 -34V-66H14V-26H6V-34Z'), both('bolt', 'M-10 -42H10')],
  },
  thrower: { advance: 0, points: {}, metal: [both('turn', 'M14 -13L18 -28H23L20 -13Z')] },
  'casing-seated': {
    advance: 94,
    points: { joint: [136, -76] },
    metal: [both('left', 'M14 -50V-66H30V-80H136V-73H42V-28H28V-50Z'), both('bolt', 'M4 -60H36')],
  },
  'seat-in-casing': {
    advance: 0,
    back: 94,
    points: {},
    metal: [both('paper', ring(30, 44, 15, 28)), both('dark', ball(36, -28, 2.5))],
  },
  'seal-head': {
    advance: 0,
    back: 94,
    points: { head: [52, -23] },
    metal: [
      both('dark', ring(45, 55, 14, 23)),
      both('wire', spring(56, 82, 15, 22, 3)),
      both('turn', ring(83, 90, 13, 24)),
    ],
  },
  'shoulder-shims': {
    advance: 0,
    points: { pack: [6, -18] },
    metal: [0, 4, 8].map((x) => both('leaf', ring(x, x + 4, 9, 20))),
  },
  'shimmed-impeller': {
    advance: 42,
    points: { front: [34, -52], back: [16, -58] },
    metal: [
      both('turn', 'M12 -9V-32L16 -66H30C32 -46 40 -28 54 -18V-9Z'),
      both('line', 'M20 -62C24 -42 30 -26 46 -16'),
    ],
  },
  'impeller-nut': {
    advance: 0,
    back: 42,
    points: { end: [76, -6] },
    metal: [
      once('turn', 'M54 -15H66C74 -12 78 -6 78 0C78 6 74 12 66 15H54Z'),
      both('dark', ball(54, -11, 2)),
    ],
  },
  'pinned-cover': {
    advance: 120,
    points: { suction: [20, -40] },
    metal: [
      both('left', 'M0 -84H12V-76H24V-30H96V-46H108V-22H14V-68H0Z'),
      both('dark', ball(0, -76, 3)),
      once('dark', 'M-10 -80H8V-77H-10Z'),
    ],
  },
  'knob-clamp': {
    advance: 0,
    back: 120,
    points: {},
    metal: [
      both('turn', 'M-12 -90H18V-84H-6V-80H-12Z'),
      once('brass', 'M0 90H6V96H0Z'),
      once('brass', ball(3, -93, 4)),
    ],
  },
  'front-foot': {
    advance: 0,
    back: 120,
    points: {},
    metal: [once('right', 'M-84 80V88H-92V94H-44V88H-52V80Z')],
  },
}
