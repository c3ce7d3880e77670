import type { Figure, Limit, Reading } from '../api/types'

// The figure shown is the figure judged. A reading kept before that was written down has its figure alone.

type Read = Partial<Pick<Reading, 'figure' | 'high' | 'held'>> | undefined | null

/** The figure that the limit judges. */
export const judgedFigure = (r: Read): Figure | undefined => r?.held?.figure ?? r?.figure

/** The largest, where every place is judged for itself. */
export const judgedHigh = (r: Read): Figure | undefined => (r?.held ? r.held.high : r?.high)

/** Its limit, in the same terms. */
export const judgedLimit = (r: Read, limit: Limit | undefined): Limit | undefined =>
  r?.held?.limit ?? limit
