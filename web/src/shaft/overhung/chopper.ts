import { ball, bar, both, once, ring, spring, type Pieces } from '../metal'

// The chopper pump, piece by piece: up is to the left.

export const chopper: Pieces = {
  'lifting-eye': { advance: 40, points: {}, metal: [once('wire', 'M44 -14C6 -24 6 24 44 14')] },
  'driver-end': {
    advance: 0,
    points: { seal: [22, -11] },
    metal: [once('turn', bar(-2, 76, 11)), once('turn', bar(76, 124, 9))],
  },
  'oil-chamber': {
    advance: 0,
    points: { face: [58, -64] },
    metal: [
      both('right', 'M-38 -60V-36H-26V-50H40V-24H58V-74H44V-60Z'),
      both('stone', ring(-24, 38, 28, 49)),
      both('bolt', 'M-48 -56H-18'),
    ],
  },
  'seal-in-plate': {
    advance: 0,
    points: { seat: [44, -24] },
    metal: [
      both('paper', ring(38, 50, 13, 24)),
      both('dark', ring(27, 37, 12, 23)),
      both('wire', spring(2, 26, 13, 22, 3)),
      both('turn', ring(-8, 1, 11, 24)),
    ],
  },
  'volute-oring': { advance: 0, points: {}, metal: [both('dark', ball(59, -67, 3))] },
  'volute-gasket': { advance: 0, points: {}, metal: [both('dark', ring(58, 61, 58, 74))] },
  volute: {
    advance: 0,
    points: { ring: [146, -56] },
    metal: [
      both('left', 'M61 -58V-74H74L86 -84H166V-58H154V-72H92L80 -60V-58Z'),
      both('bolt', 'M34 -70H80'),
    ],
  },
  'cutter-ring': {
    advance: 0,
    points: { room: [144, -53] },
    metal: [both('brass', ring(132, 156, 53, 59))],
  },
  cutter: {
    advance: 0,
    points: { edges: [154, -44] },
    metal: [
      both('turn', 'M76 -9V-56H92C96 -52 104 -50 150 -50V-40C128 -38 120 -24 116 -9Z'),
      both('dark', 'M150 -51L161 -45L150 -39Z'),
      both('line', 'M82 -52C88 -34 98 -22 110 -12'),
      once('paper', ring(80, 112, 7, 11)),
    ],
  },
  'cutter-bolt': {
    advance: 0,
    points: { bolt: [138, -10] },
    metal: [both('brass', ring(116, 120, 5, 20)), once('brass', 'M120 -10H140L146 0L140 10H120Z')],
  },
  'plate-shims': {
    advance: 0,
    points: { stacks: [170, -78] },
    metal: [both('leaf', ring(166, 169, 66, 84)), both('leaf', ring(169, 173, 66, 84))],
  },
  'plate-fixed-blades': {
    advance: 250,
    points: { face: [173, -30] },
    metal: [
      both('right', ring(173, 188, 22, 84)),
      both('dark', 'M173 -52L164 -45L173 -38Z'),
      both('dark', ball(170, -61, 2.5)),
      both('bolt', 'M150 -79H198'),
    ],
  },
  stand: {
    advance: 0,
    back: 250,
    points: {},
    metal: [both('thin', 'M188 -70H236V-86M188 -62H244')],
  },
}
