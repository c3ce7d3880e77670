import { bar, both, once, ring, type Pieces } from '../metal'

// The submersible whose stages stand one on the other, piece by piece: up is to the left.

export const stacked: Pieces = {
  'discharge-hooks': {
    advance: 84,
    points: {},
    metal: [
      both('right', 'M4 -38H52V-52H84V-42H60V-28H4Z'),
      both('thin', 'M12 -34V-30M22 -34V-30M32 -34V-30'),
    ],
  },
  'check-valve': {
    advance: 66,
    points: {},
    metal: [
      both('left', 'M0 -42V-50H66V-42H56V-30H48V-42Z'),
      once('turn', 'M16 -26L28 -12V12L16 26Z'),
      once('wire', 'M28 0L32 -6L38 6L44 -6L50 6L54 0'),
    ],
  },
  'stack-shaft': {
    advance: 0,
    points: { middle: [200, -9], end: [452, -9] },
    metal: [once('turn', bar(40, 462, 9))],
  },
  'top-diffuser': {
    advance: 74,
    points: {},
    metal: [both('right', 'M0 -50V-58H118V-50H58C42 -50 36 -40 32 -28H12V-42H22V-50Z')],
  },
  'stack-diffuser': {
    advance: 62,
    points: {},
    metal: [both('left', 'M0 -50V-58H106V-50H52C38 -50 30 -40 26 -28H10V-44H20V-50Z')],
  },
  'stack-impeller': {
    advance: 46,
    points: { ring: [14, -41] },
    metal: [
      both('turn', 'M2 -9V-41H22C24 -26 30 -16 42 -9Z'),
      both('line', 'M7 -37C12 -24 20 -16 34 -11'),
    ],
  },
  'impeller-nut-stays': {
    advance: 0,
    back: 46,
    points: {},
    metal: [both('brass', ring(30, 42, 9, 17))],
  },
  'stage-ring': { advance: 0, back: 46, points: {}, metal: [both('brass', ring(4, 20, 42, 47))] },
  'stop-ring': { advance: 14, points: {}, metal: [both('dark', ring(2, 11, 9, 22))] },
  connector: {
    advance: 112,
    points: { face: [112, -54] },
    metal: [
      both('left', 'M0 -44V-58H14V-52H92V-60H112V-24H100V-44Z'),
      both('bolt', 'M28 -52V-44M44 -52V-44M60 -52V-44M76 -52V-44'),
    ],
  },
  'stand-in-connector': {
    advance: 112,
    points: { face: [112, -54] },
    metal: [both('phantom', 'M0 -44V-58H14V-52H92V-60H112V-24H100V-44Z')],
  },
  'motor-coupling': {
    advance: 0,
    back: 112,
    points: { end: [88, -14] },
    metal: [
      both('turn', ring(36, 90, 9, 18)),
      both('bolt', 'M50 -20V-10M76 -20V-10'),
      once('paper', ring(38, 66, 6, 11)),
    ],
  },
  straps: {
    advance: 0,
    back: 112,
    points: {},
    metal: [
      both('bolt', 'M-406 -66H64'),
      both('wire', 'M-406 -66C-416 -66 -416 -54 -408 -50'),
      both('brass', ring(64, 74, 60, 72)),
    ],
  },
}
