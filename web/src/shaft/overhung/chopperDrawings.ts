import { once } from '../metal'
import { arrow, box, faceOf, type Drawing } from '../sketch'

/** At steps of chopper. */
export const chopperDrawings: Record<string, Drawing> = {
  'stacks-equal': {
    caption: 'Stacks alike at every place',
    metal: [
      ...faceOf(58, 24),
      ...(
        [
          [0, -46],
          [46, 0],
          [0, 46],
          [-46, 0],
        ] as [number, number][]
      ).flatMap(([x, y]) => [
        box('leaf', x - 9, y - 6, x + 9, y - 2),
        box('leaf', x - 9, y - 2, x + 9, y + 2),
        box('leaf', x - 9, y + 2, x + 9, y + 6),
      ]),
    ],
    words: [[-14, 4, 'plate']],
  },
  'rotor-hangs': {
    caption: 'Upright, the rotor down on its lowest stop, nothing under it',
    metal: [
      once('left', 'M-40 -60H-12V-30H-24V30H-40ZM40 -60H12V-30H24V30H40Z'),
      once('turn', 'M-8 -70H8V20H30L20 40H-20L-30 20H-8Z'),
      once('right', 'M-86 62V-10H-74V62ZM74 62V-10H86V62Z'),
      once('line', 'M-90 62H90'),
      arrow(0, 42, 0, 58),
    ],
  },
}
