import type { EntryForm } from '../api/types'

export type Ending = NonNullable<EntryForm['ending']>

/** Why a job ended without a signature, in words. */
export const endings: Record<Ending, string> = {
  mistake: 'Opened by mistake',
  scrapped: 'Pump scrapped',
  'taken-away': 'Pump taken away',
  other: 'Another reason',
}
