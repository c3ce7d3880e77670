import { ball, bar, both, once } from '../metal'
import { arrow, box, disc, mark, type Drawing } from '../sketch'

/** At steps of a shaft that slides. */
export const governedDrawings: Record<string, Drawing> = {
  'spring-bends': {
    caption: 'The bend of every spring as it was sketched on its weight',
    metal: [
      once('turn', 'M-70 -20H-30V20H-70Z'),
      once('wire', 'M-30 0H-14L-8 -14L0 14L8 -14L16 14L24 -14L30 0H46'),
      mark('M46 0C62 0 62 -20 50 -24'),
      box('turn', 66, -30, 86, 30),
    ],
    words: [[40, -34, 'bend']],
  },
  'thrust-side': {
    caption: 'Thick shoulder of the rings to the side the papers name; its mark beside it',
    metal: [
      once('turn', bar(-80, 90, 18)),
      both('right', 'M-20 -54H20V-40H4L-20 -46Z'),
      both('turn', 'M-20 -18H20V-26L-4 -32H-20Z'),
      both('paper', ball(0, -37, 8)),
      mark('M20 -58V-40M-20 -34V-18'),
      arrow(-86, -44, -40, -44),
    ],
    words: [[-88, -52, 'thrust']],
  },
  'spout-down': {
    caption: 'Drain spout straight down',
    metal: [
      disc('right', 0, -6, 52),
      disc('turn', 0, -6, 18),
      box('turn', -8, 42, 8, 64),
      arrow(0, 62, 0, 84),
    ],
    words: [[14, 66, 'spout']],
  },
  'opening-under-fitting': {
    caption: 'The opening of the cap under the grease fitting of the frame',
    metal: [
      disc('left', 0, 6, 56),
      disc('right', 0, 6, 42),
      disc('turn', 0, 6, 16),
      box('paper', -6, -66, 6, -48),
      box('stone', -7, -40, 7, -20),
      mark('M0 -72V-18'),
    ],
    words: [[12, -58, 'fitting']],
  },
}
