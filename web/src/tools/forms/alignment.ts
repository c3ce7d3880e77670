import type { Group, Tool } from '../form'
import { dial, division } from './parts'

export const alignmentTools: Tool[] = [
  {
    kind: 'soft-foot',
    title: 'Soft foot',
    asks: 'Which foot lifts?',
    words: 'feet base shim lift rocking motor',
    form: () => [
      {
        note: 'What the dial shows at each foot when its bolt alone is slackened, the others tight.',
        fields: [division('0.5 thou', '0.01 mm'), { name: 'limit.max', label: 'Limit, most' }],
      },
      {
        title: 'Front, towards the coupling',
        fields: [
          { name: 'front_left', label: 'Left' },
          { name: 'front_right', label: 'Right' },
        ],
      },
      {
        title: 'Back',
        fields: [
          { name: 'back_left', label: 'Left' },
          { name: 'back_right', label: 'Right' },
        ],
      },
    ],
  },
  {
    kind: 'pipe-strain',
    title: 'Pipe strain',
    asks: 'Which flange moves the shaft?',
    words: 'piping flange nozzle suction discharge strain moved',
    form: () => [
      {
        note: 'Two dials on the shaft at the coupling, at nothing with all flanges loose.',
        fields: [division('0.5 thou', '0.01 mm'), { name: 'limit.max', label: 'Limit, most' }],
      },
      {
        title: 'After each flange is bolted',
        rows: {
          list: 'steps',
          item: [
            { name: 'flange', label: 'Flange', kind: 'words', width: 104 },
            { name: 'vertical', label: 'Up', short: 'up', width: 84 },
            { name: 'horizontal', label: 'Aside', short: 'aside', width: 84 },
          ],
          first: [{ flange: 'suction' }, { flange: 'discharge' }],
          most: 12,
        },
      },
      {
        title: 'All loose again',
        fields: [
          { name: 'back.vertical', label: 'Up' },
          { name: 'back.horizontal', label: 'Aside' },
        ],
      },
    ],
  },
  {
    kind: 'align',
    key: 'a',
    title: 'Alignment',
    asks: 'What moves at the feet?',
    words: 'alignment coupling laser dials driver feet',
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
      {
        title: 'Soft foot first: what each foot lifts, its bolt alone slackened',
        folded: true,
        fields: [
          { name: 'soft_foot.front_left', label: 'Front left' },
          { name: 'soft_foot.front_right', label: 'Front right' },
          { name: 'soft_foot.back_left', label: 'Back left' },
          { name: 'soft_foot.back_right', label: 'Back right' },
        ],
      },
      ...(methods[value('method')] ?? []),
      {
        title: 'Feet of the driver, from the coupling',
        fields: [
          { name: 'feet.front', label: 'Front' },
          { name: 'feet.back', label: 'Back' },
          { name: 'rpm', label: 'Speed, rpm', kind: 'number' },
        ],
      },
      {
        title: 'Spacer coupling',
        folded: true,
        fields: [{ name: 'spacer', label: 'Between its planes' }],
      },
      {
        title: 'Growth from cold to running',
        folded: true,
        fields: [
          { name: 'growth.driver_front', label: 'Front feet' },
          { name: 'growth.driver_back', label: 'Back feet' },
          { name: 'growth.pump', label: 'Pump shaft' },
        ],
      },
      {
        title: 'Coupling maker’s tolerance, instead of the table by speed',
        folded: true,
        fields: [
          { name: 'tolerance.offset', label: 'Offset' },
          { name: 'tolerance.angle_mm_per_m', label: 'mm per m', kind: 'number' },
          { name: 'tolerance.source', label: 'From', kind: 'words', width: 200 },
        ],
      },
    ],
  },
]

const turned = (list: string, title: string, note?: string): Group => ({
  title,
  note,
  rows: dial(`${list}.readings`),
})
const together = 'Turn both shafts together, so that the dial stays on one spot of the hub.'
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

const methods: Record<string, Group[]> = {
  'reverse-dials': [
    turned('on_driver', 'Dial on the driver’s hub, clamped to the pump', together),
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
    turned('rim', 'Dial on the rim of the driver’s hub', together),
    {
      fields: [
        { name: 'rim.at', label: 'From the centre', start: '0' },
        { name: 'rim.sag', label: 'Sag at 6' },
      ],
    },
    turned(
      'face',
      'Dial on the face of the driver’s hub',
      'Hold the end float: push the shaft to the same end before every reading.',
    ),
    { fields: [{ name: 'face.diameter', label: 'Circle swept' }] },
  ],
  'straight-edge': [
    quarter('step', 'Step over the hubs', 'Plus where the driver’s hub stands higher.'),
    quarter('gap', 'Gap between the faces', ''),
    { fields: [{ name: 'diameter', label: 'Hub diameter' }] },
  ],
  laser: [axis('vertical', 'Up and down'), axis('horizontal', 'Side to side')],
}
