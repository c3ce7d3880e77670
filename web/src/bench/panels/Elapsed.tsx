import { useEffect, useState } from 'react'
import Box from '@mui/material/Box'
import { condensed, ink, mono } from '../../theme'

/** A plain clock since a moment; past its minutes it says so. */
export function Elapsed({ from, to, minutes }: { from?: string; to?: string; minutes?: number }) {
  const [now, setNow] = useState(() => Date.now())
  const running = from !== undefined && to === undefined
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 500)
    return () => clearInterval(timer)
  }, [running])
  const spent = from ? Math.max(0, (to ? Date.parse(to) : now) - Date.parse(from)) / 1000 : 0
  const late = minutes !== undefined && minutes > 0 && spent > minutes * 60
  return (
    <Box role="timer" aria-label="Time since it left the heater" sx={{ minWidth: 150 }}>
      <Box
        sx={{
          fontFamily: mono,
          fontWeight: 600,
          fontSize: '3.5rem',
          lineHeight: 1,
          color: late ? ink('out') : ink('ink'),
        }}
      >
        {Math.floor(spent / 60)}:{String(Math.floor(spent % 60)).padStart(2, '0')}
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
