import { useRef, useState } from 'react'
import { ApiError, useAppend } from '../api/client'
import type { Body, EntryForm, JobView } from '../api/types'

/** What a person does with a step, before it has an id and a name. */
export interface Sent {
  kind: 'kept' | 'decided' | 'withdrawn' | 'amended'
  body?: Body
  on?: string
  reason?: string
}

/** Sends entries about a step, and remembers what became of the last one. */
export function useSending(job: string, step: string, source: Partial<EntryForm>) {
  const append = useAppend(job)
  const last = useRef({ id: '', text: '' })
  const [tried, setTried] = useState(false)
  const problem = append.error instanceof ApiError ? append.error.problem : null

  function send(
    entry: Sent,
    after: (job: JobView) => void,
    refused?: (field: string | undefined) => void,
  ) {
    const text = JSON.stringify(entry)
    // The same entry sent again, after an answer that never came, keeps its id.
    if (last.current.text !== text) last.current = { id: crypto.randomUUID(), text }
    setTried(true)
    append.mutate(
      { id: last.current.id, step, ...source, ...entry },
      {
        onSuccess: (answer) => {
          last.current = { id: '', text: '' }
          setTried(false)
          after(answer)
        },
        onError: (e) => refused?.(e instanceof ApiError ? e.problem.errors?.[0]?.field : undefined),
      },
    )
  }

  return {
    send,
    pending: append.isPending,
    /** whether the entry on its way takes the place of another */
    replacing: append.variables?.on !== undefined,
    /** what the last attempt was refused for, until something is typed */
    problem: tried ? problem : null,
    typedOn: () => setTried(false),
    forget: () => {
      append.reset()
      setTried(false)
    },
  }
}
