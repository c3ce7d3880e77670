import { both, once, ring, spring } from '../metal'
import { arrow, box, disc, faceOf, mark, shaft, type Drawing } from '../sketch'

/** At steps of regenerative turbine. */
export const regenerativeDrawings: Record<string, Drawing> = {
  'notch-on-pin': {
    caption: 'Notch up, on the locating pin',
    metal: [
      disc('right', 0, 0, 58),
      disc('paper', 0, 0, 42),
      disc('turn', 0, 0, 20),
      box('stone', -7, -44, 7, -30),
      disc('mark', 0, -39, 4),
    ],
    words: [[12, -44, 'pin at 12']],
  },
  'notches-in-line': {
    caption: 'Notch of the follower on the notch of the sleeve',
    metal: [
      ...faceOf(56, 38),
      disc('sleeve', 0, 0, 38),
      disc('paper', 0, 0, 22),
      box('stone', -6, -58, 6, -44),
      box('stone', -6, -40, 6, -26),
      mark('M0 -62V-22'),
    ],
  },
  'pin-in-sleeve': {
    caption: 'The pin in its hole, caught in the notch, the spring behind it',
    metal: [
      shaft,
      both('sleeve', 'M-50 -12V-26H40V-12H16V-18H-4V-12Z'),
      mark('M6 -20V20'),
      both('wire', spring(-88, -52, 16, 30, 3)),
      both('turn', ring(-50, -42, 26, 36)),
      arrow(-30, -44, 0, -44),
    ],
    words: [[12, -34, 'pin']],
  },
  'face-down-spring-up': {
    caption: 'Face down on the seat, spring up',
    metal: [
      once('turn', 'M-12 -64H12V60H-12Z'),
      once('left', 'M-70 40H-14V58H-70ZM14 40H70V58H14Z'),
      once('paper', 'M-44 26H-14V40H-44ZM14 26H44V40H14Z'),
      once('dark', 'M-38 12H-14V24H-38ZM14 12H38V24H14Z'),
      once(
        'wire',
        'M-16 10L-34 4L-16 -2L-34 -8L-16 -14L-34 -20L-16 -26M16 10L34 4L16 -2L34 -8L16 -14L34 -20L16 -26',
      ),
      arrow(58, -20, 58, 18),
    ],
  },
  'ring-in-groove': {
    caption: 'Sprung into its groove, all round',
    metal: [
      once('turn', 'M-80 -22H-6V-12H6V-22H80V22H6V12H-6V22H-80Z'),
      mark('M-4 -34H4V-13H-4ZM-4 34H4V13H-4Z'),
      both('turn', ring(-30, -8, 22, 40)),
    ],
    words: [[14, -36, 'ring']],
  },
}
