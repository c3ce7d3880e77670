import Box from '@mui/material/Box'
import { ink, mono, size } from '../theme'

/** A key as it stands on a button. While somebody types, a letter takes Alt with it. */
export function Key({ children, on }: { children: string; on?: boolean }) {
  return (
    <Box
      component="kbd"
      sx={{
        fontFamily: mono,
        fontSize: size.small,
        fontWeight: 600,
        border: '1.5px solid currentColor',
        borderRadius: '3px',
        px: 1.5,
        py: 0.25,
        whiteSpace: 'nowrap',
        color: on ? 'inherit' : ink('ink2'),
        ...(children.length === 1 && {
          ':root:has(input:focus, textarea:focus, select:focus) &::before': { content: '"Alt "' },
        }),
      }}
    >
      {children}
    </Box>
  )
}
