import type { Body, Step } from '../api/types'
import type { Texts } from '../tools/values'
import { read, write, type Unit } from '../app/settings'

// The forms of the instruments: blank, tidied for sending, and with another unit.

/** A body with what is typed into a calculator to the letter, blank rows and all; it is not sent. */
export type Drafted = Body & { _texts?: Texts }

/** The divisions a gauge may have, and the one used last. */
export const graduations: Record<string, string[]> = {
  dial: ['1 thou', '0.5 thou', '0.1 thou', '0.01 mm', '0.002 mm'],
  float: ['1 thou', '0.5 thou', '0.1 thou', '0.01 mm', '0.002 mm'],
  feeler: ['1 thou', '0.5 thou', '0.02 mm', '0.01 mm'],
  setting: ['1/64 in', '10 thou', '1 thou', '0.5 mm', '0.02 mm'],
  direct: ['1 thou', '0.5 thou', '0.02 mm', '0.01 mm'],
  travel: ['1/64 in', '1 thou', '0.5 mm', '0.05 mm'],
}

const usual: Record<string, Record<Unit, string>> = {
  dial: { thou: '0.5 thou', mm: '0.01 mm' },
  float: { thou: '0.5 thou', mm: '0.01 mm' },
  feeler: { thou: '1 thou', mm: '0.02 mm' },
  setting: { thou: '1/64 in', mm: '0.5 mm' },
  direct: { thou: '1 thou', mm: '0.02 mm' },
  travel: { thou: '1/64 in', mm: '0.5 mm' },
}

export const lastGraduation = (instrument: string, unit: Unit) =>
  read(`settle.graduation.${instrument}`) ?? usual[instrument][unit]
export const rememberGraduation = (instrument: string, text: string) =>
  write(`settle.graduation.${instrument}`, text)

/** An empty form for the instrument of a step. */
export function blank(step: Step, unit: Unit): Body {
  const p = step.panel
  const graduation = p.instrument in usual ? lastGraduation(p.instrument, unit) : ''
  switch (p.instrument) {
    case 'dial':
      return {
        unit,
        dial: {
          graduation,
          readings: (p.places ?? []).map((clock) => ({ clock, value: '' })),
          back_to_start: '',
        },
      }
    case 'float':
      return {
        unit,
        float: {
          graduation,
          trials: Array.from({ length: p.repeats ?? 1 }, () => ({ in: '', out: '' })),
        },
      }
    case 'feeler':
      return {
        unit,
        feeler: { positions: (p.places ?? []).map((at) => ({ at, go: '', no_go: '' })) },
      }
    case 'setting':
      return { unit, setting: { graduation, measured: '' } }
    case 'count':
      return { unit, count: {} }
    case 'mark':
      return { marks: (p.marks ?? []).map(() => '') }
    case 'torque':
      return { torque: { ticks: [] } }
    case 'turn':
      return { turn: { turn: '' } }
    case 'sign':
      return { sign: { remark: '' } }
    case 'direct':
      return { unit, direct: p.leaf ? { leaf: true } : { graduation } }
    case 'travel':
      return { unit, travel: { graduation } }
    case 'tool':
      return { unit, tool: {} }
    case 'heat':
      return { unit, heat: { input: {} } }
    case 'wait':
      return { wait: {} }
    case 'test':
      return { test: { pressure: p.pressure ?? '' } }
    case 'photo':
      return { photo: {} }
    case 'ack':
      return { done: true }
    default:
      return {}
  }
}

/** Leaves out what is blank and may be, as the server takes a blank for a slip. */
export function tidy(body: Body): Body {
  const b = structuredClone(body) as Drafted
  delete b._texts
  if (b.dial) {
    if (!b.dial.back_to_start?.trim()) delete b.dial.back_to_start
    if (!b.dial.sag?.trim()) delete b.dial.sag
    if (b.dial.sweep && !b.dial.sweep.low?.trim() && !b.dial.sweep.high?.trim()) delete b.dial.sweep
    if (b.dial.sweep && b.dial.readings?.every((r) => !r.value?.trim())) b.dial.readings = []
  }
  if (b.count && !b.count.pack?.trim()) delete b.count.pack
  if (b.turn && !b.turn.clock?.trim()) delete b.turn.clock
  if (b.torque && !b.torque.set?.trim()) delete b.torque.set
  if (b.skip !== undefined && !b.skip.trim()) delete b.skip
  return b
}

/** The texts of a body with the old unit written behind each bare number, so
 * that changing the unit changes nothing that was typed. */
export function withUnit(body: Body, unit: Unit): Body {
  const old = body.unit
  // A calculator's boxes keep the unit they were begun in, and say so.
  if (!old || old === unit || body.tool || body.heat) return body
  const pin = (text: string | undefined) =>
    text && /^\s*[-+−]?[\d.,/\s-]+$/.test(text) && /\d/.test(text) ? `${text.trim()} ${old}` : text
  const b: Body = structuredClone(body)
  b.unit = unit
  b.dial?.readings?.forEach((r) => {
    r.value = pin(r.value)
  })
  if (b.dial) {
    b.dial.back_to_start = pin(b.dial.back_to_start)
    b.dial.sag = pin(b.dial.sag)
    if (b.dial.sweep) b.dial.sweep = { low: pin(b.dial.sweep.low), high: pin(b.dial.sweep.high) }
  }
  b.float?.trials?.forEach((t) => {
    t.in = pin(t.in)
    t.out = pin(t.out)
  })
  b.feeler?.positions?.forEach((p) => {
    if (p.go !== undefined) p.go = pin(p.go)
    if (p.no_go !== undefined) p.no_go = pin(p.no_go)
    if (p.value !== undefined) p.value = pin(p.value)
  })
  if (b.setting) b.setting.measured = pin(b.setting.measured)
  if (b.count) b.count.pack = pin(b.count.pack)
  if (b.direct) b.direct.value = pin(b.direct.value)
  if (b.travel) b.travel = { ...b.travel, down: pin(b.travel.down), up: pin(b.travel.up) }
  return b
}
