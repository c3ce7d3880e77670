/** A plain number as it is typed, with a point or a comma; undefined where it is none. */
export function numberOf(text: string): number | undefined {
  const n = Number(text.replace(',', '.'))
  return text.trim() === '' || !Number.isFinite(n) ? undefined : n
}

/** What was understood of a number, where it does not stand there already. */
export function heard(text: string, unit = ''): string {
  const n = numberOf(text)
  return n === undefined || String(n) === text.trim() ? '' : `${n} ${unit}`.trim()
}
