import { ball, bar, bearing, both, once, ring, spring, type Pieces } from '../metal'

// The circulator in its pipe, whose bearing assembly is exchanged whole.

const nut = once('turn', 'M92 -12H104C110 -8 110 8 104 12H92Z')

export const inline: Pieces = {
  'motor-bracket': {
    advance: 110,
    points: {},
    metal: [
      both('right', 'M-46 -34V-60H-34V-56H96V-66H108V-46H96V-48H-34V-34Z'),
      once('turn', bar(-4, 36, 9)),
    ],
  },
  'motor-mounts': {
    advance: 0,
    back: 110,
    points: {},
    metal: [both('dark', ring(-52, -46, 44, 60))],
  },
  'coupler-motor': {
    advance: 0,
    back: 110,
    points: { screw: [24, -26] },
    metal: [both('turn', ring(14, 36, 9, 27)), once('bolt', 'M25 -30V-6')],
  },
  'coupler-spring': {
    advance: 0,
    back: 110,
    points: {},
    metal: [both('wire', spring(36, 80, 12, 25, 4))],
  },
  'coupler-pump': {
    advance: 0,
    back: 110,
    points: { screw: [90, -26] },
    metal: [both('turn', ring(80, 102, 9, 27)), once('bolt', 'M91 -30V-6')],
  },
  'bearing-assembly': {
    advance: 200,
    points: { face: [184, -40] },
    metal: [
      once('turn', bar(-40, 286, 9)),
      both('left', 'M-2 -46V-66H12V-44H110V-72H124V-24H186V-14H110V-34H0V-46Z'),
      both('bolt', 'M-14 -60H24'),
      both('brass', ring(12, 50, 9, 33)),
      both('brass', ring(72, 108, 9, 33)),
      once('paper', ball(-18, -50, 4)),
    ],
  },
  'oil-door': {
    advance: 0,
    back: 200,
    points: {},
    metal: [once('paper', 'M52 -44V-54H72V-44M48 -54H76V-60H48Z'), once('stone', bar(52, 70, 18))],
  },
  'oil-cover': {
    advance: 0,
    back: 200,
    points: {},
    metal: [
      once('left', 'M38 -44V-52H86V-44'),
      once('bolt', 'M42 -56V-44M82 -56V-44'),
      once('stone', bar(52, 70, 18)),
    ],
  },
  'sealed-bearings': {
    advance: 0,
    back: 200,
    points: {},
    metal: [...bearing(31, 9, 30), ...bearing(90, 9, 30)],
  },
  'seal-kit': {
    advance: 0,
    back: 200,
    points: { seated: [212, -20] },
    metal: [
      both('paper', ring(187, 198, 10, 24)),
      both('dark', ring(199, 208, 10, 21)),
      both('turn', ring(208, 213, 10, 23)),
      both('wire', spring(214, 238, 11, 20, 3)),
    ],
  },
  'impeller-one': {
    advance: 110,
    points: { click: [44, -12] },
    metal: [
      both('turn', 'M38 -9V-30L46 -62H60C62 -42 70 -24 84 -14V-9Z'),
      both('line', 'M52 -58C56 -38 64 -22 76 -13'),
    ],
  },
  'impeller-lower': {
    advance: 0,
    points: { click: [44, -12] },
    metal: [both('turn', ring(38, 54, 9, 60))],
  },
  'impeller-upper': {
    advance: 110,
    points: {},
    metal: [
      both('turn', 'M54 -9V-60H62C64 -42 72 -24 86 -14V-9Z'),
      both('line', 'M58 -56C62 -38 70 -22 80 -13'),
    ],
  },
  'washer-and-nut': {
    advance: 0,
    back: 110,
    points: {},
    metal: [both('dark', ring(86, 90, 6, 16)), nut],
  },
  'groove-gasket': {
    advance: 0,
    back: 110,
    points: { groove: [-70, -68] },
    metal: [both('dark', ring(-74, -68, 62, 69))],
  },
  'flat-gasket': {
    advance: 0,
    back: 110,
    points: { groove: [-72, -66] },
    metal: [both('dark', ring(-75, -71, 54, 78))],
  },
  'body-in-pipe': {
    advance: 150,
    points: { joint: [-176, -72] },
    metal: [
      both(
        'right',
        'M-181 -54V-80H-60C-40 -80 -36 -66 -30 -40H60V-24H-38C-46 -60 -54 -70 -74 -70H-168V-54Z',
      ),
      both('bolt', 'M-196 -74H-150'),
      once('thin', 'M60 -44C70 -20 50 16 60 44'),
    ],
  },
}
