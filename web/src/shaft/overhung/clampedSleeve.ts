import { ball, bar, bearing, both, once, ring, spring, type Pieces } from '../metal'

// A drive sleeve that a clamp holds on the bare nose of a shaft, piece by piece.

export const clampedSleeve: Pieces = {
  'pedestal-housing': {
    advance: 250,
    points: {},
    metal: [
      both('left', 'M28 -48H44V-42H214V-48H236V-18H222V-34H44V-18H28Z'),
      both('dark', ring(30, 40, 15, 20)),
      both('dark', ring(224, 233, 15, 20)),
      once('right', 'M70 42V66H60V72H190V66H180V42Z'),
    ],
  },
  'pedestal-shaft': {
    advance: 0,
    back: 250,
    points: { journal: [10, -11], end: [-46, -6], nose: [268, -11] },
    metal: [
      once('turn', bar(-50, 40, 11)),
      once('turn', bar(40, 222, 15)),
      once('turn', bar(222, 400, 11)),
    ],
  },
  'pedestal-single': {
    advance: 0,
    back: 250,
    points: { row: [62, -29] },
    metal: [...bearing(66, 15, 26), ...bearing(200, 15, 26), both('turn', ring(82, 92, 15, 23))],
  },
  'pedestal-paired': {
    advance: 0,
    back: 250,
    points: { row: [62, -29] },
    metal: [
      ...bearing(59, 15, 22),
      ...bearing(81, 15, 22),
      ...bearing(200, 15, 26),
      both('turn', ring(94, 104, 15, 23)),
    ],
  },
  'drive-unit-nose': {
    advance: 0,
    back: 10,
    points: { journal: [10, -11], end: [20, -6], nose: [30, -11] },
    metal: [once('turn', bar(-18, 160, 11)), both('right', ring(-14, 0, 18, 48))],
  },
  'drive-sleeve': {
    advance: 0,
    points: { free: [92, -16], place: [34, -16] },
    metal: [both('sleeve', ring(30, 304, 11, 16))],
  },
  'clamp-halves': {
    advance: 0,
    points: { slot: [54, -36] },
    metal: [
      both('turn', ring(40, 68, 16, 36)),
      both('line', 'M40 -3H68'),
      both('bolt', 'M47 -36V-20M61 -36V-20'),
    ],
  },
  'adapter-window': {
    advance: 300,
    points: { bore: [194, -26], face: [296, -74] },
    metal: [
      both('right', 'M-14 -30V-64H2V-60H250L262 -80H298V-69H272L258 -52H206V-26H186V-52H2V-30Z'),
      both('bolt', 'M-26 -56H14'),
      once('phantom', 'M24 -52H150M24 52H150'),
    ],
  },
  'seat-in-cup': {
    advance: 0,
    back: 300,
    points: { seat: [202, -22] },
    metal: [both('paper', ring(194, 212, 17, 24)), both('dark', 'M186 -26H208V-24H190V-17H186Z')],
  },
  'seat-on-oring': {
    advance: 0,
    back: 300,
    points: { seat: [202, -22] },
    metal: [both('paper', ring(190, 212, 17, 26)), both('dark', ball(198, -26, 3))],
  },
  'bellows-head': {
    advance: 0,
    back: 300,
    points: { head: [220, -24] },
    metal: [
      both('dark', ring(213, 222, 17, 24)),
      both('wire', 'M222 -17H228L231 -23L234 -17L237 -23L240 -17H250'),
      both('wire', spring(244, 296, 18, 25, 4)),
      both('turn', ring(296, 302, 16, 27)),
    ],
  },
  'impeller-open': {
    advance: 80,
    points: { back: [6, -60], vanes: [45, -52] },
    metal: [
      once('turn', 'M0 -15H44V15H0Z'),
      both('turn', 'M2 -15L8 -66H30C32 -46 40 -28 56 -16V-11H44V-15Z'),
      both('line', 'M12 -62C16 -42 22 -26 36 -16M22 -64C25 -46 31 -30 46 -17'),
      once('turn', bar(44, 58, 12)),
    ],
  },
}
