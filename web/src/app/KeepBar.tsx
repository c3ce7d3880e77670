import type { ReactNode } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { ink } from '../theme'

/** The foot of a form: it stays in sight, keeps what was typed, leads back and says what is wrong. */
export function KeepBar({
  label = 'Keep',
  disabled,
  error,
  children,
}: {
  label?: string
  disabled: boolean
  error: Error | null
  children: ReactNode
}) {
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 3,
        alignItems: 'center',
        position: 'sticky',
        bottom: 0,
        zIndex: 2,
        py: 3,
        background: ink('stone'),
      }}
    >
      <Button size="large" type="submit" variant="contained" disabled={disabled} sx={{ px: 6 }}>
        {label}
      </Button>
      {children}
      {error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {error.message}
        </Box>
      )}
    </Box>
  )
}
