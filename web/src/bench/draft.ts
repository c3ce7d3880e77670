import type { Body, Panel, Step } from '../api/types'
import { nest, type Texts } from '../tools/values'
import { read, write, type Unit } from '../app/settings'
import { hasLengths, withLengths, withoutBlanks } from './shape'

// The forms of the instruments: blank, tidied for sending, and with another unit.

/** A body with what is typed into a calculator to the letter, blank rows and all; it is not sent. */
export type Drafted = Body & { _texts?: Texts }

/** The division the gauge of a panel had last, or usually has. */
export const lastDivision = (p: Panel, unit: Unit) =>
  read(`settle.graduation.${p.instrument}`) ?? p.usual?.[unit] ?? ''
export const rememberDivision = (p: Panel, text: string) =>
  write(`settle.graduation.${p.instrument}`, text)

type Blank = (p: Panel, graduation: string) => Body

/** An empty form for each group of a body; one that is not here has none. */
const blanks: Partial<Record<Panel['group'], Blank>> = {
  done: () => ({ done: true }),
  turn: () => ({ turn: { turn: '' } }),
  count: () => ({ count: {} }),
  marks: (p) => ({ marks: (p.marks ?? []).map(() => '') }),
  torque: () => ({ torque: { ticks: [] } }),
  dial: (p, graduation) => ({
    dial: {
      graduation,
      readings: (p.places ?? []).map((clock) => ({ clock, value: '' })),
      back_to_start: '',
    },
  }),
  float: (p, graduation) => ({
    float: {
      graduation,
      trials: Array.from({ length: p.repeats ?? 1 }, () => ({ in: '', out: '' })),
    },
  }),
  feeler: (p) => ({
    feeler: { positions: (p.places ?? []).map((at) => ({ at, go: '', no_go: '' })) },
  }),
  places: (p, graduation) => ({
    places: { graduation, readings: (p.places ?? []).map((at) => ({ at, value: '' })) },
  }),
  along: (p, graduation) => ({
    along: {
      graduation,
      places: (p.places ?? []).map((at) => ({
        at,
        readings: (p.clock ?? []).map((clock) => ({ clock, value: '' })),
        back_to_start: '',
      })),
    },
  }),
  plug: () => ({ plug: { entered: '' as 'go' } }),
  setting: (_, graduation) => ({ setting: { graduation, measured: '' } }),
  direct: (p, graduation) => ({ direct: p.leaf ? { leaf: true } : { graduation } }),
  travel: (_, graduation) => ({ travel: { graduation } }),
  tool: () => ({ tool: {} }),
  heat: () => ({ heat: { input: {} } }),
  wait: () => ({ wait: {} }),
  test: () => ({ test: {} }),
  handback: (p) => ({ handback: { at: (p.places ?? []).map((at) => ({ at })) } }),
  photo: () => ({ photo: {} }),
  sign: () => ({ sign: { remark: '' } }),
}

/** An empty form for the instrument of a step. */
export function blank(step: Step, unit: Unit): Body {
  const p = step.panel
  const form = blanks[p.group]?.(p, p.usual ? lastDivision(p, unit) : '') ?? {}
  for (const [path, carry] of Object.entries(p.carried ?? {})) nest(form, path, carry.text)
  return hasLengths(p.group) ? { unit, ...form } : form
}

/** What stands by its path in a body, by the path of its box. */
export const under = <T>(prefix: string, by: Record<string, T>): Record<string, T> =>
  Object.fromEntries(Object.entries(by).map(([path, x]) => [prefix + path, x]))

/** Leaves out what is blank and may be, as the server takes a blank for a slip. */
export function tidy(body: Body): Body {
  const b = structuredClone(body) as Drafted
  delete b._texts
  const blank = (text?: string) => !text?.trim()
  if (b.dial?.sweep && blank(b.dial.sweep.low) && blank(b.dial.sweep.high)) delete b.dial.sweep
  if (b.dial?.sweep && b.dial.readings?.every((r) => blank(r.value))) b.dial.readings = []
  b.also = b.also?.filter((p) =>
    [p.along, p.back_to_start, ...(p.readings ?? []).map((r) => r.value)].some((t) => !blank(t)),
  )
  if (!b.also?.length) delete b.also
  return withoutBlanks(b)
}

/** The texts of a body with the old unit written behind each bare number, so
 * that changing the unit changes nothing that was typed. */
export function withUnit(body: Body, unit: Unit): Body {
  const old = body.unit
  // A calculator's boxes keep the unit they were begun in, and say so.
  if (!old || old === unit || body.tool || body.heat) return body
  const pin = (text: string) =>
    /^\s*[-+−]?[\d.,/\s-]+$/.test(text) && /\d/.test(text) ? `${text.trim()} ${old}` : text
  return { ...withLengths(body, pin), unit }
}
