import { bar, both, once, ring } from '../metal'
import { arrow, bearingCut, box, disc, mark, zigzag, type Drawing } from '../sketch'

/** At steps of between bearings. */
export const betweenBearingsDrawings: Record<string, Drawing> = {
  'shield-inwards': {
    caption: 'Shielded side inwards, to the seal',
    metal: [
      once('turn', bar(-80, 90, 18)),
      ...bearingCut,
      mark('M16 -50V-22M16 22V50'),
      arrow(36, -62, 80, -62),
    ],
    words: [
      [24, -40, 'shield'],
      [34, -68, 'to the seal'],
    ],
  },
  'tapered-side': {
    caption: 'Tapered side into the washer, the tongue in the slot of the shaft',
    metal: [
      once('turn', bar(-80, 90, 18)),
      both('turn', 'M-50 -18V-44H-22L-8 -36V-18Z'),
      both('dark', ring(-6, -2, 18, 50)),
      both('right', ring(4, 34, 44, 54)),
      both('turn', ring(4, 34, 18, 28)),
      mark('M-22 -44L-8 -36M-22 44L-8 36'),
    ],
    words: [[-66, -52, 'taper']],
  },
  'face-outwards': {
    caption: 'Face outwards, away from the impeller',
    metal: [
      once('sleeve', bar(-90, 80, 18)),
      both('right', 'M-76 -20V-56H-58V-36H-48V-20Z'),
      both('paper', ring(-58, -44, 20, 36)),
      both('dark', ring(-36, -22, 19, 34)),
      zigzag(-20, 24),
      both('turn', ring(26, 36, 18, 36)),
      arrow(-24, -46, -42, -46),
    ],
    words: [
      [-26, -52, 'face'],
      [38, -46, 'impeller'],
    ],
  },
  'clip-in-groove': {
    caption: 'All the way in its groove, behind the head',
    metal: [
      once('sleeve', 'M-90 -20H24V-12H32V-20H80V20H32V12H24V20H-90Z'),
      zigzag(-40, 4),
      both('turn', ring(6, 20, 20, 40)),
      mark('M25 -34H31V-13H25ZM25 34H31V13H25Z'),
    ],
    words: [[38, -30, 'clip']],
  },
  'groove-just-seen': {
    caption: 'Sleeve end flush with the witness groove, which is just seen',
    metal: [
      once('turn', 'M-90 -16H-14V-12H-8V-16H80V16H-8V12H-14V16H-90Z'),
      both('sleeve', ring(-8, 80, 16, 26)),
      mark('M-11 -44V-18M-11 44V18'),
    ],
    words: [
      [-60, -36, 'groove'],
      [20, -34, 'sleeve'],
    ],
  },
  'port-up': {
    caption: 'Port up, to its mark',
    metal: [
      disc('right', 0, 0, 52),
      disc('turn', 0, 0, 20),
      box('paper', -7, -66, 7, -46),
      arrow(0, -44, 0, -78),
    ],
    words: [[12, -60, 'port']],
  },
  'seat-on-pins': {
    caption: 'Square on its pins, flat all round',
    metal: [
      disc('right', 0, 0, 58),
      disc('paper', 0, 0, 42),
      disc('turn', 0, 0, 20),
      disc('mark', 0, -32, 4),
      disc('mark', 0, 32, 4),
    ],
    words: [[10, -46, 'pin']],
  },
  'drain-low': {
    caption: 'Grease port up, drain port down',
    metal: [
      disc('right', 0, 0, 52),
      disc('paper', 0, 0, 36),
      disc('turn', 0, 0, 14),
      box('paper', -6, -64, 6, -48),
      box('paper', -6, 48, 6, 62),
      arrow(0, 58, 0, 80),
    ],
    words: [
      [12, -56, 'grease'],
      [12, 72, 'drain'],
    ],
  },
  'ring-at-step': {
    caption: 'Home at the step of the shaft, before the head',
    metal: [
      once('turn', 'M-90 -16H30V-26H90V26H30V16H-90Z'),
      mark('M20 -32H29V-17H20ZM20 32H29V17H20Z'),
      both('dark', ring(-50, -36, 17, 34)),
      zigzag(-34, 6),
      arrow(-10, -46, 16, -46),
    ],
    words: [[34, -36, 'ring']],
  },
}
