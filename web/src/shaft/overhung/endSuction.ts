import { ball, bar, both, once, ring, type Pieces } from '../metal'

// The pieces of an end-suction pump with a bearing frame.

export const endSuction: Pieces = {
  driver: {
    advance: 100,
    points: { shaft: [60, -11] },
    metal: [
      once(
        'phantom',
        'M2 -34H46V-11H96M2 34H46V11H96M2 -34V34M58 -24H78V-11M58 24H78V11M58 -24V24',
      ),
    ],
  },
  coupling: {
    advance: 78,
    points: { hub: [30, -30] },
    metal: [
      both('turn', 'M18 -12V-38H34V-24H66V-12Z'),
      both('shade', ring(18, 34, 12, 38)),
      both('thin', 'M10 -34V-18M14 -34V-18'),
      once('paper', ring(36, 66, 9, 14)),
    ],
  },
  'bearing-frame': {
    advance: 395,
    points: {
      'coupling-journal': [26, -11],
      'thrust-bearing': [103, -22],
      sump: [225, 30],
      'radial-bearing': [357, -16],
    },
    metal: [
      once('turn', bar(-50, 62, 11)),
      once('turn', bar(62, 140, 16)),
      once('turn', bar(140, 316, 20)),
      once('turn', bar(316, 366, 16)),
      once('turn', bar(366, 395, 13)),
      once('turn', bar(395, 720, 11)),
      both('sleeve', ring(489, 720, 11, 15)),
      once('turn', 'M419 -11L427 -25H432L426 -11M419 11L415 25H420L426 11'),
      once('line', 'M140 -20V20M316 -20V20'),
      both('right', 'M44 -18V-47H62V-41H76V-34H58V-18Z'),
      both(
        'left',
        'M62 -41H150L160 -36H296L304 -42H352V-56H372V-24H360V-33H296V-29H160V-33H66V-34H62Z',
      ),
      both('dark', ring(48, 58, 13, 18)),
      both('dark', ring(362, 370, 15, 23)),
      both('turn', 'M66 -16V-23H80V-16Z'),
      both('right', ring(84, 130, 28, 33)),
      both('turn', ring(84, 130, 16, 21)),
      both('paper', ball(95, -24.6, 5)),
      both('paper', ball(119, -24.6, 5)),
      both('right', ring(320, 354, 28, 33)),
      both('turn', ring(320, 354, 16, 21)),
      both('paper', ball(337, -24.6, 5)),
      once('paper', 'M216 -36V-43H234V-36M212 -43H238V-49H212Z'),
      once('left', 'M164 36L176 58H280L292 36'),
      once('stone', 'M172 33L182 52H274L284 33Z'),
      once('dotted', 'M174 37H282M186 43H214M224 43H262M198 48H240'),
      once('paper', 'M222 58V63H236V58'),
      both('bolt', 'M36 -34H50M352 -50H386'),
    ],
  },
  'frame-adapter': {
    advance: 190,
    points: { shaft: [40, -11], face: [326, -58], register: [306, -69] },
    metal: [both('right', 'M-23 -56H6L18 -60H292L300 -69H326V-52H304V-53H20L8 -44H-23Z')],
  },
  'seal-chamber': {
    advance: 135,
    points: { sleeve: [-48, -15], face: [-1, -33], bore: [98, -27] },
    metal: [both('left', 'M0 -27V-40H100V-51H135V-18H118V-27Z')],
  },
  seal: {
    advance: 0,
    points: { gland: [-142, -30], head: [-58, -23] },
    metal: [
      both('right', 'M-149 -18V-37H-135V-27H-127V-24H-139V-18Z'),
      both('bolt', 'M-159 -34H-123'),
      both('dark', ring(-137, -125, 16, 24)),
      both('dark', 'M-124 -23H-111V-20L-105 -16H-124Z'),
      both('wire', 'M-105 -17L-99 -24L-93 -17L-87 -24L-81 -17L-75 -24L-69 -17'),
      both('turn', 'M-68 -15V-24H-53V-15Z'),
      both('wire', 'M-61 -24V-15'),
    ],
  },
  impeller: {
    advance: 80,
    points: { vanes: [45, -52], nut: [60, -9] },
    metal: [
      once('turn', bar(0, 44, 15)),
      both('turn', 'M2 -15L8 -66H30C32 -46 40 -28 56 -16L44 -13V-15Z'),
      both('line', 'M12 -62C16 -42 22 -26 36 -16M22 -64C25 -46 31 -30 46 -17'),
      once('turn', 'M44 -11H58C66 -10 70 -5 70 0C70 5 66 10 58 11H44Z'),
      once('dotted', 'M-6 -8H44M-6 8H44'),
    ],
  },
  casing: {
    advance: 190,
    points: { 'cover-bolts': [-92, -72], 'wear-plate': [-30, -60] },
    metal: [
      both(
        'left',
        'M-80 -69H-54V-74H-36C-38 -76 -40 -70 -40 -66C-36 -46 -28 -32 -14 -24H150V-48H166V-54H140V-32H10C-4 -38 -14 -52 -16 -78L-44 -80H-80Z',
      ),
      both('bolt', 'M-98 -73H-70'),
      once('thin', 'M-60 -80C-50 -88 -40 -76 -28 -82C-22 -85 -18 -80 -14 -79'),
    ],
  },
}
