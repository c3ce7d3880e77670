import { useEffect } from 'react'
import type { SessionView } from '../api/types'
import { read, write } from '../app/settings'

const flag = 'settle.tablet'

/**
 * A tablet that is let in no more forgets what was typed on it: it may be in other hands by now. A PC,
 * which was never let in, keeps it.
 */
export function useForgetting(session: SessionView | undefined) {
  useEffect(() => {
    if (!session) return
    if (session.tablet) write(flag, 'let in')
    else if (read(flag)) {
      wipe()
      write(flag, null)
    }
  }, [session])
}

function wipe() {
  try {
    for (const key of Object.keys(localStorage))
      if (key.startsWith('settle.draft.')) localStorage.removeItem(key)
  } catch {
    // a browser that keeps nothing has nothing to forget
  }
}
