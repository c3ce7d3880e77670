import { useEffect, useState } from 'react'

/** A value that follows another after a pause. */
export function useSettled<T>(value: T, pause: number): T {
  const text = JSON.stringify(value)
  const [settled, set] = useState(text)
  useEffect(() => {
    const timer = setTimeout(() => set(text), pause)
    return () => clearTimeout(timer)
  }, [text, pause])
  return JSON.parse(settled) as T
}
