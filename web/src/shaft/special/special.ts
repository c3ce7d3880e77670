import { ball, bar, both, once, ring, type Pieces } from '../metal'

// What only one construction has.

export const special: Pieces = {
  regen: {
    advance: 180,
    points: { shaft: [10, -11], side: [68, -46], cover: [108, -68] },
    metal: [
      once('turn', bar(-30, 110, 11)),
      both('left', 'M40 -14V-34H62V-50H70V-70H82V-78H30V-34H40Z'),
      both('right', 'M108 -14V-50H98V-70H90V-78H128V-20H140V-14Z'),
      both('turn', 'M72 -11V-64H96V-11Z'),
      both('wire', 'M72 -62H78M90 -62H96'),
      both('wire', 'M72 -58H78M90 -58H96'),
      both('wire', 'M72 -54H78M90 -54H96'),
      both('wire', 'M72 -50H78M90 -50H96'),
      both('bolt', 'M82 -74H132'),
      both('brass', ring(98, 102, 50, 70)),
      once('dotted', 'M60 -78V-84M108 -78V-84'),
    ],
  },
  chopper: {
    advance: 116,
    points: { edges: [96, -44], bolt: [104, -9] },
    metal: [
      once('turn', bar(-30, 70, 11)),
      both('turn', 'M10 -11V-66H34C36 -54 44 -48 96 -48V-40C70 -38 60 -24 56 -11Z'),
      both('dark', 'M96 -50L108 -44L96 -38Z'),
      both('line', 'M20 -62C28 -40 40 -24 52 -14'),
      once('brass', 'M70 -9H100L106 0L100 9H70Z'),
    ],
  },
  'striker-plate': {
    advance: 96,
    points: { face: [8, -40], shims: [26, -70] },
    metal: [
      both('right', 'M0 -24V-66H14V-24Z'),
      both('left', 'M14 -56V-78H34V-62H22V-56Z'),
      both('brass', ring(14, 22, 62, 72)),
      both('bolt', 'M4 -70H42'),
      both('left', 'M-110 -80H14V-72H-100Z'),
      once('thin', 'M44 -40C54 -20 44 10 54 40'),
    ],
  },
  'packing-box': {
    advance: 160,
    points: { packing: [60, -19], gland: [128, -30] },
    metal: [
      once('turn', bar(-30, 180, 12)),
      both('right', 'M6 -14V-46H-10V-54H22V-40H118V-28H22V-14Z'),
      both('ring', ring(26, 39, 13, 27)),
      both('ring', ring(40, 53, 13, 27)),
      both('ring', ring(54, 67, 13, 27)),
      both('ring', ring(76, 89, 13, 27)),
      both('ring', ring(90, 103, 13, 27)),
      both('dark', ring(68, 75, 13, 27)),
      both('left', 'M104 -14V-26H122V-46H136V-14Z'),
      both('bolt', 'M110 -42H144'),
    ],
  },
  gear: {
    advance: 250,
    points: { rotor: [62, -56], idler: [140, -22], head: [196, -62] },
    metal: [
      once('turn', bar(-30, 60, 12)),
      both('left', 'M10 -14V-40H24V-70H196V-78H10V-50H0V-14Z'),
      both('turn', 'M34 -12V-64H176V-44H60V-12Z'),
      both('right', 'M188 0V-70H212V0Z'),
      both('bolt', 'M180 -74H224'),
      once('sleeve', 'M84 -42H176V4H84Z'),
      once('line', 'M84 -36H176'),
      once('line', 'M84 -28H176'),
      once('line', 'M84 0H176'),
      once('paper', ring(96, 208, 12, 26)),
      once('left', 'M150 14C170 14 184 20 188 30V44H150Z'),
    ],
  },
  governor: {
    advance: 190,
    points: { shaft: [14, -11], weights: [76, -42], springs: [128, -26] },
    metal: [
      once('turn', bar(-50, 210, 11)),
      both('left', 'M30 -14V-58H170V-14H160V-50H40V-14Z'),
      both('turn', 'M56 -12V-18H70L88 -42L98 -36L84 -14V-12Z'),
      both('paper', ball(72, -20, 3.4)),
      both('wire', 'M104 -13L110 -28L116 -13L122 -28L128 -13L134 -28L140 -13'),
      both('turn', 'M142 -12V-30H150V-12Z'),
    ],
  },
  expeller: {
    advance: 64,
    points: { shaft: [6, -11], clearance: [38, -52] },
    metal: [
      once('turn', bar(-20, 80, 11)),
      both('turn', 'M20 -11V-54H34V-11Z'),
      both('wire', 'M14 -50H20M14 -42H20M14 -34H20M14 -26H20'),
      both('right', 'M0 -20V-62H48V-70H-8V-20Z'),
    ],
  },
}
