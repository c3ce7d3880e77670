import type { Outcome, Verdict } from '../api/types'
import { ink, type Ink } from '../theme'

// One shape for each word, told apart in grey as well as in colour.
const verdicts: Record<Verdict, { word: string; color: Ink; draw: React.ReactNode }> = {
  within: {
    word: 'Within',
    color: 'within',
    draw: <circle cx="12" cy="12" r="9" fill="currentColor" />,
  },
  close: {
    word: 'Close to limit',
    color: 'close',
    draw: (
      <>
        <circle cx="12" cy="12" r="8" fill="none" stroke="currentColor" strokeWidth="2.4" />
        <path d="M12 4a8 8 0 0 0 0 16z" fill="currentColor" />
      </>
    ),
  },
  out: {
    word: 'Out',
    color: 'out',
    draw: <path d="M12 1.5 22.5 12 12 22.5 1.5 12z" fill="currentColor" />,
  },
  tight: {
    word: 'Too tight',
    color: 'out',
    draw: <path d="M12 1.5 22.5 12 12 22.5 1.5 12z" fill="currentColor" />,
  },
  wide: {
    word: 'Too wide',
    color: 'out',
    draw: <path d="M12 1.5 22.5 12 12 22.5 1.5 12z" fill="currentColor" />,
  },
  undecided: {
    word: 'Undecided',
    color: 'close',
    draw: (
      <>
        <circle cx="12" cy="12" r="8.5" fill="none" stroke="currentColor" strokeWidth="2.4" />
        <circle cx="12" cy="12" r="3" fill="currentColor" />
      </>
    ),
  },
  'no-limit': {
    word: 'No limit known',
    color: 'none',
    draw: (
      <>
        <circle cx="12" cy="12" r="8.5" fill="none" stroke="currentColor" strokeWidth="2.4" />
        <path d="M1 12h22" stroke="currentColor" strokeWidth="2.4" />
      </>
    ),
  },
  '': {
    word: 'Not measured',
    color: 'none',
    draw: <circle cx="12" cy="12" r="8.5" fill="none" stroke="currentColor" strokeWidth="2.4" />,
  },
}

const outcomes: Record<Outcome, { word: string; color: Ink; draw: React.ReactNode }> = {
  reuse: {
    word: 'Reuse',
    color: 'within',
    draw: <circle cx="12" cy="12" r="9" fill="currentColor" />,
  },
  dress: {
    word: 'Dress and reuse',
    color: 'close',
    draw: <path d="M3 3h11l7 7v11H3z" fill="currentColor" />,
  },
  repair: {
    word: 'Repair',
    color: 'close',
    draw: <path d="M3 3h18v6h-7v6h7v6H3z" fill="currentColor" />,
  },
  replace: {
    word: 'Replace',
    color: 'out',
    draw: <path d="M12 1.5 22.5 12 12 22.5 1.5 12z" fill="currentColor" />,
  },
  order: {
    word: 'Order',
    color: 'out',
    draw: (
      <>
        <path
          d="M12 1.5 22.5 12 12 22.5 1.5 12z"
          fill="none"
          stroke="currentColor"
          strokeWidth="2.4"
        />
        <path d="M12 7v10M7 12h10" stroke="currentColor" strokeWidth="2.4" />
      </>
    ),
  },
}

export const verdictWord = (v: Verdict | undefined) => verdicts[v ?? ''].word
/** The word for a reading that was taken: one without a verdict is not judged. */
export const readWord = (v: Verdict | undefined) => (v ? verdictWord(v) : 'Not judged')
export const verdictInk = (v: Verdict | undefined) => ink(verdicts[v ?? ''].color)
export const outcomeWord = (o: Outcome) => outcomes[o].word

interface Size {
  size?: number
}

function Shape({
  of,
  size = 14,
  label,
}: {
  of: { color: Ink; draw: React.ReactNode }
  size?: number
  label: string
}) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      role="img"
      aria-label={label}
      style={{ color: ink(of.color), flex: 'none' }}
    >
      {of.draw}
    </svg>
  )
}

/** The shape of a verdict; alone beside a number, or with its word in VerdictLine. */
export const VerdictShape = ({ verdict, size }: { verdict: Verdict | undefined } & Size) => (
  <Shape of={verdicts[verdict ?? '']} size={size} label={verdictWord(verdict)} />
)

export const OutcomeShape = ({ outcome, size }: { outcome: Outcome } & Size) => (
  <Shape of={outcomes[outcome]} size={size} label={outcomeWord(outcome)} />
)

/** The same shape inside another drawing, its middle at x, y. */
export function VerdictMark({
  verdict,
  x,
  y,
  size = 14,
}: {
  verdict: Verdict | undefined
  x: number
  y: number
  size?: number
}) {
  const v = verdicts[verdict ?? '']
  return (
    <g
      transform={`translate(${x - size / 2} ${y - size / 2}) scale(${size / 24})`}
      style={{ color: ink(v.color) }}
    >
      {v.draw}
    </g>
  )
}

export function Padlock({ size = 16 }: Size) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      role="img"
      aria-label="Blocked"
      style={{ color: ink('none'), flex: 'none' }}
    >
      <path
        d="M5 11h14v10H5zM8 11V7a4 4 0 0 1 8 0v4"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.2"
      />
    </svg>
  )
}
