import type { ReactNode } from 'react'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { Mark } from '../app/Mark'
import { condensed, ink, mono, size } from '../theme'

/** A page before one is in: the mark, a title, and nothing of the shop. */
export function Door({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      sx={{ minHeight: '100%', background: ink('stone'), display: 'flex', flexDirection: 'column' }}
    >
      <Box
        component="header"
        sx={{
          minHeight: 52,
          px: 4,
          display: 'flex',
          alignItems: 'center',
          gap: 2.5,
          background: ink('dye'),
          color: ink('onDye'),
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: size.stage,
        }}
      >
        <Mark /> Settle
      </Box>
      <Box
        component="main"
        sx={{ flex: 1, width: '100%', maxWidth: 760, mx: 'auto', p: { xs: 4, sm: 8 } }}
      >
        <Typography variant="h1" sx={{ mb: 4 }}>
          {title}
        </Typography>
        {children}
      </Box>
    </Box>
  )
}

/** What was refused, in words. */
export function Refusal({ children }: { children: ReactNode }) {
  return (
    <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
      {children}
    </Box>
  )
}

/** A form of the door: one column. */
export const column = { display: 'grid', gap: 4, maxWidth: 460 } as const

/** How a code stands on the screen: to be read off at arm's length. */
export const once = {
  display: 'inline-block',
  fontFamily: mono,
  fontWeight: 600,
  fontSize: size.figure,
  letterSpacing: '.12em',
} as const
