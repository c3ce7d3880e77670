import type { Body, Panel } from '../api/types'

/** What may stand somewhere in a draft: a text or number, a length as typed, a flag, anything, a list, or named fields. */
type Shape = 'text' | 'length' | 'flag' | 'any' | [Shape] | { [field: string]: Shape }

/** The fields of a body, by the group that an instrument fills. */
const shapes: Record<Panel['group'], Shape> = {
  done: 'flag',
  turn: { turn: 'text', clock: 'text' },
  count: { count: 'text', pack: 'length', each: ['text'] },
  marks: ['text'],
  inspect: { found: ['text'], where: 'text', at: 'any', outcome: 'text', reason: 'text' },
  dial: {
    graduation: 'text',
    readings: [{ clock: 'text', deg: 'text', value: 'length' }],
    back_to_start: 'length',
    sweep: { low: 'length', high: 'length' },
    sag: 'length',
  },
  float: { graduation: 'text', trials: [{ in: 'length', out: 'length' }], followed: 'flag' },
  feeler: {
    graduation: 'text',
    positions: [{ at: 'text', go: 'length', no_go: 'length', value: 'length' }],
  },
  setting: { graduation: 'text', measured: 'length' },
  direct: { graduation: 'text', value: 'length', less: 'length', leaf: 'flag' },
  travel: { graduation: 'text', down: 'length', up: 'length' },
  places: { graduation: 'text', readings: [{ at: 'text', value: 'length' }] },
  along: {
    graduation: 'text',
    places: [
      {
        at: 'text',
        readings: [{ clock: 'text', deg: 'text', value: 'length' }],
        back_to_start: 'length',
      },
    ],
  },
  torque: { set: 'text', wrench: 'text', extension: 'text', ticks: ['text'] },
  tool: 'any',
  heat: {
    input: 'any',
    left: 'text',
    home: 'text',
    cool: 'text',
    seated: 'flag',
    reached: 'text',
    took: 'text',
    cold: 'flag',
  },
  wait: { began: 'text', ended: 'text', minutes: 'text', cool: 'text' },
  test: {
    medium: 'text',
    pressure: 'text',
    vented: 'flag',
    site_rule: 'flag',
    rated: 'text',
    minutes: 'text',
    drops: 'text',
  },
  handback: {
    at: [{ at: 'text', horizontal: 'text', vertical: 'text', axial: 'text', warm: 'text' }],
    air: 'text',
    flow: 'text',
    pressure: 'text',
    power: 'text',
  },
  photo: { photos: ['text'], words: 'text', of: 'text' },
  sign: { remark: 'text' },
}

/** Other places of the shaft, beside the group of a dial. */
const also: Shape = [
  {
    along: 'length',
    readings: [{ clock: 'text', deg: 'text', value: 'length' }],
    back_to_start: 'length',
  },
]

/** Whether something stored is a draft of a group as it is today. */
export function fits(body: unknown, group: Panel['group']): boolean {
  return is(body, {
    unit: 'text',
    skip: 'text',
    absent: 'text',
    tight: 'text',
    permit: { lock: 'text', permit: 'text' },
    _texts: 'any',
    also,
    gauge: 'any',
    units: 'any',
    [group]: shapes[group],
  })
}

/** Whether a group has temperatures, pressures, torques or vibrations in it. */
export const hasUnits = (group: Panel['group']) =>
  ['heat', 'test', 'handback', 'torque'].includes(group)

/** Whether a bare number of a group is in the body's unit. */
export const hasLengths = (group: Panel['group']) => ask(shapes[group])
const ask = (shape: Shape): boolean =>
  shape === 'length' ||
  shape === 'any' ||
  (typeof shape === 'object' && Object.values(shape).some((s) => ask(s as Shape)))

/** A body with every length in it changed. */
export function withLengths(body: Body, change: (text: string) => string): Body {
  const out: Record<string, unknown> = { ...body }
  for (const [group, shape] of Object.entries({ ...shapes, also }))
    if (out[group] !== undefined) out[group] = lengths(out[group], shape, change)
  return out as Body
}

function lengths(value: unknown, shape: Shape, change: (text: string) => string): unknown {
  if (shape === 'length') return typeof value === 'string' ? change(value) : value
  if (typeof shape === 'string' || typeof value !== 'object' || value === null) return value
  if (Array.isArray(shape)) return (value as unknown[]).map((v) => lengths(v, shape[0], change))
  return Object.fromEntries(
    Object.entries(value).map(([k, v]) => [k, k in shape ? lengths(v, shape[k], change) : v]),
  )
}

function is(value: unknown, shape: Shape): boolean {
  if (value === undefined || shape === 'any') return true
  if (shape === 'text' || shape === 'length')
    return typeof value === 'string' || typeof value === 'number'
  if (shape === 'flag') return typeof value === 'boolean'
  if (Array.isArray(shape)) return Array.isArray(value) && value.every((v) => is(v, shape[0]))
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  return Object.entries(value).every(([k, v]) => k in shape && is(v, shape[k]))
}

/** Every text and number in something stored, with the name it stood under. */
export function textOf(value: unknown, name = ''): string {
  if (typeof value === 'string' || typeof value === 'number')
    return String(value).trim() === '' ? '' : `${name} ${value}`.trim()
  if (typeof value !== 'object' || value === null) return ''
  return Object.entries(value)
    .map(([k, v]) => textOf(v, Array.isArray(value) ? name : k.replace(/_/g, ' ')))
    .filter(Boolean)
    .join(', ')
}
