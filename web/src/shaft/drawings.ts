import { ball, both, bar, once, ring, spring, type How, type Shape } from './metal'

// Small drawings at steps: what can be put in the wrong way round, how it goes in. Motor or
// driver to the left; what counts is marked in dye. The names are those of the plan format.

export interface Drawing {
  /** says in words what is drawn */
  caption: string
  metal: Shape[]
  /** words in the drawing: x, y, text */
  words?: [number, number, string][]
}

const mark = (d: string) => once('mark', d)
const disc = (how: How, x: number, y: number, r: number) => once(how, ball(x, y, r))
const box = (how: How, x1: number, y1: number, x2: number, y2: number) =>
  once(how, `M${x1} ${y1}H${x2}V${y2}H${x1}Z`)

/** An arrow along the shaft, to the right or to the left, or up or down. */
function arrow(x1: number, y1: number, x2: number, y2: number) {
  const [dx, dy] = [Math.sign(x2 - x1), Math.sign(y2 - y1)]
  const [bx, by] = [x2 - 8 * dx, y2 - 8 * dy]
  return mark(
    `M${x1} ${y1}L${x2} ${y2}M${bx + 5 * dy} ${by + 5 * dx}L${x2} ${y2}L${bx - 5 * dy} ${by - 5 * dx}`,
  )
}

const shaft = once('turn', bar(-90, 90, 12))
const zigzag = (x1: number, x2: number) => both('wire', spring(x1, x2, 18, 30, 3))
const faceOf = (r: number, bore: number) => [disc('turn', 0, 0, r), disc('paper', 0, 0, bore)]

/** Packing rings one behind the other, each turned on by a part of a turn from the last. */
function joints(at: Way[]): Shape[] {
  return at.flatMap(([x, y], i) => [
    disc('ring', -75 + i * 50, 0, 25),
    disc('turn', -75 + i * 50, 0, 13),
    mark(`M${-75 + i * 50 + x * 12} ${y * 12}L${-75 + i * 50 + x * 27} ${y * 27}`),
  ])
}
type Way = [number, number]
const [up, right, down, left]: [Way, Way, Way, Way] = [
  [0, -1],
  [1, 0],
  [0, 1],
  [-1, 0],
]

const bearingCut = [
  both('right', ring(-18, 18, 44, 54)),
  both('turn', ring(-18, 18, 18, 28)),
  both('paper', ball(0, -36, 8)),
]

export const drawings: Record<string, Drawing> = {
  // end suction, pulled out to the back
  'seat-in-gland': {
    caption: 'Notch over the pin: the line on the gland midway between the two on the seat',
    metal: [
      disc('right', 0, 0, 58),
      ...faceOf(40, 20),
      box('paper', -8, -46, 8, -32),
      disc('dark', 0, -39, 4),
      mark('M0 -58V-46'),
      once('line', 'M-8 -32V-24M8 -32V-24'),
    ],
    words: [[8, -62, 'pin']],
  },
  'pin-in-notch': {
    caption: 'The pin stands lower than its notch is deep',
    metal: [
      box('right', -80, 26, 80, 56),
      once('paper', 'M-80 -30H80V20H16V-12H-16V20H-80Z'),
      box('dark', -8, -2, 8, 30),
      mark('M34 -12H52M34 -2H52M43 -26V-14M43 12V0'),
    ],
    words: [
      [-74, -8, 'seat'],
      [-74, 46, 'gland'],
    ],
  },
  'head-to-gland': {
    caption: 'Face to the gland, back on the second scribe',
    metal: [
      once('sleeve', bar(-90, 90, 18)),
      both('right', 'M-80 -20V-56H-62V-34H-52V-20Z'),
      both('paper', ring(-62, -48, 20, 34)),
      both('dark', ring(-22, -6, 19, 34)),
      zigzag(-4, 26),
      both('turn', ring(28, 44, 18, 36)),
      mark('M44 -50V-18M44 18V50'),
      arrow(-14, -48, -40, -48),
    ],
    words: [
      [-34, -56, 'face'],
      [50, -44, 'scribe'],
    ],
  },
  'tab-in-slot': {
    caption: 'One tab of the washer into one slot of the nut, its tongue in the keyway',
    metal: [
      disc('paper', 0, 0, 54),
      disc('turn', 0, 0, 44),
      disc('paper', 0, 0, 24),
      box('paper', -7, -46, 7, -34),
      box('paper', -7, 34, 7, 46),
      box('paper', -46, -7, -34, 7),
      box('paper', 34, -7, 46, 7),
      box('dark', -6, 18, 6, 26),
      mark('M-7 -56V-36H7V-56'),
    ],
    words: [[14, -56, 'tab']],
  },
  'bellows-head': {
    caption: 'Face back to the seat, spring to the impeller',
    metal: [
      once('sleeve', bar(-90, 60, 16)),
      both('right', ring(-84, -70, 20, 56)),
      both('paper', ring(-70, -54, 18, 36)),
      both('dark', ring(-46, -34, 17, 32)),
      both('wire', 'M-34 -18H-24L-20 -28L-16 -18L-12 -28L-8 -18H4'),
      zigzag(4, 46),
      both('turn', 'M60 -16V-56H76L88 -20V-16Z'),
      arrow(-24, -44, -44, -44),
    ],
    words: [
      [-40, -50, 'face'],
      [6, -40, 'spring'],
    ],
  },
  'keys-half-turn': {
    caption: 'Keys half a turn apart',
    metal: [
      disc('turn', -48, 0, 40),
      disc('paper', -48, 0, 16),
      disc('turn', 48, 0, 40),
      disc('paper', 48, 0, 16),
      box('dark', -53, -22, -43, -12),
      box('dark', 43, 12, 53, 22),
      mark('M-48 -50V-24M48 50V24'),
    ],
    words: [
      [-78, 58, 'pump hub'],
      [20, -48, 'driver hub'],
    ],
  },
  // a clamped sleeve
  'seat-marked-side': {
    caption: 'Groove or dot down in the bore, polished side out',
    metal: [
      once('right', 'M-84 -24H-56V30H56V-24H84V56H-84Z'),
      box('paper', -54, -20, 54, 26),
      disc('mark', -20, 22, 3),
      mark('M-54 -20H54'),
      arrow(0, -56, 0, -28),
    ],
    words: [
      [12, -34, 'polished'],
      [-12, 20, 'dot'],
    ],
  },
  'clamp-slots-alike': {
    caption: 'Both slots between the halves alike',
    metal: [
      once(
        'turn',
        'M-50 -5C-50 -38 -28 -54 0 -54C28 -54 50 -38 50 -5H22C22 -18 12 -24 0 -24C-12 -24 -22 -18 -22 -5Z',
      ),
      once(
        'turn',
        'M-50 5C-50 38 -28 54 0 54C28 54 50 38 50 5H22C22 18 12 24 0 24C-12 24 -22 18 -22 5Z',
      ),
      disc('sleeve', 0, 0, 22),
      disc('paper', 0, 0, 15),
      mark('M-78 -5H-54M-78 5H-54M54 -5H78M54 5H78'),
    ],
    words: [[64, -12, '=']],
  },
  'strip-flat': {
    caption: 'Flat on the face the vanes run on, its tail outside',
    metal: [
      once('left', 'M20 -60H44V60H20V20H30V8H20Z'),
      once('turn', 'M-30 -50H6V50H-30Z'),
      mark('M14 -46V12C14 16 20 14 30 14H80'),
      arrow(-78, 0, -38, 0),
    ],
    words: [
      [-26, -56, 'vane'],
      [54, 30, 'tail'],
    ],
  },
  // a shaft in a collar
  'seat-narrow-end': {
    caption: 'Narrow end first; the flat gasket lies in the bottom, the O-ring on its back',
    metal: [
      both('left', 'M-20 -46H70V-20H56V-34H-20Z'),
      both('paper', 'M-66 -20V-34H-26V-28H-6V-20Z'),
      both('dark', ring(50, 56, 22, 33)),
      both('dark', ball(-70, -28, 4)),
      arrow(-44, 0, 20, 0),
    ],
    words: [[-66, -46, 'seat']],
  },
  'flats-to-flats': {
    caption: 'The flats of the seat to the flats of the housing',
    metal: [
      disc('right', 0, 0, 60),
      once('paper', 'M-30 -36C-14 -48 14 -48 30 -36V36C14 48 -14 48 -30 36Z'),
      disc('turn', 0, 0, 20),
      mark('M-32 -34V34M32 -34V34'),
    ],
    words: [[40, 4, 'flat']],
  },
  'slots-in-line': {
    caption: 'The slot of the collar over the slot of the shaft',
    metal: [
      disc('turn', 0, 0, 56),
      disc('sleeve', 0, 0, 34),
      disc('paper', 0, 0, 22),
      box('stone', -5, -58, 5, -20),
      mark('M-5 -60V-20M5 -60V-20'),
      once('bolt', 'M-34 -46H34'),
    ],
    words: [[12, -62, 'one line']],
  },
  'spring-tabs': {
    caption: 'One tab of the spring into the slot, the other into the hole of the driver',
    metal: [
      shaft,
      both('dark', ring(-70, -50, 14, 36)),
      both('turn', ring(48, 72, 12, 40)),
      zigzag(-44, 44),
      mark('M-44 -30H-58M44 -30H60'),
    ],
    words: [
      [-78, -46, 'slot'],
      [50, -48, 'hole'],
    ],
  },
  'spring-behind-pins': {
    caption: 'Spring wholly behind the pins, its high points clear of them',
    metal: [
      shaft,
      zigzag(-66, -10),
      both('dark', ring(-4, 6, 10, 26)),
      both('turn', ring(24, 44, 14, 38)),
      mark('M1 -46V-28'),
    ],
    words: [[8, -42, 'pin']],
  },
  'stator-marks': {
    caption: 'The stamped marks of stator and cover meet',
    metal: [
      disc('right', 0, 0, 60),
      disc('paper', 0, 0, 44),
      disc('turn', 0, 0, 20),
      mark('M0 -58V-46M0 -42V-30'),
    ],
    words: [[8, -62, 'marks']],
  },
  'holes-level': {
    caption: 'Pump level, pipe holes in line with those of the support',
    metal: [
      disc('right', 0, 0, 56),
      disc('paper', 0, 0, 44),
      disc('left', 0, 0, 40),
      disc('turn', 0, 0, 18),
      mark('M-90 0H-22M22 0H90'),
    ],
    words: [[-88, -8, 'pipe']],
  },
  'face-forward': {
    caption: 'Face forward, to the seat',
    metal: [
      shaft,
      both('turn', ring(-76, -60, 12, 36)),
      zigzag(-58, -20),
      both('dark', ring(-12, 6, 14, 32)),
      both('paper', ring(30, 48, 14, 38)),
      both('right', ring(48, 60, 16, 56)),
      arrow(4, -44, 26, -44),
    ],
    words: [[-14, -48, 'face']],
  },
  // a back plate with shims
  'unused-side': {
    caption: 'Unused side to the motor, the gasket under it',
    metal: [
      both('left', 'M10 -20V-36H-20V-46H40V-20Z'),
      both('dark', 'M2 -38H10V-18H6V-34H-16V-38Z'),
      both('paper', ring(-30, 4, 16, 32)),
      mark('M-30 -34V-14M-30 14V34'),
      arrow(-44, 0, -78, 0),
    ],
    words: [[-86, -10, 'motor']],
  },
  'deflector-mark': {
    caption: 'Its mark in line with the keyway',
    metal: [
      disc('turn', 0, 0, 58),
      disc('sleeve', 0, 0, 28),
      disc('paper', 0, 0, 18),
      box('stone', -5, -26, 5, -14),
      mark('M0 -58V-30'),
    ],
    words: [[8, -62, 'mark']],
  },
  'tabs-in-notches': {
    caption: 'Tabs of the washer into the notches',
    metal: [
      ...faceOf(54, 30),
      box('stone', -7, -42, 7, -28),
      box('stone', -7, 28, 7, 42),
      disc('mark', 0, 0, 46),
      mark('M-6 -46V-32H6V-46M-6 46V32H6V46'),
    ],
    words: [[12, -58, 'tab']],
  },
  'slots-over-tabs': {
    caption: 'Slots of the spring retainer over the tabs of the washer',
    metal: [
      shaft,
      both('turn', 'M-60 -14V-44H-20V-34H-34V-26H-20V-14Z'),
      both('dark', ring(6, 12, 14, 44)),
      mark('M6 -30H-16M6 30H-16'),
      zigzag(-34, 6),
      both('paper', ring(14, 40, 14, 38)),
    ],
    words: [[-20, -50, 'tab']],
  },
  'heads-back-to-back': {
    caption: 'Back to back: one face to the impeller, the other to the motor',
    metal: [
      shaft,
      both('turn', ring(-8, 8, 12, 36)),
      zigzag(-28, -8),
      zigzag(8, 28),
      both('dark', ring(-44, -30, 14, 30)),
      both('dark', ring(30, 44, 14, 30)),
      both('paper', ring(-62, -45, 14, 36)),
      both('paper', ring(45, 62, 14, 36)),
      arrow(-30, -46, -56, -46),
      arrow(30, -46, 56, -46),
    ],
    words: [
      [-88, 56, 'motor'],
      [44, 56, 'impeller'],
    ],
  },
  'ports-down': {
    caption: 'Ports on the side of the plate, an O-ring in each groove',
    metal: [
      once('left', 'M-56 -34H-36V34H-56ZM36 -34H56V34H36Z'),
      box('right', -80, 36, 80, 52),
      mark('M-86 22H-40M40 22H86'),
      once('dark', ball(-46, -36, 4)),
      once('dark', ball(46, -36, 4)),
    ],
    words: [
      [-24, 48, 'plate'],
      [-88, 14, 'port'],
    ],
  },
  'weep-hole-down': {
    caption: 'A weep hole looks straight down',
    metal: [
      disc('right', 0, 0, 56),
      disc('paper', 0, 0, 44),
      disc('turn', 0, 0, 14),
      disc('stone', 0, 50, 5),
      arrow(0, 54, 0, 76),
    ],
    words: [[10, 74, 'down']],
  },
  // a bearing on the pump shaft
  'through-inner-ring': {
    caption: 'Force through the inner ring only',
    metal: [
      once('turn', bar(-20, 90, 18)),
      ...bearingCut,
      both('brass', ring(-74, -18, 18, 26)),
      arrow(-96, -22, -78, -22),
      arrow(-96, 22, -78, 22),
    ],
    words: [[-74, -34, 'inner ring']],
  },
  'through-outer-ring': {
    caption: 'Force through the outer ring only',
    metal: [
      ...bearingCut,
      both('left', 'M0 -54V-66H70V-20H60V-54Z'),
      both('brass', ring(-74, -18, 45, 53)),
      arrow(-96, -49, -78, -49),
      arrow(-96, 49, -78, 49),
    ],
    words: [[-74, -32, 'outer ring']],
  },
  'pin-in-cover': {
    caption: 'The pin in its hole before the clamp closes',
    metal: [
      once('left', 'M-70 -40H0V-14H-50V50H-70Z'),
      once('right', 'M14 -40H40V50H14Z'),
      mark('M-20 -28H34'),
      arrow(84, 0, 50, 0),
    ],
    words: [
      [-66, -48, 'casing'],
      [14, -48, 'cover'],
    ],
  },
  // regenerative turbine
  'notch-on-pin': {
    caption: 'Notch up, on the locating pin',
    metal: [
      disc('right', 0, 0, 58),
      disc('paper', 0, 0, 42),
      disc('turn', 0, 0, 20),
      box('stone', -7, -44, 7, -30),
      disc('mark', 0, -39, 4),
    ],
    words: [[12, -44, 'pin at 12']],
  },
  'notches-in-line': {
    caption: 'Notch of the follower on the notch of the sleeve',
    metal: [
      ...faceOf(56, 38),
      disc('sleeve', 0, 0, 38),
      disc('paper', 0, 0, 22),
      box('stone', -6, -58, 6, -44),
      box('stone', -6, -40, 6, -26),
      mark('M0 -62V-22'),
    ],
  },
  'pin-in-sleeve': {
    caption: 'The pin in its hole, caught in the notch, the spring behind it',
    metal: [
      shaft,
      both('sleeve', 'M-50 -12V-26H40V-12H16V-18H-4V-12Z'),
      mark('M6 -20V20'),
      both('wire', spring(-88, -52, 16, 30, 3)),
      both('turn', ring(-50, -42, 26, 36)),
      arrow(-30, -44, 0, -44),
    ],
    words: [[12, -34, 'pin']],
  },
  'face-down-spring-up': {
    caption: 'Face down on the seat, spring up',
    metal: [
      once('turn', 'M-12 -64H12V60H-12Z'),
      once('left', 'M-70 40H-14V58H-70ZM14 40H70V58H14Z'),
      once('paper', 'M-44 26H-14V40H-44ZM14 26H44V40H14Z'),
      once('dark', 'M-38 12H-14V24H-38ZM14 12H38V24H14Z'),
      once(
        'wire',
        'M-16 10L-34 4L-16 -2L-34 -8L-16 -14L-34 -20L-16 -26M16 10L34 4L16 -2L34 -8L16 -14L34 -20L16 -26',
      ),
      arrow(58, -20, 58, 18),
    ],
  },
  'ring-in-groove': {
    caption: 'Sprung into its groove, all round',
    metal: [
      once('turn', 'M-80 -22H-6V-12H6V-22H80V22H6V12H-6V22H-80Z'),
      mark('M-4 -34H4V-13H-4ZM-4 34H4V13H-4Z'),
      both('turn', ring(-30, -8, 22, 40)),
    ],
    words: [[14, -36, 'ring']],
  },
  // vertical turbine
  'split-ring-marks': {
    caption: 'Marked faces up; the first half over the keyway, the second opposite',
    metal: [
      once('turn', 'M-14 -60H14V-8H8V12H14V60H-14V12H-8V-8H-14Z'),
      box('dark', -46, -6, -8, 10),
      box('dark', 8, -6, 46, 10),
      mark('M-40 -10H-16M16 -10H40'),
      arrow(66, 24, 66, -30),
    ],
    words: [
      [72, 0, 'up'],
      [-50, -18, 'mark'],
    ],
  },
  'joints-opposite': {
    caption: 'Each joint half a turn from the last',
    metal: joints([up, down, up, down]),
  },
  'joints-quarter': {
    caption: 'Each joint a quarter of a turn on',
    metal: joints([up, right, down, left]),
  },
  'joints-third': {
    caption: 'Each joint a third of a turn on',
    metal: joints([up, [0.87, 0.5], [-0.87, 0.5], up]),
  },
  'joint-up': {
    caption: 'Joint up, the ring driven down alone',
    metal: [
      disc('right', 0, 0, 58),
      disc('ring', 0, 0, 42),
      disc('turn', 0, 0, 22),
      mark('M4 -44L-4 -20'),
    ],
    words: [[10, -46, 'joint']],
  },
  'lantern-at-port': {
    caption: 'Under its port once all rings are home',
    metal: [
      shaft,
      both('right', ring(-80, 80, 34, 48)),
      box('stone', -6, -60, 6, -34),
      ...[-70, -48, -26, 12, 34, 56].map((x) => both('ring', ring(x, x + 20, 13, 33))),
      both('brass', ring(-5, 11, 14, 32)),
      arrow(0, -74, 0, -38),
    ],
    words: [[10, -60, 'port']],
  },
  'hole-on-hole': {
    caption: 'The hole without thread over the hole without thread',
    metal: [
      box('left', -84, -30, 84, -6),
      box('right', -84, 0, 84, 26),
      box('paper', -52, -30, -40, 26),
      box('paper', 40, -30, 52, 26),
      once('thin', 'M40 2L52 6M40 8L52 12M40 14L52 18M40 20L52 24'),
      mark('M-46 -50V46'),
    ],
    words: [
      [-40, -40, 'no thread'],
      [30, 42, 'stud'],
    ],
  },
  'bolt-heads-down': {
    caption: 'Bolts in their slots, heads down',
    metal: [
      once('right', 'M-80 20H80V44H-80Z'),
      box('paper', -56, 20, -36, 44),
      box('paper', 36, 20, 56, 44),
      mark('M-46 -40V38M46 -40V38M-54 36H-38M38 36H54'),
      box('left', -70, -20, 70, -6),
    ],
    words: [[-18, -28, 'gland']],
  },
  'pin-holds-key': {
    caption: 'The pin at the foot of the keyway holds the key',
    metal: [
      once('turn', 'M-20 -60H20V60H-20Z'),
      once('turn', 'M20 -34H64V30H20Z'),
      box('paper', 12, -32, 30, 22),
      mark('M8 28H34'),
    ],
    words: [
      [36, -12, 'key'],
      [38, 46, 'pin'],
    ],
  },
  // chopper
  'stacks-equal': {
    caption: 'Stacks alike at every place',
    metal: [
      ...faceOf(58, 24),
      ...(
        [
          [0, -46],
          [46, 0],
          [0, 46],
          [-46, 0],
        ] as [number, number][]
      ).flatMap(([x, y]) => [
        box('leaf', x - 9, y - 6, x + 9, y - 2),
        box('leaf', x - 9, y - 2, x + 9, y + 2),
        box('leaf', x - 9, y + 2, x + 9, y + 6),
      ]),
    ],
    words: [[-14, 4, 'plate']],
  },
  'rotor-hangs': {
    caption: 'Upright, the rotor down on its lowest stop, nothing under it',
    metal: [
      once('left', 'M-40 -60H-12V-30H-24V30H-40ZM40 -60H12V-30H24V30H40Z'),
      once('turn', 'M-8 -70H8V20H30L20 40H-20L-30 20H-8Z'),
      once('right', 'M-86 62V-10H-74V62ZM74 62V-10H86V62Z'),
      once('line', 'M-90 62H90'),
      arrow(0, 42, 0, 58),
    ],
  },
  // stacked stages
  'diffuser-seat': {
    caption: 'Down in its seat: held by hand it does not turn',
    metal: [
      once('left', 'M-60 -40H-44V10H-54V20H-60ZM60 -40H44V10H54V20H60Z'),
      once('right', 'M-60 24H-50V14H-44V56H-60ZM60 24H50V14H44V56H60Z'),
      once('turn', 'M-8 -60H8V60H-8ZM-34 44L-14 20H14L34 44Z'),
      mark('M-60 22H-48M60 22H48'),
    ],
    words: [[66, 26, 'seat']],
  },
  'stop-ring-place': {
    caption: 'Above the bottom impeller, below the bottom diffuser',
    metal: [
      once('turn', 'M-8 -66H8V66H-8Z'),
      once('turn', 'M-34 44L-14 20H14L34 44Z'),
      mark('M-20 6H20V14H-20Z'),
      once('left', 'M-56 -40H56V-28H16V-4H10V-30H-10V-4H-16V-28H-56Z'),
    ],
    words: [
      [28, 14, 'stop ring'],
      [-94, -30, 'diffuser'],
    ],
  },
  'arrow-up': {
    caption: 'Arrow up',
    metal: [
      box('left', -34, -50, -18, 50),
      box('left', 18, -50, 34, 50),
      once('turn', 'M-18 10L0 -4L18 10Z'),
      arrow(0, 46, 0, -46),
    ],
    words: [[42, -30, 'up']],
  },
  'strap-hook': {
    caption: 'Hooked over the edge of the discharge',
    metal: [
      once('right', 'M-40 -20H40V-6H20V50H-20V-6H-40Z'),
      mark('M-50 56V-28H-32V-20M50 56V-28H32V-20'),
    ],
    words: [[58, 30, 'strap']],
  },
  // between bearings
  'shield-inwards': {
    caption: 'Shielded side inwards, to the seal',
    metal: [
      once('turn', bar(-80, 90, 18)),
      ...bearingCut,
      mark('M16 -50V-22M16 22V50'),
      arrow(36, -62, 80, -62),
    ],
    words: [
      [24, -40, 'shield'],
      [34, -68, 'to the seal'],
    ],
  },
  'tapered-side': {
    caption: 'Tapered side into the washer, the tongue in the slot of the shaft',
    metal: [
      once('turn', bar(-80, 90, 18)),
      both('turn', 'M-50 -18V-44H-22L-8 -36V-18Z'),
      both('dark', ring(-6, -2, 18, 50)),
      both('right', ring(4, 34, 44, 54)),
      both('turn', ring(4, 34, 18, 28)),
      mark('M-22 -44L-8 -36M-22 44L-8 36'),
    ],
    words: [[-66, -52, 'taper']],
  },
  'face-outwards': {
    caption: 'Face outwards, away from the impeller',
    metal: [
      once('sleeve', bar(-90, 80, 18)),
      both('right', 'M-76 -20V-56H-58V-36H-48V-20Z'),
      both('paper', ring(-58, -44, 20, 36)),
      both('dark', ring(-36, -22, 19, 34)),
      zigzag(-20, 24),
      both('turn', ring(26, 36, 18, 36)),
      arrow(-24, -46, -42, -46),
    ],
    words: [
      [-26, -52, 'face'],
      [38, -46, 'impeller'],
    ],
  },
  'clip-in-groove': {
    caption: 'All the way in its groove, behind the head',
    metal: [
      once('sleeve', 'M-90 -20H24V-12H32V-20H80V20H32V12H24V20H-90Z'),
      zigzag(-40, 4),
      both('turn', ring(6, 20, 20, 40)),
      mark('M25 -34H31V-13H25ZM25 34H31V13H25Z'),
    ],
    words: [[38, -30, 'clip']],
  },
  'groove-just-seen': {
    caption: 'Sleeve end flush with the witness groove, which is just seen',
    metal: [
      once('turn', 'M-90 -16H-14V-12H-8V-16H80V16H-8V12H-14V16H-90Z'),
      both('sleeve', ring(-8, 80, 16, 26)),
      mark('M-11 -44V-18M-11 44V18'),
    ],
    words: [
      [-60, -36, 'groove'],
      [20, -34, 'sleeve'],
    ],
  },
  'port-up': {
    caption: 'Port up, to its mark',
    metal: [
      disc('right', 0, 0, 52),
      disc('turn', 0, 0, 20),
      box('paper', -7, -66, 7, -46),
      arrow(0, -44, 0, -78),
    ],
    words: [[12, -60, 'port']],
  },
  'seat-on-pins': {
    caption: 'Square on its pins, flat all round',
    metal: [
      disc('right', 0, 0, 58),
      disc('paper', 0, 0, 42),
      disc('turn', 0, 0, 20),
      disc('mark', 0, -32, 4),
      disc('mark', 0, 32, 4),
    ],
    words: [[10, -46, 'pin']],
  },
  'drain-low': {
    caption: 'Grease port up, drain port down',
    metal: [
      disc('right', 0, 0, 52),
      disc('paper', 0, 0, 36),
      disc('turn', 0, 0, 14),
      box('paper', -6, -64, 6, -48),
      box('paper', -6, 48, 6, 62),
      arrow(0, 58, 0, 80),
    ],
    words: [
      [12, -56, 'grease'],
      [12, 72, 'drain'],
    ],
  },
  'ring-at-step': {
    caption: 'Home at the step of the shaft, before the head',
    metal: [
      once('turn', 'M-90 -16H30V-26H90V26H30V16H-90Z'),
      mark('M20 -32H29V-17H20ZM20 32H29V17H20Z'),
      both('dark', ring(-50, -36, 17, 34)),
      zigzag(-34, 6),
      arrow(-10, -46, 16, -46),
    ],
    words: [[34, -36, 'ring']],
  },
  // in the pipe
  'screw-in-dimple': {
    caption: 'The point of the screw in the dimple of the shaft',
    metal: [
      once('turn', 'M-86 -14H-8L0 -4L8 -14H86V20H-86Z'),
      once('right', 'M-40 -18H-8V-54H-40ZM8 -18H40V-54H8Z'),
      mark('M-7 -60V-18L0 -6L7 -18V-60'),
    ],
    words: [[46, -30, 'half']],
  },
  'door-up': {
    caption: 'Oil door up',
    metal: [
      disc('right', 0, 4, 50),
      disc('turn', 0, 4, 14),
      box('paper', -14, -58, 14, -46),
      mark('M-18 -60H18'),
      arrow(36, -30, 36, -64),
    ],
    words: [[44, -44, 'up']],
  },
  'taps-opposite': {
    caption: 'The lightest taps, opposite points in turn',
    metal: [
      disc('turn', 0, 0, 48),
      disc('paper', 0, 0, 26),
      disc('mark', 0, -37, 4),
      disc('mark', 0, 37, 4),
      disc('mark', -37, 0, 4),
      disc('mark', 37, 0, 4),
    ],
    words: [
      [8, -44, '1'],
      [8, 54, '2'],
      [44, -6, '3'],
      [-56, -6, '4'],
    ],
  },
  // a shaft that slides
  'spring-bends': {
    caption: 'The bend of every spring as it was sketched on its weight',
    metal: [
      once('turn', 'M-70 -20H-30V20H-70Z'),
      once('wire', 'M-30 0H-14L-8 -14L0 14L8 -14L16 14L24 -14L30 0H46'),
      mark('M46 0C62 0 62 -20 50 -24'),
      box('turn', 66, -30, 86, 30),
    ],
    words: [[40, -34, 'bend']],
  },
  'thrust-side': {
    caption: 'Thick shoulder of the rings to the side the papers name; its mark beside it',
    metal: [
      once('turn', bar(-80, 90, 18)),
      both('right', 'M-20 -54H20V-40H4L-20 -46Z'),
      both('turn', 'M-20 -18H20V-26L-4 -32H-20Z'),
      both('paper', ball(0, -37, 8)),
      mark('M20 -58V-40M-20 -34V-18'),
      arrow(-86, -44, -40, -44),
    ],
    words: [[-88, -52, 'thrust']],
  },
  'spout-down': {
    caption: 'Drain spout straight down',
    metal: [
      disc('right', 0, -6, 52),
      disc('turn', 0, -6, 18),
      box('turn', -8, 42, 8, 64),
      arrow(0, 62, 0, 84),
    ],
    words: [[14, 66, 'spout']],
  },
  'opening-under-fitting': {
    caption: 'The opening of the cap under the grease fitting of the frame',
    metal: [
      disc('left', 0, 6, 56),
      disc('right', 0, 6, 42),
      disc('turn', 0, 6, 16),
      box('paper', -6, -66, 6, -48),
      box('stone', -7, -40, 7, -20),
      mark('M0 -72V-18'),
    ],
    words: [[12, -58, 'fitting']],
  },
  // internal gear
  'balance-hole': {
    caption: 'Balance hole in its one place to the housing',
    metal: [
      disc('right', 0, 0, 58),
      disc('turn', 0, 0, 22),
      disc('stone', 0, -40, 7),
      disc('mark', 0, -40, 10),
      mark('M0 -72V-54'),
    ],
    words: [[14, -44, 'hole']],
  },
  'pin-below-crescent': {
    caption: 'The end of the pin below the surface of the crescent',
    metal: [
      once('right', 'M-20 -50H80V50H-20V16H-8V-16H-20Z'),
      box('paper', -12, -14, 80, 14),
      mark('M-20 -60V60M-12 -26V26'),
      arrow(-60, 0, -24, 0),
    ],
    words: [
      [-84, -56, 'crescent'],
      [20, 6, 'pin'],
    ],
  },
  'groove-to-groove': {
    caption: 'Groove of the head to the groove of the housing',
    metal: [
      disc('left', 0, 0, 60),
      disc('right', 0, 0, 50),
      disc('turn', 0, 0, 18),
      box('stone', -6, -62, 6, -42),
      mark('M0 -76V-38'),
    ],
    words: [[12, -64, 'grooves']],
  },
  'gasket-deepest': {
    caption: 'Gasket first, deepest in the box, then the rings',
    metal: [
      shaft,
      both('right', 'M-80 -34H60V-13H74V-48H-80Z'),
      both('ring', ring(-6, 18, 13, 33)),
      both('ring', ring(20, 44, 13, 33)),
      mark('M52 -34V-13M52 13V34'),
      arrow(-70, 0, -20, 0),
    ],
    words: [[30, -54, 'gasket']],
  },
}
