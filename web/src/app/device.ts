import { read, write } from './settings'

/** What this browser calls itself in what it sends, so that a tablet can be told from another. */
export function device(): string {
  const key = 'settle.device'
  const known = read(key)
  if (known) return known
  const name = `browser ${crypto.randomUUID().slice(0, 8)}`
  write(key, name)
  return name
}
