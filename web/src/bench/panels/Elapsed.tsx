import Box from '@mui/material/Box'
import { minutesAndSeconds, useNow } from '../../app/clock'
import { condensed, ink, mono, size } from '../../theme'

/** A plain clock since a moment; past its minutes it says so. */
export function Elapsed({ from, to, minutes }: { from?: string; to?: string; minutes?: number }) {
  const now = useNow(from !== undefined && to === undefined)
  const spent = from ? Math.max(0, (to ? Date.parse(to) : now) - Date.parse(from)) / 1000 : 0
  const late = minutes !== undefined && minutes > 0 && spent > minutes * 60
  return (
    <Box role="timer" aria-label="Time since it was started" sx={{ minWidth: 150 }}>
      <Box
        sx={{
          fontFamily: mono,
          fontWeight: 600,
          fontSize: size.code,
          lineHeight: 1,
          color: late ? ink('out') : ink('ink'),
        }}
      >
        {minutesAndSeconds(spent)}
      </Box>
      <Box
        sx={{
          fontFamily: condensed,
          color: late ? ink('out') : ink('ink2'),
          fontWeight: late ? 600 : 400,
        }}
      >
        {late ? `longer than ${minutes} min` : minutes ? `of ${minutes} min` : ''}
      </Box>
    </Box>
  )
}
