import type { Tool } from './form'
import { alignmentTools } from './forms/alignment'
import { bearing } from './forms/bearing'
import { clearance } from './forms/clearance'
import { handback } from './forms/handback'
import { seal } from './forms/seal'
import { shaft } from './forms/shaft'
import { tightening } from './forms/tightening'

/** The tray, by what is on the bench. */
export const drawers: readonly (readonly [string, Tool[]])[] = [
  ['The shaft', shaft],
  ['The seal', seal],
  ['The bearing', bearing],
  ['The clearance', clearance],
  ['Tightening', tightening],
  ['Alignment', alignmentTools],
  ['Hand-back', handback],
]

export const tools = drawers.flatMap(([, of]) => of)
