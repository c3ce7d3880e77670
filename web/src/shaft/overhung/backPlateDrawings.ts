import { ball, both, once, ring } from '../metal'
import { arrow, box, disc, faceOf, mark, shaft, zigzag, type Drawing } from '../sketch'

/** At steps of a back plate with shims. */
export const backPlateDrawings: Record<string, Drawing> = {
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
}
