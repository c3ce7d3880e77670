import { useEffect, useEffectEvent } from 'react'
import { stayAwake, useSession } from '../api/door'

const minute = 60_000

/**
 * A tablet that nobody touches for some minutes is locked by the server; 0: it is no tablet. The
 * server is told once a minute that somebody is here, since reading alone sends it nothing, and
 * is asked when the time is over.
 */
export function useLock(minutes: number) {
  const session = useSession()
  const look = useEffectEvent(() => void session.refetch())
  useEffect(() => {
    if (minutes === 0) return
    let last = Date.now()
    let told = last
    const touched = () => {
      last = Date.now()
      if (last - told < minute) return
      told = last
      stayAwake().catch(() => undefined) // the next answer says what is wrong
    }
    const watch = window.setInterval(() => {
      if (Date.now() - last >= minutes * minute) look() // the server has locked it by now
    }, 5000)
    const kinds = ['pointerdown', 'keydown', 'wheel', 'touchmove'] as const
    for (const kind of kinds)
      window.addEventListener(kind, touched, { capture: true, passive: true })
    return () => {
      window.clearInterval(watch)
      for (const kind of kinds) window.removeEventListener(kind, touched, { capture: true })
    }
  }, [minutes])
}
