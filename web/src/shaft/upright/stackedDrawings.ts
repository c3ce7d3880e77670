import { once } from '../metal'
import { arrow, box, mark, type Drawing } from '../sketch'

/** At steps of stacked stages. */
export const stackedDrawings: Record<string, Drawing> = {
  'diffuser-seat': {
    caption: 'Down in its seat: held by hand it does not turn',
    metal: [
      once('left', 'M-60 -40H-44V10H-54V20H-60ZM60 -40H44V10H54V20H60Z'),
      once('right', 'M-60 24H-50V14H-44V56H-60ZM60 24H50V14H44V56H60Z'),
      once('turn', 'M-8 -60H8V60H-8ZM-34 44L-14 20H14L34 44Z'),
      mark('M-60 22H-48M60 22H48'),
    ],
    words: [[66, 26, 'seat']],
  },
  'stop-ring-place': {
    caption: 'Above the bottom impeller, below the bottom diffuser',
    metal: [
      once('turn', 'M-8 -66H8V66H-8Z'),
      once('turn', 'M-34 44L-14 20H14L34 44Z'),
      mark('M-20 6H20V14H-20Z'),
      once('left', 'M-56 -40H56V-28H16V-4H10V-30H-10V-4H-16V-28H-56Z'),
    ],
    words: [
      [28, 14, 'stop ring'],
      [-94, -30, 'diffuser'],
    ],
  },
  'arrow-up': {
    caption: 'Arrow up',
    metal: [
      box('left', -34, -50, -18, 50),
      box('left', 18, -50, 34, 50),
      once('turn', 'M-18 10L0 -4L18 10Z'),
      arrow(0, 46, 0, -46),
    ],
    words: [[42, -30, 'up']],
  },
  'strap-hook': {
    caption: 'Hooked over the edge of the discharge',
    metal: [
      once('right', 'M-40 -20H40V-6H20V50H-20V-6H-40Z'),
      mark('M-50 56V-28H-32V-20M50 56V-28H32V-20'),
    ],
    words: [[58, 30, 'strap']],
  },
}
