import { createContext, use } from 'react'
import type { Body, JobView, Reading, Step } from '../api/types'
import type { GaugeInHand } from './useGaugeInHand'

interface PanelState {
  job: JobView
  step: Step
  body: Body
  reading: Reading | undefined
  disabled: boolean
  kept: boolean
  change: (body: Body) => void
  keep: () => void
  /** the gauge it is measured with */
  gauge?: GaugeInHand
  /** starts the clock of the step, or stops it; everybody in the shop sees it run */
  clock: (began: string | undefined) => void
  /** puts another step on the bench */
  go: (step: string) => void
  focus: Focus
}

/** Where the keys of a step go, without one part of it reaching into another. */
export interface Focus {
  /** the main button: keep, or next */
  main: () => void
  /** the step as a whole: Enter keeps, digits choose */
  step: () => void
  /** the box of a field, and whether there is one */
  box: (field: string) => boolean
  /** the first box that is blank, or the first */
  firstBox: () => boolean
}

export const PanelContext = createContext<PanelState | null>(null)

export function usePanel(): PanelState {
  const panel = use(PanelContext)
  if (!panel) throw new Error('usePanel needs a PanelContext above it')
  return panel
}
