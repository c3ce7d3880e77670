import type { Tool } from '../form'
import { bounds, division, from, mpe, number, one, times, yes } from './parts'

export const bearing: Tool[] = [
  {
    kind: 'float',
    key: 'p',
    title: 'End play, radial play',
    asks: 'How far does it move?',
    words: 'push pull axial radial play',
    form: () => [
      { fields: [division('0.5 thou', '0.01 mm')] },
      {
        title: 'Push and pull',
        rows: {
          list: 'trials',
          item: [
            { name: 'in', label: 'In', short: 'in', start: '0', width: 96 },
            { name: 'out', label: 'Out', short: 'out', width: 96 },
          ],
          first: times(3),
          most: 9,
        },
      },
      { ...bounds(), fields: [...(bounds().fields ?? []), from('limit.max')] },
      { fields: [yes('followed', 'A preloaded pair: the needle followed a push and came back')] },
      mpe,
    ],
  },
  {
    kind: 'endplay',
    title: 'Setting end play',
    asks: 'Which pack, or how far the nut?',
    words: 'cover shims lock nut axial play preload thrust',
    form: (value) => [
      {
        fields: [
          one('by', 'Set by', [
            ['cover', 'cover shims'],
            ['nut', 'a nut'],
          ]),
          division('0.5 thou', '0.01 mm'),
        ],
      },
      {
        title: 'Push and pull',
        rows: {
          list: 'trials',
          item: [
            { name: 'in', label: 'In', short: 'in', start: '0', width: 96 },
            { name: 'out', label: 'Out', short: 'out', width: 96 },
          ],
          first: times(3),
          most: 9,
        },
      },
      {
        title: 'Play wanted; minus is preload',
        fields: [
          { name: 'limit.min', label: 'Least' },
          { name: 'limit.aim', label: 'Aim' },
          { name: 'limit.max', label: 'Most' },
        ],
      },
      ...(value('by') === 'nut'
        ? [
            {
              fields: [
                { name: 'pitch', label: 'Pitch' },
                number('threads_per_inch', 'or threads an inch'),
                number('slots', 'Places in a turn'),
              ],
            },
          ]
        : [
            {
              fields: [
                { name: 'pack', label: 'Under the cover now' },
                number('max_pieces', 'Pieces at most', '4'),
              ],
            },
            {
              title: 'Leaves at hand',
              rows: {
                list: 'leaves',
                item: [{ name: '', label: 'Leaf', width: 96 }],
                first: times(3),
                most: 12,
              },
            },
          ]),
    ],
  },
  {
    kind: 'fit',
    key: 'f',
    title: 'Bearing fit',
    asks: 'Is the seat inside its class?',
    words: 'journal housing seat ISO class interference',
    form: (value) => [
      {
        fields: [
          {
            name: 'part',
            label: 'Seat',
            kind: 'choice',
            start: 'shaft',
            choices: [
              ['shaft', 'on the shaft'],
              ['housing', 'in the housing'],
            ],
          },
          { name: 'nominal', label: 'Nominal size', width: 130 },
          value('part') === 'housing'
            ? {
                name: 'class',
                label: 'Class',
                kind: 'choice',
                start: 'H7',
                from: 'housing_classes',
              }
            : { name: 'class', label: 'Class', kind: 'choice', start: 'k5', from: 'shaft_classes' },
          division('0.1 thou', '0.001 mm'),
        ],
      },
      {
        title: 'Diameters, two planes at three angles',
        rows: {
          list: 'readings',
          item: [
            { name: 'plane', label: 'Plane', short: 'plane', kind: 'words', width: 60 },
            { name: 'value', label: 'Diameter', width: 140 },
          ],
          first: times(6, (i) => ({ plane: i < 3 ? 'A' : 'B' })),
          most: 12,
        },
      },
      {
        title: 'Temperatures, where they differ',
        folded: true,
        fields: [
          number('temperature.part_c', 'Part, °C'),
          number('temperature.gauge_c', 'Gauge, °C'),
        ],
      },
      mpe,
    ],
  },
  {
    kind: 'bearing',
    title: 'Bearing clearance',
    asks: 'What is left of the play inside?',
    words: 'C3 internal radial clearance group preload interference ball',
    form: () => [
      {
        fields: [
          { name: 'bore', label: 'Bore' },
          { name: 'outside', label: 'Outside' },
          one('group', 'Group', [
            ['N', 'N'],
            ['C2', 'C2'],
            ['C3', 'C3'],
            ['C4', 'C4'],
          ]),
          number('inner_hotter_k', 'Inner ring hotter, K', '5'),
        ],
      },
      {
        title: 'Grip on the shaft, as the fit gives it',
        fields: [
          { name: 'shaft.least', label: 'Least' },
          { name: 'shaft.most', label: 'Most' },
          yes('hollow', 'Hollow shaft'),
        ],
      },
      {
        title: 'Grip in the housing, minus is loose',
        fields: [
          { name: 'housing.least', label: 'Least' },
          { name: 'housing.most', label: 'Most' },
        ],
      },
      bounds('Limit of what is left; without one, at least 0'),
    ],
  },
  {
    kind: 'heat',
    key: 'b',
    title: 'Bearing heating',
    asks: 'How hot, and is that too hot?',
    words: 'induction heater bearing temperature',
    form: (value) => [
      {
        title: 'Bearing',
        fields: [
          { name: 'bore', label: 'Bore', width: 130 },
          { name: 'interference', label: 'Greatest interference' },
        ],
      },
      {
        title: 'Temperatures, °C',
        folded: value('window_c.min') !== '',
        note: 'The cap is what the weakest part may take: 120 for an open bearing, 80 for one greased and sealed, unless its maker says.',
        fields: [
          one('fits', 'Heated', [
            ['bearing', 'open bearing'],
            ['sealed-bearing', 'greased and sealed'],
            ['other', 'another part'],
          ]),
          { name: 'ambient_c', label: 'Shaft', kind: 'number', start: '20' },
          {
            name: 'cap_c',
            label: 'Cap',
            kind: 'number',
            start: value('fits') === 'sealed-bearing' ? '80' : '120',
          },
          number('left_c', 'Left the heater at'),
        ],
      },
      {
        title: 'The maker’s window, °C; room wanted',
        folded: true,
        fields: [
          number('window_c.min', 'From'),
          number('window_c.max', 'To'),
          number('minutes', 'Minutes'),
          number('ceiling_c', 'Ceiling by the maker'),
          { name: 'clearance', label: 'Room wanted' },
        ],
      },
    ],
  },
  {
    kind: 'grease',
    key: 'g',
    title: 'Grease',
    asks: 'How much goes in?',
    words: 'lubricate re-lubrication first fill',
    form: () => [
      {
        title: 'To re-lubricate',
        fields: [
          { name: 'outside', label: 'Outside' },
          { name: 'width', label: 'Width' },
          { name: 'gun_g_per_stroke', label: 'Gun, g a stroke', kind: 'number' },
        ],
      },
      {
        title: 'First fill of a new bearing',
        fields: [
          { name: 'first_fill.bore', label: 'Bore' },
          { name: 'first_fill.outside', label: 'Outside' },
          { name: 'first_fill.width', label: 'Width' },
          number('first_fill.mass_kg', 'Mass, kg'),
        ],
      },
    ],
  },
]
