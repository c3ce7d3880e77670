import type { Tool } from '../form'
import { bounds, dial, division, mpe, number, one, times } from './parts'

export const shaft: Tool[] = [
  {
    kind: 'runout',
    key: 'r',
    title: 'Run-out',
    asks: 'Does it run true, and where is it high?',
    words: 'dial indicator tir eccentric oval harmonics true',
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
        folded: true,
        fields: [
          { name: 'sweep.low', label: 'Lowest' },
          { name: 'sweep.high', label: 'Highest' },
        ],
      },
      mpe,
    ],
  },
  {
    kind: 'turn-record',
    title: 'A whole turn, recorded',
    asks: 'How far, how round, and is it rough or spotted?',
    words: 'digital indicator samples run-out oval lobes harmonics spot turn',
    form: () => [
      {
        fields: [
          one('surface', 'Plunger on', [
            ['rim', 'rim'],
            ['bore', 'bore'],
            ['face', 'face'],
          ]),
          one('indicator', 'What turns', [
            ['fixed', 'the part'],
            ['turns', 'the indicator'],
          ]),
          division('0.1 thou', '0.001 mm'),
          one('phase', 'Read', [
            ['as-found', 'as found'],
            ['as-built', 'as built'],
          ]),
          { name: 'limit.max', label: 'Limit, most' },
        ],
      },
      {
        title: 'Samples, from the mark round to the mark again',
        note: '25 or more, with blanks between them; the last is at the mark again.',
        fields: [{ name: 'samples', label: 'Samples', kind: 'lengths' }],
      },
      {
        title: 'Degrees, where they are not evenly spaced',
        folded: true,
        fields: [{ name: 'at', label: 'Degrees', kind: 'numbers', width: 300 }],
      },
      mpe,
    ],
  },
  {
    kind: 'bend',
    title: 'Bend along the shaft',
    asks: 'A bend, a seat off centre, or the sleeve?',
    words: 'bent straight run-out vector eccentric seat tir kink',
    form: () => [
      {
        note: 'Distances along the shaft grow towards the impeller.',
        fields: [
          division('0.5 thou', '0.01 mm'),
          { name: 'bearings[0]', label: 'First bearing at' },
          { name: 'bearings[1]', label: 'Second bearing at' },
        ],
      },
      {
        title: 'Run-out at each place, three or more on the shaft itself',
        rows: {
          list: 'stations',
          item: [
            { name: 'z', label: 'Place', short: 'at', width: 92 },
            { name: 'size', label: 'TIR', short: 'TIR', width: 84 },
            { name: 'clock', label: 'High at', short: 'high', kind: 'words', width: 60 },
            {
              name: 'part',
              label: 'On the',
              kind: 'choice',
              choices: [
                ['', 'shaft'],
                ['sleeve', 'sleeve'],
              ],
            },
          ],
          first: times(3),
          most: 40,
        },
      },
      bounds(),
    ],
  },
  {
    kind: 'stiffness',
    title: 'Shaft stiffness',
    asks: 'Does the shaft bend at the seal?',
    words: 'overhung deflection slender L3/D4 force',
    form: () => [
      {
        fields: [
          { name: 'overhang', label: 'Bearing to impeller' },
          { name: 'diameter', label: 'Shaft under the sleeve' },
        ],
      },
      {
        title: 'Radial force at the impeller, if it is known',
        fields: [
          number('force_n', 'Newtons'),
          { name: 'span', label: 'Between bearings' },
          { name: 'seal', label: 'Bearing to seal' },
          { name: 'limit.max', label: 'Limit at the seal' },
        ],
      },
    ],
  },
  {
    kind: 'balance',
    title: 'Balance',
    asks: 'How much unbalance may stay?',
    words: 'unbalance residual grade G6.3 gram impeller',
    form: (value) => [
      {
        fields: [
          one('_mass', 'Mass in', [
            ['kg', 'kg'],
            ['lb', 'lb'],
          ]),
          value('_mass') === 'lb' ? number('mass_lb', 'Mass, lb') : number('mass_kg', 'Mass, kg'),
          number('speed_rpm', 'Speed, rpm'),
          number('grade', 'Grade, mm/s', '6.3'),
          { name: 'bore_clearance', label: 'Loose on its shaft by' },
        ],
      },
      {
        title: 'Planes, one or two; with two how far each is from the centre of mass',
        rows: {
          list: 'planes',
          item: [
            { name: 'at', label: 'Plane', kind: 'words', width: 84 },
            { name: 'radius', label: 'Radius', short: 'r', width: 92 },
            { name: 'distance', label: 'Distance', short: 'from', width: 84 },
            { name: 'residual_g', label: 'Left, grams', short: 'g', kind: 'number', width: 72 },
          ],
          first: times(1),
          most: 2,
        },
      },
    ],
  },
]
