import { both, once, ring } from '../metal'
import { arrow, box, disc, mark, shaft, type Drawing } from '../sketch'

/** At steps of internal gear. */
export const gearDrawings: Record<string, Drawing> = {
  'balance-hole': {
    caption: 'Balance hole in its one place to the housing',
    metal: [
      disc('right', 0, 0, 58),
      disc('turn', 0, 0, 22),
      disc('stone', 0, -40, 7),
      disc('mark', 0, -40, 10),
      mark('M0 -72V-54'),
    ],
    words: [[14, -44, 'hole']],
  },
  'pin-below-crescent': {
    caption: 'The end of the pin below the surface of the crescent',
    metal: [
      once('right', 'M-20 -50H80V50H-20V16H-8V-16H-20Z'),
      box('paper', -12, -14, 80, 14),
      mark('M-20 -60V60M-12 -26V26'),
      arrow(-60, 0, -24, 0),
    ],
    words: [
      [-84, -56, 'crescent'],
      [20, 6, 'pin'],
    ],
  },
  'groove-to-groove': {
    caption: 'Groove of the head to the groove of the housing',
    metal: [
      disc('left', 0, 0, 60),
      disc('right', 0, 0, 50),
      disc('turn', 0, 0, 18),
      box('stone', -6, -62, 6, -42),
      mark('M0 -76V-38'),
    ],
    words: [[12, -64, 'grooves']],
  },
  'gasket-deepest': {
    caption: 'Gasket first, deepest in the box, then the rings',
    metal: [
      shaft,
      both('right', 'M-80 -34H60V-13H74V-48H-80Z'),
      both('ring', ring(-6, 18, 13, 33)),
      both('ring', ring(20, 44, 13, 33)),
      mark('M52 -34V-13M52 13V34'),
      arrow(-70, 0, -20, 0),
    ],
    words: [[30, -54, 'gasket']],
  },
}
