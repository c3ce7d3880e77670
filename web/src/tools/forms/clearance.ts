import type { Tool } from '../form'
import { bounds, clock, division, head, mpe, number, one, times, yes } from './parts'

export const clearance: Tool[] = [
  {
    kind: 'gap',
    key: 'c',
    title: 'Running clearance',
    asks: 'Which leaf goes, and is it even?',
    words: 'feeler leaf impeller vane',
    form: (value) => [
      {
        fields: [
          {
            name: '_with',
            label: 'Measured',
            kind: 'choice',
            start: 'leaf',
            choices: [
              ['leaf', 'with leaves'],
              ['value', 'directly'],
            ],
          },
          one('phase', 'Read', [
            ['as-found', 'as found'],
            ['as-built', 'as built'],
          ]),
          ...(value('_with') === 'value' ? [division('1 thou', '0.02 mm')] : []),
        ],
      },
      {
        rows: {
          list: 'positions',
          first: times(4, (i) => ({ at: `vane ${i + 1}` })),
          most: 12,
          item: [
            { name: 'at', label: 'Where', kind: 'words', width: 100 },
            ...(value('_with') === 'value'
              ? [{ name: 'value', label: 'Clearance' }]
              : [
                  { name: 'go', label: 'Leaf that goes', short: 'goes', width: 84 },
                  { name: 'no_go', label: 'Leaf that does not', short: 'not', width: 84 },
                ]),
          ],
        },
      },
      ...(value('_with') === 'value' ? [mpe] : []),
      bounds('Window'),
    ],
  },
  {
    kind: 'ring',
    renamed: { new: 'new.max' },
    key: 'w',
    title: 'Wear rings',
    asks: 'How much clearance is left?',
    words: 'wear ring hub bore',
    form: (value) => [
      {
        fields: [
          one('phase', 'Measured', [
            ['as-found', 'as found'],
            ['as-built', 'as built'],
          ]),
          division('0.5 thou', '0.01 mm'),
        ],
      },
      {
        title: 'Bore of the ring',
        rows: {
          list: 'bore',
          item: [{ name: '', label: 'Diameter', width: 130 }],
          first: times(2),
          most: 8,
        },
      },
      {
        title: 'Hub of the impeller',
        rows: {
          list: 'hub',
          item: [{ name: '', label: 'Diameter', width: 130 }],
          first: times(2),
          most: 8,
        },
      },
      {
        fields: [
          { name: 'new.min', label: 'New, least' },
          { name: 'new.max', label: 'New, most' },
          ...(value('phase') === 'as-built'
            ? [
                one('material', 'Rings are', [
                  ['standard', 'usual'],
                  ['galling', 'stainless on its like'],
                ]),
                yes('hot', 'Above 260 °C'),
              ]
            : [number('factor', 'Allowed, times new', '2')]),
        ],
      },
      mpe,
    ],
  },
  {
    kind: 'shim',
    key: 's',
    title: 'Shim pack',
    asks: 'What comes off, what goes on?',
    words: 'shims pack stack',
    form: () => [
      {
        fields: [
          { name: 'measured', label: 'Clearance now' },
          { name: 'target.min', label: 'Least' },
          { name: 'target.aim', label: 'Aim' },
          { name: 'target.max', label: 'Most' },
          {
            name: 'adding',
            label: 'Adding a shim',
            kind: 'choice',
            start: 'opens',
            choices: [
              ['opens', 'opens it'],
              ['closes', 'closes it'],
            ],
          },
          { name: 'stacks', label: 'Stacks', kind: 'number', start: '1', width: 80 },
          { name: 'max_pieces', label: 'Pieces at most', kind: 'number', start: '5', width: 100 },
        ],
      },
      {
        title: 'In one stack now',
        rows: {
          list: 'in_place',
          item: [{ name: '', label: 'Piece', width: 100 }],
          first: times(3),
          most: 12,
        },
      },
      {
        title: 'Spares at hand',
        rows: {
          list: 'kit',
          item: [
            { name: 'thickness', label: 'Thickness', width: 86 },
            { name: 'count', label: 'How many', short: '×', kind: 'number', width: 46 },
          ],
          first: times(3),
          most: 40,
        },
      },
      {
        title: 'Other side, if it must not close up',
        folded: true,
        fields: [
          { name: 'other_side.measured', label: 'Now' },
          { name: 'other_side.min', label: 'Least' },
          { name: 'other_side.max', label: 'Most' },
        ],
      },
      {
        title: 'Spoilt pieces, not to be used again',
        folded: true,
        rows: {
          list: 'discard',
          item: [{ name: '', label: 'Piece', width: 96 }],
          first: times(1),
          most: 12,
        },
      },
    ],
  },
  {
    kind: 'shim-trial',
    key: 't',
    title: 'Shims by trial',
    asks: 'Which pack is tried next?',
    words: 'shims trial thinnest',
    form: () => [
      {
        title: 'Packs there are',
        rows: {
          list: 'packs',
          item: [{ name: '', label: 'Pack', width: 96 }],
          first: times(4),
          most: 20,
        },
      },
      {
        title: 'Tried',
        rows: {
          list: 'trials',
          item: [
            { name: 'pack', label: 'Pack', width: 96 },
            { name: 'turns', label: 'Turns', kind: 'choice', from: 'turns' },
          ],
          first: times(1),
          most: 20,
        },
      },
    ],
  },
  {
    kind: 'lateral',
    key: 'n',
    title: 'Screwed adjuster',
    asks: 'How far is the nut turned?',
    words: 'nut adjuster turns thread',
    form: (value) => [
      {
        fields: [
          { name: 'travel', label: 'Travel wanted' },
          {
            name: '_thread',
            label: 'Thread by',
            kind: 'choice',
            start: 'inch',
            choices: [
              ['inch', 'threads an inch'],
              ['pitch', 'pitch'],
            ],
          },
          value('_thread') === 'pitch'
            ? { name: 'pitch', label: 'Pitch' }
            : { name: 'threads_per_inch', label: 'Threads an inch', kind: 'number' },
        ],
      },
      {
        fields: [
          { name: 'divisions', label: 'Flats or notches', kind: 'number' },
          {
            name: 'hand',
            label: 'Thread',
            kind: 'choice',
            start: 'right',
            choices: [
              ['right', 'right-hand'],
              ['left', 'left-hand'],
            ],
          },
        ],
      },
    ],
  },
  {
    kind: 'evenness',
    title: 'Even all round',
    asks: 'Is the gap alike, and which way is it open?',
    words: 'gland gap spread tilt clamp parallel even before',
    form: (value) => [
      {
        fields: [
          one('_by', 'Places', [
            ['clock', 'round the clock'],
            ['at', 'by name'],
          ]),
          division('1 thou', '0.02 mm'),
          { name: 'allowed', label: 'May differ by' },
        ],
      },
      {
        rows: {
          list: 'readings',
          first:
            value('_by') === 'at'
              ? times(2, (i) => ({ at: ['left', 'right'][i] ?? '' }))
              : times(4, clock),
          most: 12,
          item: [
            value('_by') === 'at'
              ? { name: 'at', label: 'Where', kind: 'words', width: 84 }
              : { name: 'clock', label: 'Clock', short: 'at', kind: 'words', width: 72 },
            { name: 'value', label: 'Now', short: 'now', width: 92 },
            { name: 'before', label: 'Before', short: 'before', width: 92 },
          ],
        },
      },
    ],
  },
  {
    kind: 'growth',
    title: 'Hot growth',
    asks: 'What is set cold to be right hot?',
    words: 'thermal expansion temperature hot cold axial',
    form: () => [
      {
        fields: [
          { name: 'length', label: 'Thrust bearing to clearance', width: 150 },
          number('cold_c', 'Cold, °C', '20'),
        ],
      },
      ...(['shaft', 'casing'] as const).map((part) => ({
        title: part === 'shaft' ? 'Shaft, hot' : 'Casing, hot',
        fields: [
          number(`${part}.c`, 'Mean, °C'),
          {
            name: `${part}.material`,
            label: 'Material',
            kind: 'choice' as const,
            from: 'materials' as const,
          },
        ],
      })),
      {
        title: 'Clearance',
        fields: [
          {
            name: 'clearance.side',
            label: 'It lies',
            kind: 'choice',
            choices: [
              ['front', 'in front'],
              ['back', 'behind'],
            ],
          },
          { name: 'clearance.min', label: 'Hot, least' },
          { name: 'clearance.max', label: 'Hot, most' },
          { name: 'clearance.measured', label: 'Measured cold' },
          division('0.5 thou', '0.01 mm'),
        ],
      },
      {
        title: 'Seal',
        fields: [
          { name: 'seal.length', label: 'Thrust bearing to seal', width: 150 },
          { name: 'seal.setting', label: 'Its setting' },
          { ...head, name: 'seal.head' },
        ],
      },
    ],
  },
  {
    kind: 'stretch',
    title: 'Line shaft',
    asks: 'How far are the impellers raised?',
    words: 'vertical turbine deep well lateral stretch thrust head nut',
    form: () => [
      {
        fields: [
          number('thrust_n', 'Thrust of the water, N'),
          { name: 'length', label: 'Head nut to impeller', width: 130 },
          { name: 'diameter', label: 'Line shaft' },
          number('e_gpa', 'Modulus, GPa', '200'),
        ],
      },
      {
        fields: [
          { name: 'running', label: 'Wanted when it runs' },
          { name: 'present', label: 'Raised now' },
          { name: 'total', label: 'Whole lateral' },
        ],
      },
      {
        title: 'Thread of the head nut',
        fields: [
          number('threads_per_inch', 'Threads an inch'),
          { name: 'pitch', label: 'or pitch' },
        ],
      },
    ],
  },
  {
    kind: 'wear',
    key: 'h',
    title: 'Wear and life',
    asks: 'Does it last to the planned stop?',
    words: 'life hours rate',
    form: () => [
      {
        title: 'Readings over running hours',
        rows: {
          list: 'history',
          item: [
            { name: 'hours', label: 'Hours', short: 'h', kind: 'number', width: 104 },
            { name: 'clearance', label: 'Clearance', width: 104 },
          ],
          first: times(2),
          most: 20,
        },
      },
      {
        fields: [
          { name: 'limit.max', label: 'Limit' },
          division('1 thou', '0.02 mm'),
          { name: 'planned_hours', label: 'Hours to the stop', kind: 'number' },
        ],
      },
    ],
  },
]
