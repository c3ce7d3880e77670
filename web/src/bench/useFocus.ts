import { useEffect, useEffectEvent, useMemo, useRef } from 'react'
import type { Focus } from './panel'

/** The focus within one step: its boxes in their order, its main button, the step itself. */
export function useFocus() {
  const root = useRef<HTMLDivElement>(null)
  const main = useRef<HTMLButtonElement>(null)
  const again = useRef<HTMLButtonElement>(null)
  const decide = useRef<HTMLInputElement>(null)
  const focus = useMemo(() => {
    const boxes = () => [
      ...(root.current?.querySelectorAll<HTMLInputElement>('[data-entry]') ?? []),
    ]
    const named = (field: string) =>
      root.current?.querySelector<HTMLInputElement>(`[data-field="${CSS.escape(field)}"]`)
    const to = (el: HTMLElement | null | undefined) => el?.focus({ preventScroll: true })
    return {
      boxes,
      main: () => to(main.current ?? root.current),
      again: () => to(again.current ?? decide.current ?? root.current),
      step: () => to(root.current),
      box: (field: string) => {
        // The boxes of a calculator have the names of its own contract.
        const box = named(field) ?? named(field.replace(/^body\.(tool|heat\.input)\./, ''))
        box?.focus()
        return Boolean(box)
      },
      firstBox: () => {
        const all = boxes()
        const box = all.find((b) => b.value === '') ?? all[0]
        to(box)
        return box !== undefined
      },
    } satisfies Focus & { boxes: () => HTMLInputElement[]; again: () => void }
  }, [])
  return { root, main, again, decide, focus }
}

interface First {
  /** something can be entered, and is not kept yet */
  open: boolean
  locked: boolean
  /** digits choose here, so they must not fall into a box */
  digits: boolean
  /** the panel has a button of its own that comes first */
  own: boolean
}

/** Puts the focus where the work begins when a step comes on the bench or is unlocked. */
export function useFirstFocus(focus: Focus, first: First) {
  const begin = useEffectEvent(() => {
    if (first.open && first.digits) focus.step()
    else if (first.open && first.own) return
    else if (!first.open || !focus.firstBox()) focus.main()
  })
  useEffect(() => {
    begin()
  }, [first.locked])
}
