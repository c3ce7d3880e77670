import { useCallback, useState } from 'react'
import type { Body, Step } from '../api/types'
import { read, write, type Unit } from '../app/settings'
import { blank, withUnit } from './draft'
import { fits, textOf } from './shape'

// What is being typed at a step. It is kept in the browser with every key, so that
// a pulled plug loses no more than what the server never saw. A draft belongs to the
// person who types it, and carries the version of its form.

/** Raised when a form changes, so that an older draft is not taken for one of it. */
const version = 2

interface Stored {
  v: number
  person: string
  body: Body
  seen: string
}

/** What was typed here and is not in the boxes: of an older form, or by somebody else. */
export interface Aside {
  person: string
  text: string
  /** where it is stored */
  at: string
  mine: boolean
}

const place = (person: string, job: string, step: string) =>
  `settle.draft.${person || 'nobody'}/${job}/${step}`
const older = (job: string, step: string) => `settle.draft.${job}.${step}`

function stored(at: string): unknown {
  const text = read(at)
  if (text === null) return undefined
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}

function load(at: string, step: Step): Stored | undefined {
  const found = stored(at) as Partial<Stored> | undefined
  const good =
    found?.v === version &&
    typeof found.seen === 'string' &&
    typeof found.person === 'string' &&
    typeof found.body === 'object' &&
    fits(found.body, step.panel.group)
  return good ? (found as Stored) : undefined
}

/** What is stored about a step beside the draft in its boxes. */
function asides(person: string, job: string, step: Step): Aside[] {
  const out: Aside[] = []
  const places = [
    older(job, step.id),
    ...storedPlaces().filter((at) => at.endsWith(`/${job}/${step.id}`)),
  ]
  for (const at of places) {
    const found = stored(at)
    if (found === undefined) continue
    const mine = at === place(person, job, step.id) || at === place('', job, step.id)
    if (mine && load(at, step)) continue // it is in the boxes
    const kept: Partial<Stored> = typeof found === 'object' && found !== null ? found : {}
    const by: unknown = kept.person
    const text = textOf(kept.body ?? found)
    if (text)
      out.push({
        person: typeof by === 'string' ? by : '',
        text,
        at,
        mine: mine || at === places[0],
      })
  }
  return out
}

function storedPlaces(): string[] {
  try {
    return Object.keys(localStorage).filter((k) => k.startsWith('settle.draft.'))
  } catch {
    return []
  }
}

/** The body being typed at a step, and the entry it was begun on. */
export function useDraft(
  job: string,
  step: Step,
  kept: Body | undefined,
  unit: Unit,
  person: string,
) {
  const mine = place(person, job, step.id)
  const nobodys = place('', job, step.id)
  const [draft, set] = useState(() => load(mine, step) ?? load(nobodys, step))
  const [aside, setAside] = useState(() => asides(person, job, step))
  const body = draft ? withUnit(draft.body, unit) : kept ? withUnit(kept, unit) : blank(step, unit)

  const change = useCallback(
    (next: Body) => {
      set((before) => {
        const d = { v: version, person, body: next, seen: before?.seen ?? step.entry ?? '' }
        write(mine, JSON.stringify(d))
        return d
      })
    },
    [mine, person, step.entry],
  )
  const drop = useCallback(() => {
    write(mine, null)
    write(nobodys, null)
    set(undefined)
  }, [mine, nobodys])
  /** Ends what was sent. What has been typed since stays, and corrects the entry that was kept of it. */
  const settle = useCallback(
    (sent: Body | undefined, entry: string) => {
      set((now) => {
        if (now && now.body !== sent) {
          const d = { ...now, seen: entry }
          write(mine, JSON.stringify(d))
          return d
        }
        write(mine, null)
        write(nobodys, null)
        return undefined
      })
    },
    [mine, nobodys],
  )
  /** Takes what stands there now for seen, so that mine may take its place. */
  const look = useCallback((entry: string) => set((d) => d && { ...d, seen: entry }), [])
  const discard = useCallback((at: string) => {
    write(at, null)
    setAside((all) => all.filter((a) => a.at !== at))
  }, [])

  return {
    body,
    /** what was typed, to the letter */
    raw: draft?.body,
    typed: draft !== undefined,
    seen: draft ? draft.seen : (step.entry ?? ''),
    change,
    drop,
    settle,
    look,
    aside,
    discard,
  }
}

/** Puts a draft that cannot be drawn where it is offered as text. */
export function setDraftAside(person: string, job: string, step: string) {
  for (const at of [place(person, job, step), place('', job, step)]) {
    const found = stored(at)
    if (found !== undefined) write(at, JSON.stringify({ ...(found as object), v: 0 }))
  }
}
