import { once } from '../metal'
import { arrow, box, disc, mark, type Drawing } from '../sketch'

/** At steps of a clamped sleeve. */
export const clampedSleeveDrawings: Record<string, Drawing> = {
  'seat-marked-side': {
    caption: 'Groove or dot down in the bore, polished side out',
    metal: [
      once('right', 'M-84 -24H-56V30H56V-24H84V56H-84Z'),
      box('paper', -54, -20, 54, 26),
      disc('mark', -20, 22, 3),
      mark('M-54 -20H54'),
      arrow(0, -56, 0, -28),
    ],
    words: [
      [12, -34, 'polished'],
      [-12, 20, 'dot'],
    ],
  },
  'clamp-slots-alike': {
    caption: 'Both slots between the halves alike',
    metal: [
      once(
        'turn',
        'M-50 -5C-50 -38 -28 -54 0 -54C28 -54 50 -38 50 -5H22C22 -18 12 -24 0 -24C-12 -24 -22 -18 -22 -5Z',
      ),
      once(
        'turn',
        'M-50 5C-50 38 -28 54 0 54C28 54 50 38 50 5H22C22 18 12 24 0 24C-12 24 -22 18 -22 5Z',
      ),
      disc('sleeve', 0, 0, 22),
      disc('paper', 0, 0, 15),
      mark('M-78 -5H-54M-78 5H-54M54 -5H78M54 5H78'),
    ],
    words: [[64, -12, '=']],
  },
  'strip-flat': {
    caption: 'Flat on the face the vanes run on, its tail outside',
    metal: [
      once('left', 'M20 -60H44V60H20V20H30V8H20Z'),
      once('turn', 'M-30 -50H6V50H-30Z'),
      mark('M14 -46V12C14 16 20 14 30 14H80'),
      arrow(-78, 0, -38, 0),
    ],
    words: [
      [-26, -56, 'vane'],
      [54, 30, 'tail'],
    ],
  },
}
