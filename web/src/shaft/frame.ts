import { ball, bar, bearing, both, once, ring, spring, type Pieces } from './metal'

// The end-suction pump that is pulled out to the back, piece by piece, in its variants.

const gland = [
  both('right', 'M-14 -18V-37H0V-27H8V-24H-4V-18Z'),
  both('bolt', 'M-24 -34H12'),
  both('paper', 'M-2 -24H10V-16H-2Z'),
]

const casing = (wall: string, bore: number) =>
  both(
    'left',
    `M-80 -69H-54V-74H-36C-38 -76 -40 -70 -40 -66${wall}H150V-48H166V-54H140V${-bore - 8}H10C-4 ${-bore - 14} -14 -54 -16 -78L-44 -80H-80Z`,
  )

const casingBolts = both('bolt', 'M-98 -73H-70')
const inThePipe = once('thin', 'M-60 -80C-50 -88 -40 -76 -28 -82C-22 -85 -18 -80 -14 -79')

export const frame: Pieces = {
  'coupling-grid': {
    advance: 110,
    points: { gap: [54, -36], hub: [84, -34] },
    metal: [
      once('turn', bar(0, 46, 11)),
      both('turn', 'M6 -12V-26H20V-36H48V-12Z'),
      both('turn', 'M60 -12V-36H88V-26H102V-12Z'),
      both('shade', ring(20, 48, 12, 36)),
      both('shade', ring(60, 88, 12, 36)),
      both('wire', 'M24 -38L32 -43H76L84 -38'),
      both('line', 'M14 -34V-50H94V-34M54 -50V-47'),
      once('paper', ring(22, 46, 9, 14)),
      once('paper', ring(62, 86, 9, 14)),
    ],
  },
  'coupling-spacer': {
    advance: 176,
    points: { gap: [84, -26], hub: [152, -22] },
    metal: [
      once('turn', bar(0, 40, 11)),
      both('turn', 'M6 -12V-24H26V-38H38V-12Z'),
      both('turn', 'M40 -38H50V-27H118V-38H128V-20H40Z'),
      both('turn', 'M130 -12V-38H142V-24H164V-12Z'),
      both('shade', ring(26, 38, 12, 38)),
      both('shade', ring(130, 142, 12, 38)),
      both('bolt', 'M22 -33H54M114 -33H146'),
      once('paper', ring(10, 32, 9, 14)),
      once('paper', ring(140, 162, 9, 14)),
    ],
  },
  'frame-housing': {
    advance: 395,
    points: { face: [372, -50] },
    metal: [
      both('left', 'M70 -49H152L162 -40H296L304 -46H352V-56H372V-24H360V-33H296V-31H162V-40H70Z'),
      both('dark', ring(362, 370, 15, 23)),
      both('bolt', 'M352 -50H386'),
      once('right', 'M306 46V64H294V72H384V64H372V56H352V46Z'),
      once('leaf', 'M294 72H384V76H294Z'),
    ],
  },
  'carrier-screws': {
    advance: 0,
    back: 395,
    points: { gap: [63, -46] },
    metal: [
      both('right', 'M40 -14V-56H56V-40H150V-33H56V-20H48V-14Z'),
      both('dark', ring(42, 52, 14, 19)),
      once('bolt', 'M30 -51H90'),
      once('bolt', 'M30 51H70'),
    ],
  },
  'carrier-shims': {
    advance: 0,
    back: 395,
    points: { gap: [63, -46] },
    metal: [
      both('right', 'M40 -14V-56H56V-40H150V-33H56V-20H48V-14Z'),
      both('dark', ring(42, 52, 14, 19)),
      both('leaf', ring(56, 61, 41, 56)),
      both('leaf', ring(61, 65, 41, 56)),
      both('leaf', ring(65, 70, 41, 56)),
      both('bolt', 'M30 -51H90'),
    ],
  },
  'carrier-fixed': {
    advance: 0,
    back: 395,
    points: { gap: [70, -46] },
    metal: [
      both('right', 'M54 -14V-56H70V-40H150V-33H70V-20H62V-14Z'),
      both('dark', ring(56, 66, 14, 19)),
      both('bolt', 'M44 -51H90'),
    ],
  },
  'frame-shaft': {
    advance: 0,
    back: 395,
    points: { journal: [20, -11], end: [54, -6], radial: [380, -13] },
    metal: [
      once('turn', bar(-50, 62, 11)),
      once('turn', bar(62, 140, 16)),
      once('turn', bar(140, 316, 20)),
      once('turn', bar(316, 366, 16)),
      once('turn', bar(366, 395, 13)),
      once('turn', bar(395, 720, 11)),
      once('turn', 'M419 -11L427 -25H432L426 -11M419 11L415 25H420L426 11'),
      ...bearing(337, 16, 34),
    ],
  },
  'thrust-paired': {
    advance: 0,
    back: 395,
    points: { rows: [107, -33] },
    metal: [
      ...bearing(95, 16, 24),
      ...bearing(119, 16, 24),
      both('turn', ring(66, 79, 16, 23)),
      both('dark', ring(80, 82, 16, 26)),
    ],
  },
  'thrust-single': {
    advance: 0,
    back: 395,
    points: { rows: [107, -33] },
    metal: [
      ...bearing(110, 16, 40),
      both('turn', ring(72, 86, 16, 23)),
      both('dark', ring(87, 89, 16, 26)),
    ],
  },
  'oil-sump': {
    advance: 0,
    back: 395,
    points: {},
    metal: [
      once('paper', 'M216 -40V-45H234V-40M212 -45H238V-51H212Z'),
      once('left', 'M164 40L176 60H280L292 40'),
      once('stone', 'M172 34L182 54H274L284 34Z'),
      once('dotted', 'M174 38H282M186 44H214M224 44H262M198 49H240'),
      once('paper', 'M222 60V65H236V60'),
    ],
  },
  'grease-points': {
    advance: 0,
    back: 395,
    points: {},
    metal: [
      once('paper', 'M104 -49V-56H112V-49M102 -56H114V-62H102Z'),
      once('paper', 'M333 -46V-54H341V-46M331 -54H343V-60H331Z'),
      once('stone', bar(134, 150, 31)),
      once('stone', bar(298, 316, 31)),
    ],
  },
  'shaft-sleeve': {
    advance: 0,
    back: 395,
    points: { outside: [545, -15] },
    metal: [both('sleeve', ring(489, 720, 11, 15))],
  },
  'seal-cartridge': {
    advance: 0,
    back: 135,
    points: { gland: [-7, -34], head: [77, -24] },
    metal: [
      both('sleeve', ring(-56, 112, 11, 16)),
      both('turn', ring(-56, -36, 16, 27)),
      both('bolt', 'M-46 -27V-12'),
      both('brass', ring(-36, -12, 21, 25)),
      ...gland,
      both('dark', ring(11, 24, 16, 23)),
      both('wire', spring(26, 66, 17, 24, 3)),
      both('turn', ring(67, 82, 16, 24)),
    ],
  },
  'foil-clamp': {
    advance: 0,
    back: 135,
    points: {},
    metal: [
      both('turn', ring(83, 96, 15, 22)),
      both('bolt', 'M78 -19H101'),
      both('dark', ring(68, 83, 14, 15)),
    ],
  },
  'seal-bellows': {
    advance: 0,
    back: 135,
    points: { gland: [4, -27], head: [24, -24] },
    metal: [
      both('paper', ring(4, 17, 16, 27)),
      both('dark', ring(4, 8, 24, 27)),
      both('dark', ring(18, 28, 16, 24)),
      both('wire', 'M28 -16H34L37 -22L40 -16L43 -22L46 -16H58'),
      both('wire', spring(50, 118, 18, 25, 5)),
      both('turn', ring(118, 128, 15, 26)),
    ],
  },
  'impeller-closed': {
    advance: 80,
    points: { vanes: [50, -44], ring: [70, -35], nut: [60, -9] },
    metal: [
      once('turn', bar(0, 44, 13)),
      both('turn', 'M0 -11V-15H2L8 -66H18C20 -42 26 -26 44 -13V-11Z'),
      both('turn', 'M24 -66H33C35 -50 44 -38 76 -35V-28C44 -30 30 -42 24 -66Z'),
      both('line', 'M20 -62C22 -44 30 -30 48 -20'),
      once('turn', 'M44 -11H58C66 -10 70 -5 70 0C70 5 66 10 58 11H44Z'),
    ],
  },
  'casing-plate': {
    advance: 190,
    points: { 'cover-bolts': [-92, -72], 'wear-plate': [-30, -56] },
    metal: [
      casing('C-36 -46 -28 -32 -14 -24', 24),
      both('brass', 'M-40 -66C-36 -46 -28 -32 -14 -24L-6 -26C-20 -34 -30 -50 -32 -66Z'),
      casingBolts,
      inThePipe,
    ],
  },
  'casing-rings': {
    advance: 190,
    points: { 'cover-bolts': [-92, -72], 'wear-plate': [-12, -39] },
    metal: [
      casing('C-38 -54 -32 -46 -24 -42H-4V-28', 28),
      both('brass', ring(-22, -4, 36, 42)),
      casingBolts,
      inThePipe,
    ],
  },
  'joint-gasket': {
    advance: 0,
    back: 190,
    points: {},
    metal: [both('dark', ring(-83, -79, 58, 69))],
  },
  'joint-oring': { advance: 0, back: 190, points: {}, metal: [both('dark', ball(-82, -64, 3.5))] },
}
