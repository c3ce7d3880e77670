import type { ToolChoices } from '../api/types'
import type { Unit } from '../app/settings'

// What each bench tool asks. The names are the paths of the request, so that
// the server's words find their box: docs/calc.md has them all.

export interface Field {
  name: string
  label: string
  /** the label inside its box, in a row */
  short?: string
  kind?: 'length' | 'lengths' | 'number' | 'numbers' | 'words' | 'choice' | 'yes'
  choices?: readonly (readonly [string, string])[]
  /** or: the name of the list that the server has of them */
  from?: keyof ToolChoices
  /** what stands there until something is typed */
  start?: string | Record<Unit, string>
  width?: number
  /** it is sent only where the field of this name is filled in */
  beside?: string
}

/** A list: a row for each reading. It grows by one when its last row is used. */
export interface Rows {
  list: string
  item: Field[]
  /** what the first rows begin with; as many of them are always there */
  first: Record<string, string>[]
  most: number
}

export interface Group {
  title?: string
  note?: string
  fields?: Field[]
  rows?: Rows
  /** seldom needed: closed behind its title while nothing stands in it */
  folded?: boolean
}

export interface Tool {
  kind: string
  /** the key that takes it from the tray; the others are found by a word */
  key?: string
  title: string
  /** the question it answers */
  asks: string
  /** what else a person may call it, to find it by */
  words: string
  /** paths that had another name in addresses kept before */
  renamed?: Record<string, string>
  form: (value: (name: string) => string) => Group[]
}
