import { useEffect, useEffectEvent } from 'react'

/** Whether the person is typing into a field, where letters are letters. */
export const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/**
 * Single keys for the whole screen, by KeyboardEvent.key. They are silent
 * while somebody types into a field; there the same key with Alt serves.
 */
export function useKeys(keys: Record<string, () => void>) {
  const press = useEffectEvent((e: KeyboardEvent) => {
    if (e.ctrlKey || e.metaKey || e.defaultPrevented) return
    if (typing(e.target) && !e.altKey) return
    if (document.querySelector('[role=dialog], [role=menu]')) return
    const act = keys[e.key]
    if (act) {
      e.preventDefault()
      act()
    }
  })
  useEffect(() => {
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [])
}

/** Escape leaves the box one types in, so that the single keys work again. */
export function useEscape() {
  useEffect(() => {
    const leave = (e: KeyboardEvent) => {
      if (
        e.key === 'Escape' &&
        !e.defaultPrevented &&
        typing(e.target) &&
        !document.querySelector('[role=dialog]')
      )
        (e.target as HTMLElement).blur()
    }
    window.addEventListener('keydown', leave)
    return () => window.removeEventListener('keydown', leave)
  }, [])
}
