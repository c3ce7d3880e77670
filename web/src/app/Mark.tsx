import { ink } from '../theme'

/** The maker's mark: a dial over a plate. */
export function Mark() {
  return (
    <svg width="30" height="30" viewBox="0 0 32 32" aria-hidden>
      <g fill="none" stroke="currentColor" strokeWidth="2">
        <circle cx="16" cy="13" r="8" />
        <path d="M16 2v22M5 13h22" />
      </g>
      <path d="M3 28h26" stroke={ink('brass')} strokeWidth="3" />
    </svg>
  )
}
