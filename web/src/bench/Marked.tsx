import Box from '@mui/material/Box'
import { photoAt } from '../api/client'
import type { Step } from '../api/types'
import { ink } from '../theme'

/** What was marked before and is needed here, with its pictures. */
export function Marked({ step }: { step: Step }) {
  const { shown = [] } = step.panel
  if (shown.length === 0) return null
  return (
    <Box role="note" data-marked sx={{ borderLeft: `6px solid ${ink('brass')}`, pl: 2.5 }}>
      {shown.map((m) => (
        <Box key={m.step + m.mark} sx={{ mb: 1 }}>
          <Box sx={{ fontWeight: 600 }}>{m.mark}</Box>
          <Box>{m.where || `not marked at ${m.title}`}</Box>
          <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
            {m.pictures?.map((p) => (
              <a key={p.id} href={photoAt(p.id)} target="_blank" rel="noreferrer">
                <img
                  src={photoAt(p.id)}
                  alt={p.words || m.mark}
                  style={{ height: 84, display: 'block' }}
                />
              </a>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  )
}
