import { bar, both, once, ring } from '../metal'
import { arrow, box, disc, faceOf, mark, zigzag, type Drawing } from '../sketch'

/** At steps of end suction, pulled out to the back. */
export const endSuctionDrawings: Record<string, Drawing> = {
  'seat-in-gland': {
    caption: 'Notch over the pin: the line on the gland midway between the two on the seat',
    metal: [
      disc('right', 0, 0, 58),
      ...faceOf(40, 20),
      box('paper', -8, -46, 8, -32),
      disc('dark', 0, -39, 4),
      mark('M0 -58V-46'),
      once('line', 'M-8 -32V-24M8 -32V-24'),
    ],
    words: [[8, -62, 'pin']],
  },
  'pin-in-notch': {
    caption: 'The pin stands lower than its notch is deep',
    metal: [
      box('right', -80, 26, 80, 56),
      once('paper', 'M-80 -30H80V20H16V-12H-16V20H-80Z'),
      box('dark', -8, -2, 8, 30),
      mark('M34 -12H52M34 -2H52M43 -26V-14M43 12V0'),
    ],
    words: [
      [-74, -8, 'seat'],
      [-74, 46, 'gland'],
    ],
  },
  'head-to-gland': {
    caption: 'Face to the gland, back on the second scribe',
    metal: [
      once('sleeve', bar(-90, 90, 18)),
      both('right', 'M-80 -20V-56H-62V-34H-52V-20Z'),
      both('paper', ring(-62, -48, 20, 34)),
      both('dark', ring(-22, -6, 19, 34)),
      zigzag(-4, 26),
      both('turn', ring(28, 44, 18, 36)),
      mark('M44 -50V-18M44 18V50'),
      arrow(-14, -48, -40, -48),
    ],
    words: [
      [-34, -56, 'face'],
      [50, -44, 'scribe'],
    ],
  },
  'tab-in-slot': {
    caption: 'One tab of the washer into one slot of the nut, its tongue in the keyway',
    metal: [
      disc('paper', 0, 0, 54),
      disc('turn', 0, 0, 44),
      disc('paper', 0, 0, 24),
      box('paper', -7, -46, 7, -34),
      box('paper', -7, 34, 7, 46),
      box('paper', -46, -7, -34, 7),
      box('paper', 34, -7, 46, 7),
      box('dark', -6, 18, 6, 26),
      mark('M-7 -56V-36H7V-56'),
    ],
    words: [[14, -56, 'tab']],
  },
  'bellows-head': {
    caption: 'Face back to the seat, spring to the impeller',
    metal: [
      once('sleeve', bar(-90, 60, 16)),
      both('right', ring(-84, -70, 20, 56)),
      both('paper', ring(-70, -54, 18, 36)),
      both('dark', ring(-46, -34, 17, 32)),
      both('wire', 'M-34 -18H-24L-20 -28L-16 -18L-12 -28L-8 -18H4'),
      zigzag(4, 46),
      both('turn', 'M60 -16V-56H76L88 -20V-16Z'),
      arrow(-24, -44, -44, -44),
    ],
    words: [
      [-40, -50, 'face'],
      [6, -40, 'spring'],
    ],
  },
  'keys-half-turn': {
    caption: 'Keys half a turn apart',
    metal: [
      disc('turn', -48, 0, 40),
      disc('paper', -48, 0, 16),
      disc('turn', 48, 0, 40),
      disc('paper', 48, 0, 16),
      box('dark', -53, -22, -43, -12),
      box('dark', 43, 12, 53, 22),
      mark('M-48 -50V-24M48 50V24'),
    ],
    words: [
      [-78, 58, 'pump hub'],
      [20, -48, 'driver hub'],
    ],
  },
}
