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
    // A key that is held down acts once.
    if (e.ctrlKey || e.metaKey || e.defaultPrevented || e.repeat) return
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

/**
 * A key held down never ticks twice: what Enter or Space does to a button, a box
 * to tick or a choice it does once, whatever has the focus by then. Arrows and
 * letters that are typed go on.
 */
export function useNoRepeat() {
  useEffect(() => {
    const once = (e: KeyboardEvent) => {
      const acts = e.key === 'Enter' || (e.key === ' ' && !typing(e.target))
      if (e.repeat && acts && !(e.target instanceof HTMLTextAreaElement)) {
        e.preventDefault()
        e.stopPropagation()
      }
    }
    window.addEventListener('keydown', once, true)
    return () => window.removeEventListener('keydown', once, true)
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
