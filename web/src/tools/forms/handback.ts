import type { Tool } from '../form'
import { number, one } from './parts'

export const handback: Tool[] = [
  {
    kind: 'handback',
    title: 'Vibration and heat',
    asks: 'May it be handed back as it runs?',
    words: 'vibration velocity bearing temperature zone hand-back mm/s run',
    form: (value) => [
      {
        fields: [
          number('power_kw', 'Driver, kW'),
          one('service', 'Service', [
            ['general', 'general'],
            ['critical', 'critical'],
          ]),
          number('speed_rpm', 'Speed, rpm'),
          number('limit_mm_s', 'Maker’s limit, mm/s'),
          one('_in', 'Velocity in', [
            ['mm', 'mm/s rms'],
            ['in', 'in/s peak'],
          ]),
        ],
      },
      {
        title: 'Velocity at each bearing',
        rows: {
          list: 'readings',
          item: [
            { name: 'at', label: 'Where', kind: 'words', width: 120 },
            value('_in') === 'in'
              ? { name: 'in_s_peak', label: 'in/s peak', short: 'in/s', kind: 'number', width: 84 }
              : { name: 'mm_s', label: 'mm/s rms', short: 'mm/s', kind: 'number', width: 84 },
          ],
          first: [{ at: 'drive end' }, { at: 'pump end' }],
          most: 12,
        },
      },
      { title: 'Bearing temperatures', fields: [number('ambient_c', 'Air, °C')] },
      {
        rows: {
          list: 'bearings',
          item: [
            { name: 'at', label: 'Bearing', kind: 'words', width: 120 },
            { name: 'c', label: '°C', short: '°C', kind: 'number', width: 84 },
          ],
          first: [{ at: 'drive end' }, { at: 'pump end' }],
          most: 8,
        },
      },
    ],
  },
  {
    kind: 'length',
    key: 'l',
    title: 'Lengths',
    asks: 'What is that in the other unit?',
    words: 'convert thou inch mm fraction',
    form: () => [{ fields: [{ name: 'text', label: 'Length', width: 220 }] }],
  },
]
