import type { Field, Group, Rows } from '../form'

// What the forms of the bench tools have in common.

export const times = (n: number, row: (i: number) => Record<string, string> = () => ({})) =>
  Array.from({ length: n }, (_, i) => row(i))
export const division = (thou: string, mm: string): Field => ({
  name: 'graduation',
  label: 'One division',
  start: { thou, mm },
  width: 120,
})
export const bounds = (title = 'Limit, if there is one'): Group => ({
  title,
  fields: [
    { name: 'limit.min', label: 'Least' },
    { name: 'limit.max', label: 'Most' },
  ],
})
export const clock = (i: number) => ({ clock: ['12', '3', '6', '9'][i] ?? '' })
export const dial = (list: string): Rows => ({
  list,
  item: [
    { name: 'clock', label: 'Clock', short: 'at', kind: 'words', width: 80 },
    { name: 'value', label: 'Reading' },
  ],
  first: times(4, clock),
  most: 12,
})
export const one = (
  name: string,
  label: string,
  choices: (readonly [string, string])[],
): Field => ({
  name,
  label,
  kind: 'choice',
  start: choices[0]?.[0],
  choices,
})
/** Whose limit it is; a general one does not count everywhere. */
export const from = (beside: string): Field => ({
  ...one('limit.from', 'Limit from', [
    ['general', 'general practice'],
    ['maker', 'the maker'],
    ['shop', 'the shop'],
  ]),
  beside,
})
export const yes = (name: string, label: string): Field => ({ name, label, kind: 'yes' })
export const number = (name: string, label: string, start?: string): Field => ({
  name,
  label,
  kind: 'number',
  start,
})
/** How far the gauge itself may be off, beside its division. */
export const mpe: Group = {
  title: 'Error of the gauge',
  folded: true,
  fields: [{ name: 'mpe', label: 'May be off by' }],
}
export const head: Field = {
  name: 'head',
  label: 'Head on the',
  kind: 'choice',
  choices: [
    ['impeller-side', 'impeller side'],
    ['coupling-side', 'coupling side'],
  ],
}
