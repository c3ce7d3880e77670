import type { Field, Tool } from '../form'
import { bounds, division, head, from, number, one, times, yes } from './parts'

const pressures = [
  ['bar', 'bar'],
  ['psi', 'psi'],
  ['kPa', 'kPa'],
  ['MPa', 'MPa'],
] as const
const pressure = (name: string, label: string): Field[] => [
  number(`${name}.value`, label),
  { ...one(`${name}.unit`, 'Unit', [...pressures]), beside: `${name}.value` },
]

export const seal: Tool[] = [
  {
    kind: 'pressure-test',
    title: 'Leak test under pressure',
    asks: 'Was it tested right, and is it tight?',
    words: 'leak test pressure hold water air nitrogen bubbles drops',
    form: (value) => {
      const gas = value('medium') === 'air' || value('medium') === 'nitrogen'
      return [
        {
          note: gas
            ? 'A gas stores what hurts when it lets go: only by the rule of the site, and behind a shield.'
            : 'Let the air out first: what is left in it stores what hurts.',
          fields: [
            one('medium', 'Tested with', [
              ['water', 'water'],
              ['own', 'the pump’s own liquid'],
              ['air', 'air'],
              ['nitrogen', 'nitrogen'],
            ]),
            ...(gas ? [] : [yes('vented', 'The air was let out')]),
            yes('site_rule', 'By the rule of the site'),
            ...(gas ? [] : [yes('hazardous', 'It flashes, burns or poisons')]),
          ],
        },
        { fields: pressure('test', 'Pressure of the test') },
        { fields: pressure('asked', 'Asked') },
        { fields: pressure('rated', 'Weakest part may hold') },
        {
          title: 'The hold',
          fields: [
            number('minutes', 'Minutes held'),
            number('asked_minutes', 'Minutes asked'),
            number('drops', gas ? 'Bubbles' : 'Drops'),
            number('allowed.drops', 'Allowed'),
          ],
        },
        {
          title: 'Pressure at the start of the hold',
          folded: true,
          note: gas ? 'A gas wants its temperature, too.' : undefined,
          fields: [...pressure('start', 'Start'), ...(gas ? [number('start.temp_c', '°C')] : [])],
        },
        {
          title: 'Pressure at its end; how much it may lose',
          folded: true,
          fields: [
            ...pressure('end', 'End'),
            ...(gas ? [number('end.temp_c', '°C')] : []),
            number('volume_l', 'Volume, l'),
            number('allowed.drop_mbar', 'May fall, mbar'),
            number('allowed.leak_mbar_l_s', 'May leak, mbar·l/s'),
          ],
        },
      ]
    },
  },
  {
    kind: 'setting',
    key: 'e',
    title: 'Seal position',
    asks: 'Is the head at its dimension?',
    words: 'seal mark gland gap',
    form: () => [
      {
        title: 'Head',
        fields: [
          { name: 'setting', label: 'Setting dimension', width: 130 },
          { name: 'tolerance', label: 'Give or take' },
          { name: 'measured', label: 'Measured', width: 130 },
          division('1/64 in', '0.5 mm'),
        ],
      },
      {
        title: 'Gland gap before the bolts are drawn',
        fields: [
          { name: 'gland_gap.measured', label: 'Gap' },
          { name: 'gland_gap.min', label: 'Least' },
          { name: 'gland_gap.max', label: 'Most' },
        ],
      },
      {
        title: 'Compression of the springs',
        folded: true,
        fields: [
          { name: 'compression.measured', label: 'Now' },
          { name: 'compression.min', label: 'Least' },
          { name: 'compression.max', label: 'Most' },
        ],
      },
      {
        title: 'Shaft still to be moved',
        folded: true,
        note: 'Plus is towards the impeller. Once it has been moved this is left out.',
        fields: [{ name: 'shift', label: 'By' }, head],
      },
    ],
  },
  {
    kind: 'compression',
    title: 'Seal compression',
    asks: 'What is left after the shaft has moved?',
    words: 'springs length free fitted solid coil mark',
    form: () => [
      {
        title: 'Length of the rotating unit',
        fields: [
          { name: 'free', label: 'Free, off the shaft', width: 130 },
          { name: 'fitted', label: 'Fitted, by the drawing', width: 130 },
          { name: 'solid', label: 'Springs closed', width: 130 },
          division('1/64 in', '0.1 mm'),
        ],
      },
      {
        title: 'Moves of the shaft after it is locked',
        note: 'Plus is towards the impeller.',
        rows: {
          list: 'moves',
          item: [{ name: '', label: 'Move', width: 96 }],
          first: times(2),
          most: 12,
        },
      },
      { fields: [head, { name: 'setting', label: 'Datum to its back', width: 130 }] },
      bounds(),
    ],
  },
  {
    kind: 'flatness',
    title: 'Flatness of a face',
    asks: 'Are the light bands straight enough?',
    words: 'optical flat light bands lapped face seal',
    form: (value) => [
      {
        fields: [
          one('_by', 'Read as', [
            ['bands', 'bands'],
            ['bow', 'bow and spacing'],
          ]),
          ...(value('_by') === 'bow'
            ? [
                { name: 'bow', label: 'A band bends by' },
                { name: 'spacing', label: 'Band to band' },
              ]
            : [number('bands', 'Bands')]),
          { name: 'outside', label: 'Face, outside' },
          number('limit_bands', 'Limit, bands'),
        ],
      },
    ],
  },
  {
    kind: 'packing',
    title: 'Packing rings',
    asks: 'How many rings, how long, where is the lantern?',
    words: 'stuffing box gland lantern ring cut section joints follower',
    form: () => [
      {
        title: 'Stuffing box',
        fields: [
          { name: 'shaft', label: 'Shaft or sleeve' },
          { name: 'box', label: 'Bore' },
          { name: 'depth', label: 'Depth' },
        ],
      },
      {
        title: 'In it',
        fields: [
          { name: 'lantern', label: 'Lantern ring, width' },
          { name: 'port', label: 'Bottom to flush port' },
          { name: 'section', label: 'Packing in hand' },
          { name: 'entry', label: 'Follower enters by' },
          { name: 'nose', label: 'Nose of the follower' },
        ],
      },
    ],
  },
  {
    kind: 'drip',
    key: 'd',
    title: 'Packing drip',
    asks: 'How many drops a minute?',
    words: 'gland drops packing',
    form: () => [
      {
        fields: [
          { name: 'limit.min', label: 'Least a minute', kind: 'number' },
          { name: 'limit.max', label: 'Most a minute', kind: 'number' },
          from('limit.max'),
          one('liquid', 'Liquid', [
            ['water', 'water'],
            ['flammable', 'it burns'],
            ['toxic', 'it poisons'],
            ['viscous', 'it is thick'],
          ]),
        ],
      },
      {
        note: 'Filled by tapping, or type the seconds.',
        fields: [{ name: 'taps_s', label: 'Taps, seconds', kind: 'numbers', width: 300 }],
      },
      {
        title: 'Or counted',
        folded: true,
        fields: [number('drops', 'Drops'), number('minutes', 'In so many minutes')],
      },
    ],
  },
]
