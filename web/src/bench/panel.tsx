import { createContext, use } from 'react'
import type { Body, JobView, Reading, Step } from '../api/types'

interface PanelState {
  job: JobView
  step: Step
  body: Body
  reading: Reading | undefined
  disabled: boolean
  kept: boolean
  change: (body: Body) => void
  keep: () => void
}

export const PanelContext = createContext<PanelState | null>(null)

export function usePanel(): PanelState {
  const panel = use(PanelContext)
  if (!panel) throw new Error('usePanel needs a PanelContext above it')
  return panel
}
