import { bar, both, once, ring, type Pieces } from '../metal'

// Pumps that stand, laid along the line: up is to the left.

export const upright: Pieces = {
  'adjusting-nut': {
    advance: 150,
    points: { gap: [47, -40], nut: [66, -30] },
    metal: [
      once('turn', bar(-20, 160, 11)),
      both('turn', 'M8 -11V-24H22V-46H42V-11Z'),
      both('turn', 'M84 -11V-46H104V-24H120V-11Z'),
      both('brass', 'M54 -11V-30H78V-11Z'),
      both('line', 'M58 -26H74M58 -20H74'),
      both('bolt', 'M36 -40H90'),
      both('dark', ring(10, 20, 11, 16)),
    ],
  },
  'discharge-head': {
    advance: 190,
    points: { shaft: [8, -11], packing: [64, -19], flange: [160, -66] },
    metal: [
      once('turn', bar(-20, 200, 11)),
      both('left', 'M20 -13V-32H112V-60H150V-72H172V-46H134V-24H112V-13H104V-24H32V-13Z'),
      both('ring', ring(34, 45, 12, 23)),
      both('ring', ring(46, 57, 12, 23)),
      both('ring', ring(58, 69, 12, 23)),
      both('ring', ring(76, 87, 12, 23)),
      both('ring', ring(88, 99, 12, 23)),
      both('dark', ring(70, 75, 12, 23)),
      both('right', 'M4 -13V-30H16V-22H30V-13Z'),
      both('bolt', 'M10 -28H36'),
      once('phantom', 'M120 60V78M148 60V78'),
    ],
  },
  column: {
    advance: 220,
    points: { coupling: [66, -17], bearing: [150, -14] },
    metal: [
      once('turn', bar(-10, 92, 9)),
      once('turn', bar(110, 240, 9)),
      both('line', 'M-10 -52H92M-10 -44H92M110 -52H220M110 -44H220'),
      both('left', 'M-10 -52V-64H8V-52M202 -52V-64H220V-52'),
      both('turn', 'M42 -9V-18H90V-9Z'),
      both('right', 'M140 -10V-20H160V-10ZM146 -20L140 -44H160L154 -20Z'),
      once(
        'thin',
        'M92 -56C98 -30 88 -10 94 10C100 30 90 44 94 58M110 -56C116 -30 106 -10 112 10C118 30 108 44 112 58',
      ),
    ],
  },
  bowl: {
    advance: 118,
    points: { vanes: [52, -42], bearing: [98, -14] },
    metal: [
      once('turn', bar(-10, 128, 9)),
      both(
        'left',
        'M0 -44V-58H14V-54C40 -70 76 -70 104 -54V-58H118V-40H106C80 -56 56 -58 30 -46L20 -44Z',
      ),
      both('turn', 'M30 -9L40 -44H58C62 -30 70 -18 84 -9Z'),
      both('line', 'M40 -40C46 -26 56 -16 70 -11M52 -42C56 -30 64 -20 76 -13'),
      both('right', 'M90 -10V-20H108V-10Z'),
      both('line', 'M92 -20L84 -50M106 -20L104 -46'),
    ],
  },
  'suction-bell': {
    advance: 96,
    points: { bearing: [40, -14] },
    metal: [
      once('turn', bar(-10, 56, 9)),
      both('right', 'M0 -44V-58H12C36 -50 64 -54 88 -74L94 -68C72 -46 44 -40 16 -44Z'),
      both('left', 'M24 -10V-20H58V-10Z'),
      both('line', 'M30 -20L26 -44M52 -20L56 -44'),
      once('left', bar(58, 66, 12)),
    ],
  },
  intake: {
    advance: 120,
    points: { shaft: [30, -11], strainer: [70, -50] },
    metal: [
      once('turn', bar(-10, 140, 9)),
      both('left', 'M0 -40V-54H14V-48H102V-56H122V-20H108V-40Z'),
      both('bolt', 'M24 -48V-40'),
      both('bolt', 'M36 -48V-40'),
      both('bolt', 'M48 -48V-40'),
      both('bolt', 'M60 -48V-40'),
      both('bolt', 'M72 -48V-40'),
      both('bolt', 'M84 -48V-40'),
      both('turn', 'M16 -9V-18H44V-9Z'),
    ],
  },
  stage: {
    advance: 92,
    points: { impeller: [38, -40], nut: [70, -16] },
    metal: [
      once('turn', bar(-10, 100, 9)),
      both('left', 'M0 -56H92V-48H80C66 -50 60 -40 56 -30H44V-46H10V-48H0Z'),
      both('turn', 'M20 -9V-40H40C42 -26 46 -16 58 -9Z'),
      both('line', 'M24 -36C30 -24 38 -16 50 -11'),
      both('brass', 'M62 -9V-17H78V-9Z'),
    ],
  },
  'top-head': {
    advance: 170,
    points: { straps: [118, -62], shaft: [150, -11] },
    metal: [
      once('turn', bar(130, 180, 9)),
      both('right', 'M10 -36H60V-50H150V-56H170V-40H140V-38H64V-26H10Z'),
      both('wire', 'M12 -30V-26M22 -30V-26M32 -30V-26'),
      both('bolt', 'M92 -62H172'),
      both('turn', 'M70 -34L84 -10V0H70Z'),
      once('wire', 'M84 0L90 -6L96 6L102 -6L108 6L114 -6L120 0'),
    ],
  },
}
