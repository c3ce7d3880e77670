import { ink } from '../theme'

/** A moment as it stands on the sheet. */
export const moment = (at: string) =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

/** What is read after the figures. */
export const grey = { color: ink('ink2') } as const
