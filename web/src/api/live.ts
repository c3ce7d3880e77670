import { useEffect } from 'react'
import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { again } from './client'
import { keys } from './keys'
import type { JobView, Kept } from './types'

/** For so long, in ms, what comes in is gathered, so that a busy shop is asked once and not for each entry. */
const gather = 250

/** Has on the screen fetched again what others have kept. */
async function follow(client: QueryClient, events: Kept[]) {
  const about = (what: Kept['what']) => events.filter((e) => e.what === what)
  const jobs = about('job')
  const longest = new Map(jobs.map((e) => [e.job ?? '', e.length ?? 0]))
  const newer = [...longest].filter(([job, length]) => {
    const here = client.getQueryData<JobView>(keys.job(job))
    return here && here.log.length < length // what this window kept itself is here already
  })
  const tags = new Set([...jobs, ...about('pump')].map((e) => e.pump ?? ''))
  await again(
    client,
    ...newer.flatMap(([job]) => [keys.job(job), keys.previews(job)]),
    ...[...tags].flatMap((tag) => [keys.pump(tag), keys.limits(tag)]),
    ...(jobs.length ? [keys.jobs, keys.pumps] : []),
    ...(jobs.length || about('hands').length ? [keys.hands] : []),
  )
}

/**
 * Shows what other windows keep as they keep it. A window that is not looked at lets its stream
 * go (a browser has few connections to one address), and looks at everything anew when it is.
 */
export function useLive() {
  const client = useQueryClient()
  useEffect(() => {
    let stream: EventSource | undefined
    let waiting: Kept[] = []
    let timer = 0
    let retry = 0
    let missed = false // something may have been kept while nobody listened
    const flush = () => {
      const events = waiting
      waiting = []
      timer = 0
      void follow(client, events)
    }
    const listen = () => {
      stream = new EventSource('/api/v1/live')
      stream.addEventListener('open', () => {
        if (missed) void client.invalidateQueries()
        missed = false
      })
      stream.addEventListener('error', () => {
        missed = true
        // It ends where somebody is let in no more: then the door comes at once.
        void client.invalidateQueries({ queryKey: keys.session })
        if (stream?.readyState === EventSource.CLOSED) {
          stream = undefined
          retry = window.setTimeout(look, 5000)
        }
      })
      stream.addEventListener('kept', (e: MessageEvent<string>) => {
        waiting.push(JSON.parse(e.data) as Kept)
        timer ||= window.setTimeout(flush, gather)
      })
    }
    const look = () => {
      if (document.visibilityState === 'hidden') {
        stream?.close()
        stream = undefined
        missed = true
      } else if (!stream) listen()
    }
    look()
    document.addEventListener('visibilitychange', look)
    return () => {
      document.removeEventListener('visibilitychange', look)
      window.clearTimeout(timer)
      window.clearTimeout(retry)
      stream?.close()
    }
  }, [client])
}
