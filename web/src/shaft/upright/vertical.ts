import { ball, bar, both, once, ring, spring, type Pieces, type Shape } from '../metal'

// The vertical turbine, laid along the line piece by piece: up is to the left.

const bowl: Shape[] = [
  once('turn', bar(-10, 128, 9)),
  both(
    'left',
    'M0 -44V-58H14V-54C40 -70 76 -70 104 -54V-58H118V-40H106C80 -56 56 -58 30 -48L20 -44Z',
  ),
  both('right', ring(92, 112, 10, 20)),
  both('line', 'M94 -20L86 -50M108 -20L106 -46'),
]

const pipe = both('line', 'M0 -52H92M0 -44H92M110 -52H220M110 -44H220')
const cutOff = once(
  'thin',
  'M92 -56C98 -30 88 -10 94 10C100 30 90 44 94 58M110 -56C116 -30 106 -10 112 10C118 30 108 44 112 58',
)

export const vertical: Pieces = {
  'hollow-driver-nut': {
    advance: 20,
    points: { gap: [20, -18] },
    metal: [both('brass', ring(2, 18, 9, 22)), once('turn', bar(18, 170, 9))],
  },
  'hollow-driver-shaft': {
    advance: 0,
    points: { shaft: [-2, -15] },
    metal: [both('turn', ring(-92, 6, 9, 15))],
  },
  'motor-shaft-groove': {
    advance: 0,
    points: { shaft: [-2, -13] },
    metal: [once('turn', 'M-12 -13H4V-10H10V-13H44V13H10V10H4V13H-12Z')],
  },
  'motor-hub': {
    advance: 58,
    points: { gap: [51, -40], seat: [20, -13] },
    metal: [both('turn', 'M11 -13V-30H26V-50H44V-13Z'), once('paper', ring(14, 42, 10, 15))],
  },
  'split-ring': { advance: 0, back: 58, points: {}, metal: [both('dark', ring(4, 11, 10, 20))] },
  'spacer-tube': {
    advance: 64,
    points: {},
    metal: [both('turn', 'M0 -15V-50H12V-30H52V-50H64V-24H56V-15Z')],
  },
  'pump-hub-nut': {
    advance: 74,
    points: { nut: [12, -36] },
    metal: [
      both('brass', 'M0 -11V-36H20V-50H26V-11Z'),
      both('line', 'M4 -13L8 -11L12 -13L16 -11L20 -13'),
      both('turn', 'M27 -11V-50H40V-26H62V-11Z'),
      once('paper', ring(30, 60, 8, 13)),
      once('dark', ball(64, -11, 2.5)),
    ],
  },
  'bolts-lower': { advance: 0, back: 74, points: {}, metal: [both('bolt', 'M-16 -45H50')] },
  'bolts-upper': { advance: 0, back: 138, points: {}, metal: [both('bolt', 'M-26 -45H20')] },
  'bolts-through': { advance: 0, back: 74, points: {}, metal: [both('bolt', 'M-40 -45H50')] },
  'short-coupling': {
    advance: 74,
    points: { nut: [30, -18] },
    metal: [
      once('turn', bar(-30, 20, 9)),
      both('turn', ring(8, 54, 9, 19)),
      once('paper', ball(31, 0, 3)),
    ],
  },
  'top-shaft': {
    advance: 0,
    back: 74,
    points: { runout: [86, -11], end: [2, -6] },
    metal: [once('turn', bar(0, 330, 11))],
  },
  'shaft-deflector': {
    advance: 0,
    points: {},
    metal: [both('dark', 'M2 -11L-4 -28H1L10 -11Z')],
  },
  'head-body': {
    advance: 200,
    points: { shaft: [8, -11], flange: [182, -70], face: [30, -52] },
    metal: [
      both('left', 'M30 -36V-54H112V-62H150V-76H192V-52H138V-42H112V-36Z'),
      both('bolt', 'M174 -70H216'),
      once('dotted', 'M120 62V82M150 76V82'),
    ],
  },
  'packing-container': {
    advance: 0,
    back: 200,
    points: { box: [64, -28] },
    metal: [
      both('right', 'M20 -29V-48H30V-35H110V-13H102V-29Z'),
      both('bolt', 'M14 -42H40'),
      once('paper', 'M66 -35V-42H72V-35'),
    ],
  },
  'box-rings': {
    advance: 0,
    back: 200,
    points: { packing: [64, -19] },
    metal: [
      ...[38, 50, 62, 74, 86].map((x) => both('ring', ring(x, x + 11, 12, 28))),
      both('dark', ring(98, 101, 12, 28)),
    ],
  },
  'box-rings-lantern': {
    advance: 0,
    back: 200,
    points: { packing: [64, -19] },
    metal: [
      ...[38, 50, 74, 86].map((x) => both('ring', ring(x, x + 11, 12, 28))),
      both('brass', ring(63, 72, 13, 27)),
      both('dark', ring(98, 101, 12, 28)),
    ],
  },
  'gland-clamps': {
    advance: 0,
    back: 200,
    points: { gland: [14, -24] },
    metal: [both('left', 'M8 -13V-30H20V-26H37V-13Z'), both('bolt', 'M2 -28H28')],
  },
  'top-seal': {
    advance: 0,
    back: 200,
    points: { packing: [70, -25], gland: [14, -24] },
    metal: [
      both('left', 'M8 -18V-48H20V-30H36V-20Z'),
      both('sleeve', ring(-8, 104, 11, 14)),
      both('paper', ring(28, 40, 15, 26)),
      both('dark', ring(41, 51, 14, 24)),
      both('wire', spring(52, 88, 15, 23, 3)),
      both('turn', ring(88, 98, 14, 25)),
      both('bolt', 'M2 -42H40'),
    ],
  },
  'flange-adapter': {
    advance: 44,
    points: {},
    metal: [both('right', 'M-8 -76H8V-58H44V-46H-8Z'), both('dark', ball(-6, -60, 3))],
  },
  'pipe-threaded': {
    advance: 220,
    points: {},
    metal: [
      pipe,
      cutOff,
      both('left', 'M176 -43V-60H216V-53H220V-43Z'),
      both('thin', 'M-8 -54V-46M-2 -54V-46M4 -54V-46M184 -52V-44M190 -52V-44M196 -52V-44'),
    ],
  },
  'pipe-flanged': {
    advance: 220,
    points: {},
    metal: [
      pipe,
      cutOff,
      both('left', ring(0, 12, 44, 68)),
      both('left', ring(192, 204, 44, 68)),
      both('right', ring(206, 218, 44, 68)),
      both('bolt', 'M182 -62H228'),
    ],
  },
  'line-shaft': {
    advance: 0,
    back: 220,
    points: { middle: [150, -9], coupling: [54, -17] },
    metal: [
      once('turn', bar(-70, 94, 9)),
      once('turn', bar(110, 240, 9)),
      both('turn', ring(30, 78, 9, 17)),
      once('paper', ball(54, 0, 3)),
    ],
  },
  'bearing-retainer': {
    advance: 0,
    back: 220,
    points: { bearing: [160, -16] },
    metal: [both('brass', ring(146, 172, 10, 18)), both('right', 'M150 -18L146 -43H172L168 -18Z')],
  },
  'bowl-closed': {
    advance: 118,
    points: { vanes: [52, -44], ring: [36, -42], bearing: [102, -14] },
    metal: [
      ...bowl,
      both(
        'turn',
        'M30 -9L38 -20H52C58 -26 62 -36 64 -44H58C52 -34 48 -30 30 -30V-36C52 -36 56 -44 58 -48H68C70 -30 78 -18 86 -9Z',
      ),
      both('brass', ring(24, 34, 37, 42)),
    ],
  },
  'bowl-open': {
    advance: 118,
    points: { vanes: [52, -44], ring: [40, -42], bearing: [102, -14] },
    metal: [
      ...bowl,
      both('turn', 'M36 -9L46 -44H62C66 -30 74 -18 86 -9Z'),
      both('line', 'M46 -40C52 -26 60 -16 74 -11M57 -42C60 -30 68 -20 79 -13'),
    ],
  },
  'bell-plugged': {
    advance: 110,
    points: { bearing: [42, -14] },
    metal: [
      once('turn', bar(-10, 62, 9)),
      both('right', 'M0 -44V-58H12C36 -50 64 -54 88 -74L94 -68C72 -46 44 -40 16 -44Z'),
      both('brass', ring(24, 58, 10, 17)),
      both('left', 'M22 -17H62V-12H74V-22H22Z'),
      both('line', 'M30 -22L26 -44M54 -22L58 -44'),
      once('stone', bar(62, 70, 11)),
      once('paper', 'M70 -12H82V12H70Z'),
    ],
  },
}
