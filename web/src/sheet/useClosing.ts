import { useState } from 'react'
import { ApiError, useAppend } from '../api/client'
import type { EntryForm, JobView } from '../api/types'

/** Sends an entry about a job as a whole. */
export function useClosing(job: JobView, done: () => void) {
  const append = useAppend(job.number)
  const [id] = useState(() => crypto.randomUUID())
  return {
    busy: append.isPending,
    error: append.error instanceof ApiError ? append.error.message : undefined,
    send: (entry: Omit<EntryForm, 'id'>) => append.mutate({ id, ...entry }, { onSuccess: done }),
  }
}
