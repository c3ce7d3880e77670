import { useEffect, useEffectEvent } from 'react'
import { stayAwake, useSignOut } from '../api/door'

const minute = 60_000

/**
 * Locks a tablet that nobody touches for some minutes; 0: it is no tablet. The server does so by
 * itself too, and is told once a minute that somebody is here, since reading alone sends it nothing.
 */
export function useLock(minutes: number) {
  const out = useSignOut()
  const lock = useEffectEvent(() => out.mutate())
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
      if (Date.now() - last >= minutes * minute) lock()
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
