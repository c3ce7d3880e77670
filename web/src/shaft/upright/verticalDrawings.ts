import { both, once, ring } from '../metal'
import {
  arrow,
  box,
  disc,
  down,
  joints,
  left,
  mark,
  right,
  shaft,
  up,
  type Drawing,
} from '../sketch'

/** At steps of vertical turbine. */
export const verticalDrawings: Record<string, Drawing> = {
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
}
