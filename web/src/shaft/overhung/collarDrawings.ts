import { ball, both, once, ring } from '../metal'
import { arrow, box, disc, mark, shaft, zigzag, type Drawing } from '../sketch'

/** At steps of a shaft in a collar. */
export const collarDrawings: Record<string, Drawing> = {
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
}
