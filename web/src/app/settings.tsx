import { createContext, use, useCallback, useMemo, useState, type ReactNode } from 'react'
import type { Figure, Sentence } from '../api/types'

export type Unit = 'thou' | 'mm'

interface Settings {
  unit: Unit
  setUnit: (unit: Unit) => void
}

const Context = createContext<Settings | null>(null)

/** What a person has chosen on this machine, kept in the browser. */
export function SettingsProvider({ children }: { children: ReactNode }) {
  const [unit, setUnit] = useKept<Unit>('settle.unit', 'thou')
  const value = useMemo(() => ({ unit, setUnit }), [unit, setUnit])
  return <Context value={value}>{children}</Context>
}

export function useSettings(): Settings {
  const settings = use(Context)
  if (!settings) throw new Error('useSettings needs a SettingsProvider above it')
  return settings
}

/** The text of a length or a sentence in the unit chosen. */
export function useUnit() {
  const { unit } = useSettings()
  const other: Unit = unit === 'thou' ? 'mm' : 'thou'
  return useMemo(
    () => ({
      unit,
      other,
      show: (x: Figure | Sentence | undefined, missing = '') =>
        x ? typographic(x[unit]) : missing,
      second: (x: Figure | undefined) => (x ? typographic(x[other]) : ''),
    }),
    [unit, other],
  )
}

/** A hyphen before a digit is a minus, and is drawn as one. */
export const typographic = (text: string) => text.replace(/(^|[\s(])-(?=[\d.])/g, '$1−')

/** State kept in the browser; a browser that keeps nothing is no fault. */
export function useKept<T extends string>(key: string, first: T): [T, (value: T) => void] {
  const [value, set] = useState<T>(() => (read(key) as T | null) ?? first)
  const keep = useCallback(
    (next: T) => {
      set(next)
      write(key, next)
    },
    [key],
  )
  return [value, keep]
}

export function read(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

export function write(key: string, value: string | null) {
  try {
    if (value === null) localStorage.removeItem(key)
    else localStorage.setItem(key, value)
  } catch {
    /* private window: the entry on the screen is all there is */
  }
}
