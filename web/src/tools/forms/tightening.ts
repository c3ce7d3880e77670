import type { Tool } from '../form'
import { number, one } from './parts'

export const tightening: Tool[] = [
  {
    kind: 'torque',
    key: 'q',
    title: 'Torque',
    asks: 'How tight, in which order?',
    words: 'bolts wrench crowfoot order crossing',
    form: (value) => [
      {
        fields: [
          { name: 'torque', label: 'Torque, with its unit', kind: 'words', width: 150 },
          one('pattern', 'Order', [
            ['cross', 'crossing'],
            ['middle-out', 'split flange'],
            ['round', 'round'],
          ]),
          ...(value('pattern') === 'middle-out'
            ? [number('rows', 'Rows'), number('columns', 'Bolts in a row')]
            : [{ name: 'bolts', label: 'Bolts', kind: 'number' as const, width: 80 }]),
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
    kind: 'bolt',
    title: 'Bolt torque',
    asks: 'How tight, where the maker says nothing?',
    words: 'class 8.8 stainless proof thread lubricated screw',
    form: () => [
      {
        note: 'General: only where the maker gives no torque.',
        fields: [
          { name: 'size', label: 'Size, M12 or 1/2 in', kind: 'words', width: 130 },
          { name: 'class', label: 'Class', kind: 'choice', from: 'bolt_classes' },
          one('thread', 'Thread', [
            ['dry', 'dry'],
            ['oiled', 'oiled'],
            ['anti-seize', 'anti-seize'],
            ['locking-fluid', 'locking fluid'],
          ]),
          number('percent', '% of proof', '70'),
        ],
      },
    ],
  },
]
