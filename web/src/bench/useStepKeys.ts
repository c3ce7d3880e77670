import { useKeys } from '../app/keys'

interface Does {
  boxes: () => HTMLInputElement[]
  /** the step itself, which has the focus when no box has */
  step: HTMLElement | null
  keep: () => void
  next: (() => void) | undefined
  kept: boolean
  /** a signature is given with its own button, never by Enter in a box */
  signs: boolean
  toStep: () => void
}

/** Enter from box to box and then keep, Backspace back, Escape out of the boxes. */
export function stepKeys(e: React.KeyboardEvent, does: Does) {
  if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey) return
  const target = e.target as HTMLInputElement
  const entry = target.hasAttribute('data-entry')
  const go = (by: number) => {
    const all = does.boxes()
    const to = all[all.indexOf(target) + by]
    to?.focus()
    if (to instanceof HTMLInputElement) to.select() // a list has nothing to select
    return to !== undefined
  }
  if (e.key === 'Enter' && entry) {
    e.preventDefault()
    if (!go(e.shiftKey ? -1 : 1) && !e.shiftKey && !does.signs) does.keep()
  } else if (e.key === 'Backspace' && entry && target.value === '') {
    e.preventDefault()
    go(-1)
  } else if (e.key === 'Escape' && (entry || target.tagName === 'INPUT')) {
    e.preventDefault()
    does.toStep()
  } else if (e.key === 'Enter' && (target === does.step || chooses(target))) {
    e.preventDefault()
    if (does.kept) does.next?.()
    else if (!does.signs) does.keep()
  }
}

const chooses = (el: HTMLElement) =>
  el.getAttribute('role') === 'checkbox' || el.getAttribute('role') === 'radio'

/** The letters of a step. One whose deed is not to be had does nothing. */
export function useStepLetters(does: {
  toBoxes: () => void
  leaveOut: (() => void) | undefined
  withdraw: (() => void) | undefined
  decide: () => void
}) {
  useKeys({
    e: does.toBoxes,
    ...(does.leaveOut && { s: does.leaveOut }),
    ...(does.withdraw && { w: does.withdraw }),
    d: does.decide,
  })
}
