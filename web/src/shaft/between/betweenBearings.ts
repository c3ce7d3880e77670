import { ball, bar, both, once, ring, type Pieces } from '../metal'

// A rotor between two bearings. The outboard is the inboard turned about.

export const betweenBearings: Pieces = {
  'bearing-inboard': {
    advance: 124,
    points: { journal: [34, -14], bearing: [62, -25], cap: [98, -36] },
    metal: [
      once('turn', bar(-50, 30, 11)),
      once('turn', bar(30, 96, 14)),
      once('turn', bar(96, 126, 18)),
      both('left', 'M22 -46H108V-40H116V-20H104V-36H40V-20H22Z'),
      both('right', ring(46, 78, 31, 36)),
      both('turn', ring(46, 78, 14, 19)),
      both('paper', ball(62, -25, 5.6)),
      both('dark', ring(24, 34, 12, 18)),
      both('dark', ring(104, 112, 12, 18)),
      once('paper', 'M46 -46V-54H58V-46M50 46V54H60V46'),
    ],
  },
  'seal-inboard': {
    advance: 112,
    points: { sleeve: [24, -16], seat: [78, -30] },
    metal: [
      once('sleeve', bar(-10, 130, 16)),
      both('right', 'M66 -30V-46H112V-58H126V-22H112V-34H80V-22H66Z'),
      both('left', ring(66, 74, 18, 30)),
      both('dark', ring(76, 86, 19, 28)),
      both('wire', 'M87 -19L92 -28L97 -19L102 -28L107 -19'),
      both('bolt', 'M58 -42H76'),
    ],
  },
  'double-volute': {
    advance: 260,
    points: {
      'ring-inboard': [84, -38],
      impeller: [120, -60],
      bolts: [140, -74],
      'ring-outboard': [176, -38],
    },
    metal: [
      once('turn', bar(-20, 280, 14)),
      once(
        'left',
        'M0 30V60L40 72C90 80 100 66 130 78C160 66 170 80 220 72L260 60V30H248V50L212 60C176 62 172 54 168 44H152L140 66H120L108 44H92C88 54 84 62 48 60L12 50V30Z',
      ),
      once(
        'phantom',
        'M0 -30V-60L40 -72C90 -80 100 -66 130 -78C160 -66 170 -80 220 -72L260 -60V-30',
      ),
      both('turn', 'M130 -62C118 -44 108 -38 84 -36V-14H176V-36C152 -38 142 -44 130 -62Z'),
      both('line', 'M130 -58V-20M92 -30C112 -30 122 -38 128 -52M168 -30C148 -30 138 -38 132 -52'),
      both('brass', 'M76 -36H92V-44H76ZM168 -36H184V-44H168Z'),
    ],
  },
  'seal-outboard': {
    advance: 112,
    points: { seat: [34, -30], sleeve: [88, -16] },
    metal: [
      once('sleeve', bar(122, -18, 16)),
      both('right', 'M46 -30V-46H0V-58H-14V-22H0V-34H32V-22H46Z'),
      both('left', ring(46, 38, 18, 30)),
      both('dark', ring(36, 26, 19, 28)),
      both('wire', 'M25 -19L20 -28L15 -19L10 -28L5 -19'),
      both('bolt', 'M54 -42H36'),
    ],
  },
  'bearing-outboard': {
    advance: 130,
    points: { cap: [26, -36], bearing: [62, -25], journal: [90, -14] },
    metal: [
      once('turn', bar(174, 94, 11)),
      once('turn', bar(94, 28, 14)),
      once('turn', bar(28, -2, 18)),
      both('left', 'M102 -46H16V-40H8V-20H20V-36H84V-20H102Z'),
      both('right', ring(78, 46, 31, 36)),
      both('turn', ring(78, 46, 14, 19)),
      both('paper', ball(62, -25, -5.6)),
      both('dark', ring(100, 90, 12, 18)),
      both('dark', ring(20, 12, 12, 18)),
      once('paper', 'M78 -46V-54H66V-46M74 46V54H64V46'),
      both('turn', 'M80 -14V-24H92V-14Z'),
      both('bolt', 'M79 -27V-14'),
    ],
  },
}
