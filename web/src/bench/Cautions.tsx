import Box from '@mui/material/Box'
import { condensed, ink } from '../theme'

/** What can hurt somebody at this step, before they do it. */
export function Cautions({ said }: { said: string[] }) {
  if (said.length === 0) return null
  return (
    <Box
      role="note"
      aria-label="Caution"
      sx={{ mt: 1.5, border: `2px solid ${ink('ink')}`, background: ink('paper'), display: 'flex' }}
    >
      <Box
        sx={{
          background: ink('ink'),
          color: ink('panel'),
          px: 2.5,
          display: 'flex',
          alignItems: 'center',
          gap: 2,
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: '1.125rem',
        }}
      >
        <svg
          width="22"
          height="20"
          viewBox="0 0 22 20"
          aria-hidden
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
        >
          <path d="M11 2 20 18H2zM11 8v5M11 14.8v1.4" />
        </svg>
      </Box>
      <Box
        component="ul"
        sx={{
          m: 0,
          py: 1,
          pl: 3,
          pr: 3,
          // Short ones stand beside each other.
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 6,
          listStyle: 'none',
          '& li': { fontWeight: 500, fontSize: '1rem', display: 'list-item' },
          '& li::before': { content: said.length > 1 ? '"• "' : '""' },
        }}
      >
        {said.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </Box>
    </Box>
  )
}
