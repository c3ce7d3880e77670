import { ball, bar, bearing, both, once, ring, type Pieces } from '../metal'

// The internal gear pump: rotor and shaft are one part, the bearing sits in a threaded
// sleeve that sets the end clearance.

const housing = both('left', 'M236 -44V-78H252V-70H420V-58H268V-44Z')

export const gear: Pieces = {
  'lock-nut': {
    advance: 0,
    points: {},
    metal: [both('turn', ring(16, 30, 12, 22)), both('dark', ring(30, 33, 12, 25))],
  },
  'retaining-cap': {
    advance: 0,
    points: {},
    metal: [both('right', ring(26, 36, 26, 46)), both('bolt', 'M20 -40H52')],
  },
  'sleeve-bearing': { advance: 0, points: { outside: [54, -30] }, metal: bearing(54, 12, 34) },
  'adjusting-sleeve': {
    advance: 0,
    points: { sleeve: [80, -40] },
    metal: [
      both('turn', 'M34 -30V-52H44V-42H100V-22H78V-30Z'),
      both('bolt', 'M60 -50V-36'),
      both('thin', 'M50 -42V-38M56 -42V-38M66 -42V-38M72 -42V-38M78 -42V-38M84 -42V-38M90 -42V-38'),
    ],
  },
  'rotor-shaft': {
    advance: 0,
    points: {
      hub: [4, -12],
      packing: [134, -12],
      end: [-40, -6],
      bushing: [216, -12],
      rotor: [372, -44],
    },
    metal: [once('turn', bar(-46, 272, 12)), both('turn', 'M272 0V-58H288V-56H372V-42H288V0Z')],
  },
  'back-head': {
    advance: 0,
    points: { box: [156, -28] },
    metal: [
      both(
        'right',
        'M50 -42V-60H104V-38H120V-30H190V-24H244V-44H236V-60H212V-38H190V-42H124V-60H110V-42Z',
      ),
      once('paper', ball(226, -50, 3)),
    ],
  },
  'foot-bracket': {
    advance: 0,
    points: {},
    metal: [once('right', 'M64 60V76H52V82H236V76H224V60Z'), once('bolt', 'M90 54V68M200 54V68')],
  },
  'split-gland': {
    advance: 0,
    points: { gland: [124, -26] },
    metal: [both('left', 'M108 -14V-36H118V-27H134V-14Z'), both('bolt', 'M100 -34H128')],
  },
  'packing-rings': {
    advance: 0,
    points: { packing: [160, -20] },
    metal: [135, 147, 159, 171].map((x) => both('ring', ring(x, x + 11, 13, 29))),
  },
  'packing-lantern': {
    advance: 0,
    points: { packing: [160, -20] },
    metal: [
      ...[135, 147, 171].map((x) => both('ring', ring(x, x + 11, 13, 29))),
      both('brass', ring(160, 169, 15, 28)),
      once('turn', 'M161 -30V-66H167V-30Z'),
    ],
  },
  'packing-gasket': { advance: 0, points: {}, metal: [both('dark', ring(183, 187, 13, 29))] },
  'shaft-bushing': {
    advance: 0,
    points: { bushing: [216, -14] },
    metal: [both('brass', ring(190, 246, 13, 19)), both('left', ring(190, 246, 19, 24))],
  },
  'gear-housing': {
    advance: 0,
    points: {},
    metal: [housing, both('dark', ring(232, 236, 46, 76)), both('bolt', 'M216 -70H262')],
  },
  'gear-housing-jacket': {
    advance: 0,
    points: {},
    metal: [
      housing,
      both('right', 'M276 -70V-84H404V-70H396V-77H284V-70Z'),
      both('dark', ring(232, 236, 46, 76)),
      both('bolt', 'M216 -70H262'),
    ],
  },
  'idler-gear': {
    advance: 0,
    points: { idler: [334, -14], bushing: [372, -22] },
    metal: [
      once('turn', 'M292 -42H372V6H292Z'),
      once('line', 'M292 -36H372M292 -30H372M292 0H372'),
      once('brass', 'M292 -28H372V-23H292ZM292 -11H372V-6H292Z'),
    ],
  },
  'head-crescent': {
    advance: 470,
    points: { head: [420, -62], pin: [296, -18] },
    metal: [
      once('right', 'M378 -58H420V-78H440V78H420V58H378V40H300V16H378Z'),
      once('paper', 'M296 -23H424V-11H296Z'),
      both('bolt', 'M406 -72H452'),
    ],
  },
  'head-gasket': {
    advance: 0,
    back: 470,
    points: {},
    metal: [both('dark', ring(417, 421, 58, 78))],
  },
  'head-oring': { advance: 0, back: 470, points: {}, metal: [both('dark', ball(404, -58, 3))] },
}
