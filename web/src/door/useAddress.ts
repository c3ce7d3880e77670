import { useState } from 'react'
import { useSession } from '../api/door'
import { useKept } from '../app/settings'

/**
 * The address under which others open Settle: what was typed, else what the server says, else this
 * page's own. One that was typed before the server spoke TLS is forgotten.
 */
export function useAddress() {
  const session = useSession().data
  const [kept, keep] = useKept<string>('settle.address', '')
  const [typed, setTyped] = useState<string>()
  const own = session?.at ?? window.location.origin
  const at = typed ?? (kept.startsWith(new URL(own).protocol) ? kept : own)
  const setAt = (value: string) => {
    setTyped(value)
    keep(value)
  }
  return { at, setAt, reach: session?.reach }
}
