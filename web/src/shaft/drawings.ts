import { betweenBearingsDrawings } from './between/betweenBearingsDrawings'
import { backPlateDrawings } from './overhung/backPlateDrawings'
import { bearingOnShaftDrawings } from './overhung/bearingOnShaftDrawings'
import { chopperDrawings } from './overhung/chopperDrawings'
import { clampedSleeveDrawings } from './overhung/clampedSleeveDrawings'
import { collarDrawings } from './overhung/collarDrawings'
import { endSuctionDrawings } from './overhung/endSuctionDrawings'
import { inlineDrawings } from './overhung/inlineDrawings'
import { gearDrawings } from './special/gearDrawings'
import { governedDrawings } from './special/governedDrawings'
import { regenerativeDrawings } from './special/regenerativeDrawings'
import { stackedDrawings } from './upright/stackedDrawings'
import { verticalDrawings } from './upright/verticalDrawings'
import type { Drawing } from './sketch'

/** Small drawings at steps: what can be put in the wrong way round, how it goes in. The names are those of the plan format. */
export const drawings: Record<string, Drawing> = {
  ...endSuctionDrawings,
  ...clampedSleeveDrawings,
  ...collarDrawings,
  ...backPlateDrawings,
  ...bearingOnShaftDrawings,
  ...regenerativeDrawings,
  ...verticalDrawings,
  ...chopperDrawings,
  ...stackedDrawings,
  ...betweenBearingsDrawings,
  ...inlineDrawings,
  ...governedDrawings,
  ...gearDrawings,
}
