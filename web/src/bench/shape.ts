import type { Panel } from '../api/types'

/** What may stand somewhere in a draft: text or a number, a flag, anything, a list, or named fields. */
type Shape = 'text' | 'flag' | 'any' | [Shape] | { [field: string]: Shape }

const shapes: Record<Panel['instrument'], Shape> = {
  ack: { done: 'flag' },
  turn: { turn: { turn: 'text', clock: 'text' } },
  count: { count: { count: 'text', pack: 'text' } },
  mark: { marks: ['text'] },
  inspect: {
    inspect: { found: ['text'], where: 'text', at: 'any', outcome: 'text', reason: 'text' },
  },
  dial: {
    dial: {
      graduation: 'text',
      readings: [{ clock: 'text', deg: 'text', value: 'text' }],
      back_to_start: 'text',
      sweep: { low: 'text', high: 'text' },
      sag: 'text',
    },
  },
  float: { float: { graduation: 'text', trials: [{ in: 'text', out: 'text' }] } },
  feeler: {
    feeler: {
      graduation: 'text',
      positions: [{ at: 'text', go: 'text', no_go: 'text', value: 'text' }],
    },
  },
  setting: { setting: { graduation: 'text', measured: 'text' } },
  direct: { direct: { graduation: 'text', value: 'text', leaf: 'flag' } },
  travel: { travel: { graduation: 'text', down: 'text', up: 'text' } },
  torque: { torque: { set: 'text', wrench: 'text', extension: 'text', ticks: ['text'] } },
  tool: { tool: 'any' },
  heat: { heat: { input: 'any', left: 'text', home: 'text', cool: 'text', seated: 'flag' } },
  wait: { wait: { began: 'text', ended: 'text', cool: 'text' } },
  test: { test: { pressure: 'text', minutes: 'text', drops: 'text' } },
  photo: { photo: { photos: ['text'], words: 'text', of: 'text' } },
  sign: { sign: { remark: 'text' } },
}

/** Whether something stored is a draft of an instrument as it is today. */
export function fits(body: unknown, instrument: Panel['instrument']): boolean {
  const shape = shapes[instrument]
  return is(body, { unit: 'text', skip: 'text', _texts: 'any', ...(shape as object) })
}

function is(value: unknown, shape: Shape): boolean {
  if (value === undefined || shape === 'any') return true
  if (shape === 'text') return typeof value === 'string' || typeof value === 'number'
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
