import { bar, both, once, ring } from '../metal'
import { arrow, bearingCut, mark, type Drawing } from '../sketch'

/** At steps of a bearing on the pump shaft. */
export const bearingOnShaftDrawings: Record<string, Drawing> = {
  'through-inner-ring': {
    caption: 'Force through the inner ring only',
    metal: [
      once('turn', bar(-20, 90, 18)),
      ...bearingCut,
      both('brass', ring(-74, -18, 18, 26)),
      arrow(-96, -22, -78, -22),
      arrow(-96, 22, -78, 22),
    ],
    words: [[-74, -34, 'inner ring']],
  },
  'through-outer-ring': {
    caption: 'Force through the outer ring only',
    metal: [
      ...bearingCut,
      both('left', 'M0 -54V-66H70V-20H60V-54Z'),
      both('brass', ring(-74, -18, 45, 53)),
      arrow(-96, -49, -78, -49),
      arrow(-96, 49, -78, 49),
    ],
    words: [[-74, -32, 'outer ring']],
  },
  'pin-in-cover': {
    caption: 'The pin in its hole before the clamp closes',
    metal: [
      once('left', 'M-70 -40H0V-14H-50V50H-70Z'),
      once('right', 'M14 -40H40V50H14Z'),
      mark('M-20 -28H34'),
      arrow(84, 0, 50, 0),
    ],
    words: [
      [-66, -48, 'casing'],
      [14, -48, 'cover'],
    ],
  },
}
