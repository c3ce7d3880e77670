/** Asks for the PIN once more: with what was wrong with the last one, '' at first. */
export type Asker = (wrong: string) => Promise<string | undefined>

let asker: Asker | undefined

/** The screen that can ask says so; undefined where it goes. */
export function canAsk(it: Asker | undefined) {
  asker = it
}

/** The PIN as it was typed; undefined where nobody wants to sign. */
export const askPIN: Asker = (wrong) => asker?.(wrong) ?? Promise.resolve(undefined)
