import type { Unit } from '../app/settings'
import type { Field, Group, Rows, Tool } from './form'

// What is typed into a tool is a flat set of texts by their path, as they stand
// in the address; the request is the same, nested.

export type Texts = Record<string, string>

export const startOf = (f: Field, unit: Unit) =>
  typeof f.start === 'object' ? f.start[unit] : (f.start ?? '')
export const at = (rows: Rows, i: number, name: string) => `${rows.list}[${i}]${name && '.' + name}`

/** The text of a field at a path, with what stands there before anything is typed. */
export const text = (texts: Texts, f: Field, path: string, unit: Unit, first?: string) =>
  texts[path] ?? first ?? startOf(f, unit)

export function groupsOf(tool: Tool, texts: Texts, unit: Unit): Group[] {
  // A form may depend on choices, whose start stands in the form itself.
  const value = (name: string) => {
    if (texts[name] !== undefined) return texts[name]
    const f = tool
      .form(() => '')
      .flatMap((g) => g.fields ?? [])
      .find((x) => x.name === name)
    return f ? startOf(f, unit) : ''
  }
  return tool.form(value)
}

const typed = (texts: Texts, rows: Rows, i: number) =>
  rows.item.some(
    (f) =>
      rows.first[i]?.[f.name] === undefined &&
      f.kind !== 'choice' &&
      f.kind !== 'yes' &&
      texts[at(rows, i, f.name)]?.trim(),
  )

/** How many rows of a list are used, with those between them. */
export function rowsUsed(texts: Texts, rows: Rows): number {
  let used = 0
  for (let i = 0; i < rows.most; i++) if (typed(texts, rows, i)) used = i + 1
  return used
}

/** How many rows a list shows: those it always has, those used, and one more. */
export const rowsShown = (texts: Texts, rows: Rows) =>
  Math.min(Math.max(rows.first.length, rowsUsed(texts, rows) + 1), rows.most)

/** The request, and for each path in it the path of the box it was typed in:
 * rows left blank are left out, so the two may differ. */
export function request(
  groups: Group[],
  texts: Texts,
  unit: Unit,
): { input: object; boxes: Map<string, string> } {
  const input = {}
  const boxes = new Map<string, string>()
  const put = (f: Field, path: string, box: string, first?: string) => {
    const t = text(texts, f, box, unit, first).trim()
    if (f.name.startsWith('_')) return
    boxes.set(path, box)
    if (f.beside && !texts[f.beside]?.trim()) return
    if (t) nest(input, path, valueOf(f, t))
  }
  for (const g of groups) {
    for (const f of g.fields ?? []) put(f, f.name, f.name)
    if (!g.rows) continue
    let sent = 0
    for (let i = 0; i < g.rows.most; i++) {
      if (!typed(texts, g.rows, i)) continue
      for (const f of g.rows.item)
        put(f, at(g.rows, sent, f.name), at(g.rows, i, f.name), g.rows.first[i]?.[f.name])
      boxes.set(`${g.rows.list}[${sent}]`, at(g.rows, i, g.rows.item.at(-1)!.name))
      sent++
    }
  }
  return { input, boxes }
}

function valueOf(f: Field, t: string): unknown {
  if (f.kind === 'yes') return t === 'true'
  // Numbers go as they were typed: they are read in one place, by the server.
  return f.kind === 'numbers' || f.kind === 'lengths' ? t.split(/[\s;]+/) : t
}

/** Puts a value at a path of an object, such as trials[0].in. */
export function nest(into: object, path: string, value: unknown) {
  const keys = path.replace(/\[(\d+)\]/g, '.$1').split('.')
  let o = into as Record<string, unknown>
  keys.slice(0, -1).forEach((k, i) => {
    o[k] ??= /^\d+$/.test(keys[i + 1] ?? '') && !['step', 'gap'].includes(k) ? [] : {}
    o = o[k] as Record<string, unknown>
  })
  o[keys.at(-1)!] = value
}

/** The texts of a request, by their path. */
export function flat(input: Record<string, unknown>): Texts {
  const out: Texts = {}
  const walk = (value: unknown, path: string) => {
    if (Array.isArray(value)) {
      if (value.every((x) => typeof x === 'number')) out[path] = value.join(' ')
      else value.forEach((x, i) => walk(x, `${path}[${i}]`))
    } else if (value !== null && typeof value === 'object') {
      for (const [k, v] of Object.entries(value)) walk(v, path ? `${path}.${k}` : k)
    } else if (typeof value === 'string') out[path] = value
    else if (typeof value === 'number' || typeof value === 'boolean') out[path] = String(value)
  }
  walk(input, '')
  return out
}

/** A form without the boxes of what is known already. */
export function without(groups: Group[], known: Texts): Group[] {
  return groups
    .map((g) => ({
      ...g,
      fields: g.fields?.filter(
        (f) =>
          known[f.name] === undefined &&
          !Object.keys(known).some((k) => f.name.startsWith(k + '.')) &&
          !(f.name === '_thread' && (known.threads_per_inch ?? known.pitch)),
      ),
    }))
    .filter((g) => g.rows || (g.fields?.length ?? 0) > 0)
}
