import { ball, bar, bearing, both, once, ring, spring, type Pieces } from '../metal'

// The pump whose shaft slides: governor weights push it forward at speed, springs draw it
// back at rest.

export const governed: Pieces = {
  'belt-sheave': {
    advance: 78,
    points: { hub: [30, -30] },
    metal: [
      both('turn', 'M14 -12V-46L22 -40L30 -46L38 -40L46 -46V-12Z'),
      both('phantom', 'M18 -44H42V-80H18'),
    ],
  },
  'governor-frame': {
    advance: 0,
    points: {},
    metal: [
      both('left', 'M40 -40V-52H408V-64H424V-40H392V-44H130V-40Z'),
      once('right', 'M180 52V66H168V72H300V66H288V52Z'),
      once('paper', 'M96 -52V-60H106V-52M94 -60H108V-66H94Z'),
    ],
  },
  'rear-caps': {
    advance: 0,
    points: { outer: [30, -30] },
    metal: [
      both('right', 'M22 -20V-56H40V-40H34V-20Z'),
      both('right', 'M130 -20V-40H142V-20Z'),
      both('dark', ring(24, 32, 17, 22)),
      both('dark', ring(132, 140, 17, 22)),
      both('bolt', 'M14 -50H54'),
    ],
  },
  'drive-sleeve-hollow': {
    advance: 0,
    points: { outside: [8, -17], end: [-60, -14], bushing: [106, -11] },
    metal: [
      both('turn', ring(-64, 158, 11, 17)),
      both('dark', ring(58, 66, 0, 11)),
      both('brass', ring(70, 92, 9, 12)),
      both('brass', ring(124, 150, 9, 12)),
    ],
  },
  'rear-bearing': {
    advance: 0,
    points: { row: [82, -31] },
    metal: [
      ...bearing(84, 17, 34),
      both('turn', ring(54, 64, 17, 25)),
      both('dark', ring(64, 66, 17, 28)),
    ],
  },
  'rear-bearings': {
    advance: 0,
    points: { row: [82, -31] },
    metal: [
      ...bearing(78, 17, 26),
      ...bearing(106, 17, 26),
      both('turn', ring(52, 62, 17, 25)),
      both('dark', ring(62, 64, 17, 28)),
    ],
  },
  'sliding-shaft': {
    advance: 0,
    points: { bushing: [92, -9], seal: [452, -11] },
    metal: [once('turn', bar(70, 270, 9)), once('turn', bar(270, 596, 11))],
  },
  'governor-springs': {
    advance: 0,
    points: { screws: [166, -22] },
    metal: [both('wire', spring(152, 220, 14, 24, 5)), both('dark', ring(160, 168, 24, 30))],
  },
  'governor-sleeve': {
    advance: 0,
    points: { face: [262, -26] },
    metal: [both('turn', 'M214 -9V-20H238V-30H262V-9Z'), both('line', 'M244 -30V-9')],
  },
  'governor-weights': {
    advance: 0,
    points: { weights: [218, -40] },
    metal: [
      both('turn', 'M244 -30L214 -42L206 -36L222 -24H244Z'),
      both('paper', ball(244, -27, 3)),
    ],
  },
  'front-bearing': {
    advance: 0,
    points: { row: [330, -27] },
    metal: [
      ...bearing(326, 11, 34),
      both('turn', ring(346, 356, 11, 19)),
      both('dark', ring(344, 346, 11, 22)),
    ],
  },
  'front-caps': {
    advance: 0,
    points: {},
    metal: [
      both('right', 'M284 -16V-43H306V-30H296V-16Z'),
      both('left', 'M306 -30V-43H378V-16H366V-30Z'),
      both('dark', ring(286, 294, 12, 17)),
      both('dark', ring(367, 376, 12, 17)),
    ],
  },
  bracket: {
    advance: 430,
    points: {},
    metal: [
      both('left', 'M408 -64H424V-58H524V-72H540V-48H524V-50H424V-40H408Z'),
      both('phantom', 'M434 -50H514'),
      both('bolt', 'M400 -60H436'),
    ],
  },
  'seal-sleeve-shaft': {
    advance: 0,
    back: 430,
    points: { seat: [430, -11] },
    metal: [both('sleeve', ring(432, 560, 11, 15)), both('dark', ring(428, 432, 11, 15))],
  },
  'ring-housing': {
    advance: 0,
    back: 430,
    points: { ring: [470, -30] },
    metal: [
      both('right', 'M456 -20V-44H500V-36H474V-20Z'),
      both('paper', ring(474, 486, 19, 32)),
      both('bolt', 'M446 -40H514'),
    ],
  },
  'labyrinth-ring': {
    advance: 0,
    back: 430,
    points: {},
    metal: [
      both('left', ring(500, 516, 24, 46)),
      both('line', 'M502 -24V-20M506 -24V-20M510 -24V-20M514 -24V-20'),
    ],
  },
  'case-plate-spout': {
    advance: 110,
    back: 0,
    points: { face: [116, -50] },
    metal: [
      both('right', 'M86 -28V-72H70V-78H112V-70H102V-28Z'),
      once('turn', 'M74 46V86H82V46Z'),
      both('bolt', 'M58 -75H86'),
    ],
  },
  'expeller-ring': {
    advance: 0,
    back: 110,
    points: { clearance: [106, -52] },
    metal: [
      both('turn', 'M58 -15V-24H106V-60H118V-15Z'),
      both('line', 'M100 -56H106M100 -48H106M100 -40H106M100 -32H106'),
      both('dark', ring(57, 66, 19, 30)),
    ],
  },
  'impeller-threaded': {
    advance: 44,
    points: { vanes: [42, -52] },
    metal: [
      both('turn', 'M8 -11V-60L12 -66H28C30 -46 38 -28 54 -14V-11Z'),
      both('line', 'M16 -62C20 -42 28 -26 44 -15'),
      once('turn', 'M50 -14C60 -12 62 12 50 14Z'),
    ],
  },
  'impeller-keyed': {
    advance: 44,
    points: { vanes: [42, -52] },
    metal: [
      both('turn', 'M8 -11V-60L12 -66H28C30 -46 38 -28 54 -14V-11Z'),
      both('line', 'M16 -62C20 -42 28 -26 44 -15'),
      once('paper', ring(10, 48, 8, 13)),
      once('turn', 'M54 -16H64V16H54Z'),
    ],
  },
  'wet-case': {
    advance: 150,
    points: { ring: [8, -40] },
    metal: [
      both(
        'left',
        'M-40 -82H0C18 -60 24 -48 30 -38H100V-52H112V-28H24V-34H4V-44H12C8 -56 0 -66 -12 -74H-40Z',
      ),
      both('bolt', 'M-54 -78H-26'),
    ],
  },
  'case-ring': { advance: 0, back: 150, points: {}, metal: [both('brass', ring(4, 18, 27, 34))] },
  'case-ring-gasket': {
    advance: 0,
    back: 150,
    points: {},
    metal: [both('brass', ring(4, 18, 27, 34)), both('dark', ring(18, 21, 27, 36))],
  },
}
