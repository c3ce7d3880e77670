import { beside, groups, type Shape } from '../api/shapes.gen'
import type { Body, Panel } from '../api/types'

/** Whether something stored is a draft of a group as it is today. */
export function fits(body: unknown, group: Panel['group']): boolean {
  return is(body, { ...beside, _texts: 'any', [group]: groups[group] })
}

/** Whether a group has temperatures, pressures, torques or vibrations in it. */
export const hasUnits = (group: Panel['group']) => has(groups[group], ['measure'])

/** Whether a bare number of a group is in the body's unit. */
export const hasLengths = (group: Panel['group']) => has(groups[group], ['length', 'any'])
const has = (shape: Shape, words: string[]): boolean =>
  typeof shape === 'string'
    ? words.includes(shape)
    : Object.values(shape).some((s) => has(s, words))

/** A body with every length in it changed. */
export function withLengths(body: Body, change: (text: string) => string): Body {
  const out: Record<string, unknown> = { ...body }
  for (const [group, shape] of Object.entries<Shape>({ ...groups, also: beside.also }))
    if (out[group] !== undefined) out[group] = lengths(out[group], shape, change)
  return out
}

function lengths(value: unknown, shape: Shape, change: (text: string) => string): unknown {
  if (shape === 'length') return typeof value === 'string' ? change(value) : value
  if (typeof shape === 'string' || typeof value !== 'object' || value === null) return value
  if (isList(shape)) return (value as unknown[]).map((v) => lengths(v, shape[0], change))
  return Object.fromEntries(
    Object.entries(value).map(([k, v]) => [k, shape[k] ? lengths(v, shape[k], change) : v]),
  )
}

/** A body without the fields in which nothing stands. */
export function withoutBlanks(body: Body): Body {
  return pruned(body, { ...beside, ...groups }) as Body
}

function pruned(value: unknown, shape: Shape): unknown {
  if (typeof shape === 'string' || typeof value !== 'object' || value === null) return value
  if (isList(shape)) return (value as unknown[]).map((v) => pruned(v, shape[0]))
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => typeof v !== 'string' || v.trim() !== '')
      .map(([k, v]) => [k, shape[k] ? pruned(v, shape[k]) : v]),
  )
}

const isList = (shape: Shape): shape is readonly [Shape] => Array.isArray(shape)

function is(value: unknown, shape: Shape): boolean {
  if (value === undefined || shape === 'any') return true
  if (shape === 'flag') return typeof value === 'boolean'
  if (typeof shape === 'string') return typeof value === 'string' || typeof value === 'number'
  if (isList(shape)) return Array.isArray(value) && value.every((v) => is(v, shape[0]))
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  return Object.entries(value).every(([k, v]) => shape[k] !== undefined && is(v, shape[k]))
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
