import Box from '@mui/material/Box'
import type { GaugeState } from '../api/types'
import { ink, type Ink } from '../theme'

// A shape beside each word, told apart in grey as well as in colour.
const looks: Record<GaugeState, { color: Ink; draw: React.ReactNode }> = {
  'in use': { color: 'within', draw: <circle cx="12" cy="12" r="9" fill="currentColor" /> },
  'due soon': {
    color: 'close',
    draw: (
      <>
        <circle cx="12" cy="12" r="8.5" fill="none" stroke="currentColor" strokeWidth="2.4" />
        <path d="M12 6v6l4 3" fill="none" stroke="currentColor" strokeWidth="2.4" />
      </>
    ),
  },
  'past due': {
    color: 'out',
    draw: <path d="M3 4h18L12 12l9 8H3l9-8z" fill="currentColor" />,
  },
  'found bad': {
    color: 'out',
    draw: <path d="M4 4l16 16M20 4L4 20" stroke="currentColor" strokeWidth="4" />,
  },
  'never calibrated': {
    color: 'close',
    draw: <circle cx="12" cy="12" r="8.5" fill="none" stroke="currentColor" strokeWidth="2.4" />,
  },
  retired: { color: 'none', draw: <path d="M3 12h18" stroke="currentColor" strokeWidth="4" /> },
}

/** How a gauge stands, in a shape and a word. */
export function GaugeStanding({ state }: { state: GaugeState }) {
  const look = looks[state]
  return (
    <Box
      component="span"
      sx={{
        display: 'inline-flex',
        alignItems: 'center',
        gap: 1.5,
        color: ink(look.color),
        fontWeight: 600,
        whiteSpace: 'nowrap',
      }}
    >
      <svg width="16" height="16" viewBox="0 0 24 24" aria-hidden>
        {look.draw}
      </svg>
      {state}
    </Box>
  )
}
