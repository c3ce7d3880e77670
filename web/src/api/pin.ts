/** What the PIN is asked for: a signature, or that a keeper is who sits at an open session. */
export type Asking = 'signature' | 'act'

/** Asks for the PIN once more: with what was wrong with the last one, '' at first. */
export type Asker = (wrong: string, what: Asking) => Promise<string | undefined>

let asker: Asker | undefined

/** The screen that can ask says so; undefined where it goes. */
export function canAsk(it: Asker | undefined) {
  asker = it
}

/** The PIN as it was typed; undefined where nobody wants to give it. */
export const askPIN: Asker = (wrong, what) => asker?.(wrong, what) ?? Promise.resolve(undefined)
