import { once } from '../metal'
import { arrow, box, disc, mark, type Drawing } from '../sketch'

/** At steps of in the pipe. */
export const inlineDrawings: Record<string, Drawing> = {
  'screw-in-dimple': {
    caption: 'The point of the screw in the dimple of the shaft',
    metal: [
      once('turn', 'M-86 -14H-8L0 -4L8 -14H86V20H-86Z'),
      once('right', 'M-40 -18H-8V-54H-40ZM8 -18H40V-54H8Z'),
      mark('M-7 -60V-18L0 -6L7 -18V-60'),
    ],
    words: [[46, -30, 'half']],
  },
  'door-up': {
    caption: 'Oil door up',
    metal: [
      disc('right', 0, 4, 50),
      disc('turn', 0, 4, 14),
      box('paper', -14, -58, 14, -46),
      mark('M-18 -60H18'),
      arrow(36, -30, 36, -64),
    ],
    words: [[44, -44, 'up']],
  },
  'taps-opposite': {
    caption: 'The lightest taps, opposite points in turn',
    metal: [
      disc('turn', 0, 0, 48),
      disc('paper', 0, 0, 26),
      disc('mark', 0, -37, 4),
      disc('mark', 0, 37, 4),
      disc('mark', -37, 0, 4),
      disc('mark', 37, 0, 4),
    ],
    words: [
      [8, -44, '1'],
      [8, 54, '2'],
      [44, -6, '3'],
      [-56, -6, '4'],
    ],
  },
}
