import { createContext, use, useMemo, useState, type ReactNode } from 'react'

interface Asking {
  /** whether the list of people is open */
  asking: boolean
  ask: () => void
  close: () => void
}

const Context = createContext<Asking | null>(null)

/** Lets any screen ask who is working; the top bar answers with its list. */
export function WhoProvider({ children }: { children: ReactNode }) {
  const [asking, setAsking] = useState(false)
  const value = useMemo(
    () => ({ asking, ask: () => setAsking(true), close: () => setAsking(false) }),
    [asking],
  )
  return <Context value={value}>{children}</Context>
}

export function useWho(): Asking {
  const asking = use(Context)
  if (!asking) throw new Error('useWho needs a WhoProvider above it')
  return asking
}
