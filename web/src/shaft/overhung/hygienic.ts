import { ball, bar, both, once, ring, spring, type Pieces } from '../metal'

// Two close-coupled pumps of dairies and plants: one with its shaft in a collar, one with
// its impeller's own shaft against shims.

const cup = 'M-36 -82H-26V-76H30V-30H112V-46H124V-22H20V-68H-36Z'

export const hygienic: Pieces = {
  'motor-stub': {
    advance: 0,
    points: { shaft: [30, -11] },
    metal: [once('turn', bar(-4, 50, 11)), once('paper', ring(14, 46, 8, 12))],
  },
  // the shaft in a collar
  'flange-support': {
    advance: 210,
    points: {},
    metal: [
      both('right', 'M-40 -34V-64H-26V-60H160V-46H206V-35H150V-52H-26V-34Z'),
      once('bolt', 'M184 -54V-30'),
      once('phantom', 'M0 -52H128M0 52H128'),
    ],
  },
  'hollow-shaft': {
    advance: 0,
    back: 210,
    points: { window: [128, -15], track: [196, -15], end: [336, -6] },
    metal: [
      both('turn', ring(-20, 58, 11, 17)),
      both('line', 'M-20 -14H16'),
      once('turn', bar(58, 320, 15)),
      once('turn', bar(320, 350, 10)),
      once('paper', ball(96, 0, 4)),
    ],
  },
  'shaft-collar': {
    advance: 0,
    back: 210,
    points: { screw: [-8, -30] },
    metal: [both('turn', ring(-20, 4, 17, 31)), once('bolt', 'M-8 -36V-18')],
  },
  'housing-hub': {
    advance: 60,
    points: { wall: [24, -60] },
    metal: [both('left', 'M-58 -27V-34H-4V-48H8V-78H100V-71H22V-27Z'), both('bolt', 'M84 -75H112')],
  },
  'water-pipes': {
    advance: 0,
    back: 60,
    points: {},
    metal: [once('turn', 'M-34 -34V-78H-26V-34Z'), once('turn', 'M-34 34V78H-26V34Z')],
  },
  'seat-behind': {
    advance: 0,
    back: 60,
    points: { seat: [-40, -24] },
    metal: [
      both('right', ring(-70, -59, 18, 33)),
      both('bolt', 'M-76 -30H-48'),
      both('paper', 'M-56 -16H-34V-22H-44V-27H-56Z'),
      both('dark', ring(-58, -56, 18, 27)),
    ],
  },
  'seat-in-front': {
    advance: 0,
    back: 60,
    points: { seat: [6, -24] },
    metal: [both('paper', ring(-8, 8, 16, 27)), both('dark', ball(-2, -27, 2.5))],
  },
  'flush-seal': {
    advance: 0,
    back: 60,
    points: { face: [-76, -24] },
    metal: [
      both('turn', ring(-138, -126, 15, 26)),
      both('wire', spring(-125, -96, 17, 24, 3)),
      both('line', 'M-95 -15V-25'),
      both('dark', ring(-92, -80, 16, 24)),
    ],
  },
  'flush-seal-pins': {
    advance: 0,
    back: 60,
    points: { face: [-18, -24] },
    metal: [
      once('dark', ring(-64, -60, 12, 21)),
      once('dark', 'M-64 12H-60V21H-64Z'),
      both('wire', spring(-58, -30, 17, 24, 3)),
      both('dark', ring(-28, -14, 16, 24)),
    ],
  },
  'product-seal': {
    advance: 0,
    back: 60,
    points: { face: [-30, -22] },
    metal: [
      both('dark', ring(-33, -22, 16, 22)),
      both('ring', ball(-18, -18, 3)),
      both('line', 'M-13 -15V-23'),
      both('wire', spring(-11, 20, 17, 23, 3)),
    ],
  },
  'seal-driver': {
    advance: 0,
    back: 60,
    points: {},
    metal: [both('turn', ring(21, 40, 15, 26)), both('dark', ball(31, -16, 2))],
  },
  'product-seal-cup': {
    advance: 0,
    back: 60,
    points: { face: [12, -24] },
    metal: [
      both('dark', ring(9, 19, 16, 23)),
      both('wire', spring(21, 38, 17, 22, 2)),
      both('ring', ball(24, -25, 2)),
    ],
  },
  'driver-cup': {
    advance: 0,
    back: 60,
    points: {},
    metal: [both('turn', 'M18 -24V-29H46V-15H40V-24Z')],
  },
  'wheel-open': {
    advance: 76,
    points: { gap: [-16, -60], vanes: [30, -44] },
    metal: [
      both('turn', 'M-18 -15V-30L-10 -66H10C14 -44 22 -26 40 -18V-15Z'),
      both('line', 'M-6 -62C0 -40 8 -26 24 -18'),
    ],
  },
  'wheel-rotor': {
    advance: 76,
    points: { gap: [4, -54] },
    metal: [
      both('turn', ring(-12, 2, 15, 64)),
      both('turn', ring(2, 13, 50, 58)),
      both('turn', ring(2, 13, 30, 38)),
      once('turn', bar(-14, 34, 15)),
    ],
  },
  'wheel-nut': {
    advance: 0,
    back: 76,
    points: { end: [64, -6] },
    metal: [
      once('turn', 'M40 -15H54C64 -13 66 -6 66 0C66 6 64 13 54 15H40Z'),
      both('dark', ball(39, -13, 2)),
    ],
  },
  stator: {
    advance: 0,
    back: 76,
    points: { face: [20, -50] },
    metal: [
      both('right', ring(18, 36, 24, 66)),
      both('right', ring(8, 18, 40, 48)),
      both('bolt', 'M30 -58H62'),
    ],
  },
  'cover-cup': {
    advance: 140,
    points: { rim: [-30, -79] },
    metal: [both('left', cup), both('dark', ball(-36, -74, 3)), both('bolt', 'M-40 -79H-14')],
  },
  // the impeller's own shaft against shims
  'stub-shaft': {
    advance: 0,
    points: { rim: [92, -10] },
    metal: [
      once('turn', bar(-4, 60, 15)),
      once('turn', bar(60, 250, 10)),
      once('paper', ring(96, 150, 7, 11)),
    ],
  },
  'adapter-weep': {
    advance: 190,
    points: {},
    metal: [
      both('right', 'M-40 -34V-64H-26V-60H166V-76H184V-56H166V-52H-26V-34Z'),
      once('paper', ball(70, 56, 5)),
      once('phantom', 'M0 -52H130'),
    ],
  },
  'shims-on-step': {
    advance: 0,
    back: 190,
    points: { pack: [66, -20] },
    metal: [60, 64, 68].map((x) => both('leaf', ring(x, x + 4, 10, 21))),
  },
  'shims-and-thrower': {
    advance: 0,
    back: 190,
    points: { pack: [66, -20] },
    metal: [
      both('leaf', ring(60, 64, 10, 21)),
      both('leaf', ring(64, 68, 10, 21)),
      both('brass', ring(68, 75, 10, 40)),
    ],
  },
  deflector: {
    advance: 0,
    back: 190,
    points: {},
    metal: [both('turn', 'M82 -16V-26L78 -42H83L90 -26V-16Z')],
  },
  'spring-retainer': {
    advance: 0,
    back: 190,
    points: { springs: [121, -25] },
    metal: [
      both('turn', ring(96, 114, 16, 28)),
      both('bolt', 'M102 -28V-14'),
      both('wire', spring(109, 132, 19, 25, 3)),
    ],
  },
  'seal-head-out': {
    advance: 0,
    back: 190,
    points: { face: [146, -25], springs: [133, -25] },
    metal: [
      both('turn', ring(132, 135, 16, 27)),
      both('dark', ring(136, 154, 17, 25)),
      both('ring', ball(140, -18, 2)),
    ],
  },
  'seat-in-plate': {
    advance: 0,
    back: 190,
    points: { face: [156, -26] },
    metal: [both('paper', ring(155, 180, 18, 28)), both('dark', 'M168 -31H184V-18H181V-28H168Z')],
  },
  'seat-retainer': {
    advance: 0,
    back: 190,
    points: {},
    metal: [both('left', ring(158, 166, 29, 42)), both('bolt', 'M152 -37H178')],
  },
  'back-plate-held': {
    advance: 0,
    back: 190,
    points: { face: [198, -56] },
    metal: [both('left', 'M166 -31V-46H186V-78H198V-18H184V-31Z')],
  },
  'flush-housing': {
    advance: 0,
    back: 190,
    points: {},
    metal: [
      both('left', 'M92 -36H166V-46H78V-36Z'),
      both('dark', ball(162, -34, 2.5)),
      both('dark', ball(96, -48, 2.5)),
      once('turn', 'M118 -46V-80H126V-46Z'),
      once('turn', 'M118 46V80H126V46Z'),
      once('paper', 'M104 46V54H112V46'),
    ],
  },
  'double-retainer': {
    advance: 0,
    back: 190,
    points: { springs: [122, -27] },
    metal: [
      both('turn', ring(114, 130, 16, 28)),
      both('bolt', 'M122 -28V-14'),
      both('wire', spring(126, 136, 19, 25, 2)),
      both('wire', spring(108, 118, 19, 25, 2)),
    ],
  },
  'outer-head': {
    advance: 0,
    back: 190,
    points: { face: [98, -24] },
    metal: [both('dark', ring(94, 106, 17, 25)), both('turn', ring(106, 108, 16, 27))],
  },
  'seal-retainer': {
    advance: 0,
    back: 190,
    points: {},
    metal: [
      both('paper', ring(82, 93, 18, 28)),
      both('right', 'M76 -20V-52H88V-36H82V-28H80V-20Z'),
      both('bolt', 'M70 -42H98'),
    ],
  },
  'impeller-own-shaft': {
    advance: 60,
    points: { back: [14, -58], front: [44, -40] },
    metal: [
      both('turn', ring(-116, 12, 10, 16)),
      both('turn', 'M12 -10V-34L18 -66H34C36 -46 44 -28 58 -18V-10Z'),
      both('line', 'M22 -62C26 -42 34 -26 48 -16'),
    ],
  },
  'end-bolt': {
    advance: 0,
    back: 60,
    points: { end: [80, -6] },
    metal: [once('turn', 'M58 -16H66V-12H82V12H66V16H58Z'), both('dark', ball(58, -12, 2))],
  },
  'end-nut': {
    advance: 0,
    back: 60,
    points: { end: [88, -6] },
    metal: [
      once('turn', bar(10, 90, 6)),
      once('turn', 'M58 -18H80V18H58Z'),
      both('line', 'M58 -7H80'),
      both('dark', ball(58, -12, 2)),
    ],
  },
  'casing-clamped': {
    advance: 150,
    points: {},
    metal: [
      both('left', 'M-52 -78H44V-30H112V-46H124V-22H34V-70H-52Z'),
      both('dark', ball(-50, -70, 3)),
    ],
  },
  'casing-clamp': {
    advance: 0,
    back: 150,
    points: {},
    metal: [both('turn', 'M-74 -86H-38V-76H-44V-80H-68V-70H-74Z')],
  },
}
