import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { JobView } from '../api/types'
import { useMe } from '../door/me'
import { ink } from '../theme'

/** What is known to be wrong with an older plan, until a lead has looked. */
export function Dangers({
  dangers,
  busy,
  onLooked,
}: {
  dangers: JobView['dangers']
  busy: boolean
  onLooked: () => void
}) {
  const lead = useMe().role === 'lead'
  if (dangers.length === 0) return null
  return (
    <Box
      role="note"
      data-dangers
      sx={{
        border: `2px solid ${ink('out')}`,
        background: ink('paper'),
        p: 3,
        minWidth: 0,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 3,
        alignItems: 'flex-start',
      }}
    >
      <Box sx={{ flex: '1 1 280px', minWidth: 0 }}>
        <Typography variant="h3">
          Older plan: {dangers.length === 1 ? 'one step' : `${dangers.length} steps`} to look at
        </Typography>
        <Typography variant="body2">
          What can hurt a pump or somebody there was mended since.{' '}
          {lead ? 'Look at each.' : 'A lead looks at them.'}
        </Typography>
        <details>
          <Box component="summary" sx={{ py: 1.5, cursor: 'pointer', fontWeight: 500 }}>
            {dangers.map((d) => d.title).join(' · ')}
          </Box>
          <Box component="ul" sx={{ m: 0, pl: 4, '& li': { mb: 1 } }}>
            {dangers.map((d) => (
              <li key={d.step} data-danger={d.step}>
                <strong>{d.title}</strong>: {d.why}
              </li>
            ))}
          </Box>
        </details>
      </Box>
      {lead && (
        <Button variant="outlined" size="small" disabled={busy} onClick={onLooked}>
          I have looked at these steps
        </Button>
      )}
    </Box>
  )
}
