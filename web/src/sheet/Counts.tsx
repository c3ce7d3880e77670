import Box from '@mui/material/Box'
import type { Sheet } from '../api/types'
import { VerdictShape } from '../shapes/Verdict'
import { condensed, ink, size } from '../theme'

/** How many as-built checks stand at each verdict. */
export function Counts({ tally }: { tally: Sheet['tally'] }) {
  const rows = [
    ['within', tally.within, 'within'],
    ['close', tally.close, 'close to limit'],
    ['out', tally.out, 'out'],
    ['undecided', tally.undecided, 'undecided'],
    ['no-limit', tally.no_limit, 'no limit known'],
    ['', tally.not_measured, 'not measured'],
  ] as const
  return (
    <Box>
      {rows
        .filter(([v, n]) => n > 0 || v === 'within' || v === 'out' || v === '')
        .map(([verdict, n, word]) => (
          <Box
            key={word}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 3,
              py: 2,
              borderBottom: `1px solid ${ink('rule')}`,
              color: n ? ink('ink') : ink('ink2'),
            }}
          >
            <VerdictShape verdict={verdict} size={18} />
            <span>
              <Box component="strong" sx={{ fontFamily: condensed, fontSize: size.head, mr: 1.5 }}>
                {n}
              </Box>
              {word}
            </span>
          </Box>
        ))}
    </Box>
  )
}
