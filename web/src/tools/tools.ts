import type { ToolChoices } from '../api/types'
import type { Unit } from '../app/settings'

// What each bench tool asks. The names are the paths of the request, so that
// the server's words find their box: docs/calc.md has them all.

export interface Field {
  name: string
  label: string
  /** the label inside its box, in a row */
  short?: string
  kind?: 'length' | 'number' | 'numbers' | 'words' | 'choice'
  choices?: readonly (readonly [string, string])[]
  /** or: the name of the list that the server has of them */
  from?: keyof ToolChoices
  /** what stands there until something is typed */
  start?: string | Record<Unit, string>
  width?: number
}

/** A list: a row for each reading. It grows by one when its last row is used. */
export interface Rows {
  list: string
  item: Field[]
  /** what the first rows begin with; as many of them are always there */
  first: Record<string, string>[]
  most: number
}

export interface Group {
  title?: string
  note?: string
  fields?: Field[]
  rows?: Rows
}

export interface Tool {
  kind: string
  /** the key that takes it from the tray */
  key: string
  title: string
  /** the question it answers */
  asks: string
  form: (value: (name: string) => string) => Group[]
}

const times = (n: number, row: (i: number) => Record<string, string> = () => ({})) =>
  Array.from({ length: n }, (_, i) => row(i))
const division = (thou: string, mm: string): Field => ({
  name: 'graduation',
  label: 'One division',
  start: { thou, mm },
  width: 120,
})
const bounds = (title = 'Limit, if there is one'): Group => ({
  title,
  fields: [
    { name: 'limit.min', label: 'Least' },
    { name: 'limit.max', label: 'Most' },
  ],
})
const clock = (i: number) => ({ clock: ['12', '3', '6', '9'][i] })
const dial = (list: string): Rows => ({
  list,
  item: [
    { name: 'clock', label: 'Clock', short: 'at', kind: 'words', width: 72 },
    { name: 'value', label: 'Reading' },
  ],
  first: times(4, clock),
  most: 12,
})

export const tools: Tool[] = [
  {
    kind: 'runout',
    key: 'r',
    title: 'Run-out',
    asks: 'Does it run true, and where is it high?',
    form: (value) => [
      {
        fields: [
          {
            name: 'surface',
            label: 'Plunger on',
            kind: 'choice',
            start: 'rim',
            choices: [
              ['rim', 'rim'],
              ['bore', 'bore'],
              ['face', 'face'],
            ],
          },
          {
            name: 'indicator',
            label: 'What turns',
            kind: 'choice',
            start: 'fixed',
            choices: [
              ['fixed', 'the part'],
              ['turns', 'the indicator'],
            ],
          },
          division('0.5 thou', '0.01 mm'),
        ],
      },
      { title: 'Readings, plus is pushed in', rows: dial('readings') },
      {
        fields: [
          { name: 'back_to_start', label: 'Back at 12' },
          { name: 'limit.max', label: 'Limit, most' },
          ...(value('indicator') === 'turns' && value('surface') !== 'face'
            ? [{ name: 'sag', label: 'Sag at 6, on a bar' }]
            : []),
          ...(value('surface') === 'face'
            ? [
                { name: 'sweep_diameter', label: 'Circle swept' },
                { name: 'face_diameter', label: 'Face diameter' },
              ]
            : []),
        ],
      },
      {
        title: 'Or a whole turn watched',
        fields: [
          { name: 'sweep.low', label: 'Lowest' },
          { name: 'sweep.high', label: 'Highest' },
        ],
      },
    ],
  },
  {
    kind: 'float',
    key: 'p',
    title: 'End play, radial play',
    asks: 'How far does it move?',
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
      bounds(),
    ],
  },
  {
    kind: 'gap',
    key: 'c',
    title: 'Running clearance',
    asks: 'Which leaf goes, and is it even?',
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
      bounds('Window'),
    ],
  },
  {
    kind: 'ring',
    key: 'w',
    title: 'Wear rings',
    asks: 'How much clearance is left?',
    form: () => [
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
          { name: 'new', label: 'Clearance when new' },
          { name: 'factor', label: 'Allowed, times new (may be left blank)', kind: 'number' },
          division('0.5 thou', '0.01 mm'),
        ],
      },
    ],
  },
  {
    kind: 'fit',
    key: 'f',
    title: 'Bearing fit',
    asks: 'Is the seat inside its class?',
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
    ],
  },
  {
    kind: 'shim',
    key: 's',
    title: 'Shim pack',
    asks: 'What comes off, what goes on?',
    form: () => [
      {
        fields: [
          { name: 'measured', label: 'Clearance now' },
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
        title: 'Window',
        fields: [
          { name: 'target.min', label: 'Least' },
          { name: 'target.aim', label: 'Aim' },
          { name: 'target.max', label: 'Most' },
        ],
      },
      {
        title: 'In one stack now',
        rows: {
          list: 'in_place',
          item: [{ name: '', label: 'Piece', width: 96 }],
          first: times(3),
          most: 12,
        },
      },
      {
        title: 'Spares at hand',
        rows: {
          list: 'kit',
          item: [
            { name: 'thickness', label: 'Thickness', width: 96 },
            { name: 'count', label: 'How many', short: '×', kind: 'number', width: 64 },
          ],
          first: times(3),
          most: 40,
        },
      },
      {
        title: 'Other side, if it must not close up',
        fields: [
          { name: 'other_side.measured', label: 'Now' },
          { name: 'other_side.min', label: 'Least' },
          { name: 'other_side.max', label: 'Most' },
        ],
      },
      {
        title: 'Spoilt pieces, not to be used again',
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
    kind: 'setting',
    key: 'e',
    title: 'Seal position',
    asks: 'Is the head at its dimension?',
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
        fields: [
          { name: 'compression.measured', label: 'Now' },
          { name: 'compression.min', label: 'Least' },
          { name: 'compression.max', label: 'Most' },
        ],
      },
      {
        title: 'Shaft still to be moved',
        note: 'Plus is towards the impeller.',
        fields: [
          { name: 'shift', label: 'By' },
          {
            name: 'head',
            label: 'Head on the',
            kind: 'choice',
            choices: [
              ['impeller-side', 'impeller side'],
              ['coupling-side', 'coupling side'],
            ],
          },
        ],
      },
    ],
  },
  {
    kind: 'heat',
    key: 'b',
    title: 'Bearing heating',
    asks: 'How hot, and is that too hot?',
    form: () => [
      {
        title: 'Bearing',
        fields: [
          { name: 'bore', label: 'Bore', width: 130 },
          { name: 'interference', label: 'Greatest interference' },
          { name: 'clearance', label: 'Room wanted' },
        ],
      },
      {
        title: 'Temperatures, °C',
        note: 'The cap is what the weakest part may take: 120 for an open bearing, 80 for one greased and sealed, unless its maker says.',
        fields: [
          { name: 'ambient_c', label: 'Shaft', kind: 'number', start: '20' },
          { name: 'cap_c', label: 'Cap', kind: 'number', start: '120' },
        ],
      },
    ],
  },
  {
    kind: 'torque',
    key: 'q',
    title: 'Torque',
    asks: 'How tight, in which order?',
    form: () => [
      {
        fields: [
          { name: 'torque', label: 'Torque, with its unit', kind: 'words', width: 150 },
          { name: 'bolts', label: 'Bolts', kind: 'number', width: 80 },
          { name: 'passes', label: 'Passes, %', kind: 'numbers', start: '30 70 100', width: 120 },
        ],
      },
      {
        title: 'Crowfoot or extension in line with the wrench',
        fields: [
          { name: 'wrench', label: 'Wrench' },
          { name: 'extension', label: 'Extension' },
        ],
      },
    ],
  },
  {
    kind: 'lateral',
    key: 'n',
    title: 'Screwed adjuster',
    asks: 'How far is the nut turned?',
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
    kind: 'drip',
    key: 'd',
    title: 'Packing drip',
    asks: 'How many drops a minute?',
    form: () => [
      {
        fields: [
          { name: 'limit.min', label: 'Least a minute', kind: 'number' },
          { name: 'limit.max', label: 'Most a minute', kind: 'number' },
        ],
      },
      {
        note: 'Filled by tapping, or type the seconds.',
        fields: [{ name: 'taps_s', label: 'Taps, seconds', kind: 'numbers', width: 300 }],
      },
    ],
  },
  {
    kind: 'align',
    key: 'a',
    title: 'Alignment',
    asks: 'What moves at the feet?',
    form: (value) => [
      {
        fields: [
          {
            name: 'method',
            label: 'Read with',
            kind: 'choice',
            start: 'reverse-dials',
            choices: [
              ['reverse-dials', 'two rim dials'],
              ['rim-and-face', 'rim and face'],
              ['straight-edge', 'straight-edge'],
              ['laser', 'a laser'],
            ],
          },
          ...(value('method') === 'laser' ? [] : [division('0.5 thou', '0.01 mm')]),
        ],
      },
      ...(alignment[value('method')] ?? []),
      {
        title: 'Feet of the driver, from the coupling',
        fields: [
          { name: 'feet.front', label: 'Front' },
          { name: 'feet.back', label: 'Back' },
          { name: 'rpm', label: 'Speed, rpm', kind: 'number' },
        ],
      },
      {
        title: 'Growth from cold to running',
        fields: [
          { name: 'growth.driver_front', label: 'Front feet' },
          { name: 'growth.driver_back', label: 'Back feet' },
          { name: 'growth.pump', label: 'Pump shaft' },
        ],
      },
      {
        title: 'Coupling maker’s tolerance, instead of the table by speed',
        fields: [
          { name: 'tolerance.offset', label: 'Offset' },
          { name: 'tolerance.angle_mm_per_m', label: 'mm per m', kind: 'number' },
          { name: 'tolerance.source', label: 'From', kind: 'words', width: 200 },
        ],
      },
    ],
  },
  {
    kind: 'wear',
    key: 'h',
    title: 'Wear and life',
    asks: 'Does it last to the planned stop?',
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
          { name: 'planned_hours', label: 'Hours to the stop', kind: 'number' },
        ],
      },
    ],
  },
  {
    kind: 'grease',
    key: 'g',
    title: 'Grease',
    asks: 'How much goes in?',
    form: () => [
      {
        title: 'Bearing',
        fields: [
          { name: 'outside', label: 'Outside' },
          { name: 'width', label: 'Width' },
          { name: 'gun_g_per_stroke', label: 'Gun, g a stroke', kind: 'number' },
        ],
      },
    ],
  },
  {
    kind: 'length',
    key: 'l',
    title: 'Lengths',
    asks: 'What is that in the other unit?',
    form: () => [{ fields: [{ name: 'text', label: 'Length', width: 220 }] }],
  },
]

const turned = (list: string, title: string): Group => ({ title, rows: dial(`${list}.readings`) })
const axis = (plane: string, title: string): Group => ({
  title,
  fields: [
    { name: `${plane}.offset`, label: 'Offset' },
    { name: `${plane}.angle_mm_per_m`, label: 'mm per m', kind: 'number' },
  ],
})
const quarter = (name: string, title: string, note: string): Group => ({
  title,
  note,
  fields: ['12', '3', '6', '9'].map((c) => ({ name: `${name}.${c}`, label: `At ${c}`, width: 96 })),
})

const alignment: Record<string, Group[]> = {
  'reverse-dials': [
    turned('on_driver', 'Dial on the driver’s hub, clamped to the pump'),
    {
      fields: [
        { name: 'on_driver.at', label: 'From the centre' },
        { name: 'on_driver.sag', label: 'Sag at 6' },
      ],
    },
    turned('on_pump', 'Dial on the pump’s hub, clamped to the driver'),
    {
      note: 'On the pump’s side the distance is minus.',
      fields: [
        { name: 'on_pump.at', label: 'From the centre' },
        { name: 'on_pump.sag', label: 'Sag at 6' },
      ],
    },
  ],
  'rim-and-face': [
    turned('rim', 'Dial on the rim of the driver’s hub'),
    {
      fields: [
        { name: 'rim.at', label: 'From the centre', start: '0' },
        { name: 'rim.sag', label: 'Sag at 6' },
      ],
    },
    turned('face', 'Dial on the face of the driver’s hub'),
    { fields: [{ name: 'face.diameter', label: 'Circle swept' }] },
  ],
  'straight-edge': [
    quarter('step', 'Step over the hubs', 'Plus where the driver’s hub stands higher.'),
    quarter('gap', 'Gap between the faces', ''),
    { fields: [{ name: 'diameter', label: 'Hub diameter' }] },
  ],
  laser: [axis('vertical', 'Up and down'), axis('horizontal', 'Side to side')],
}
