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

/** In a line or two: the parts that a step fits with what goes on each, what the papers say
 * of it, and the loop it belongs to. */
export function Beside({ step }: { step: Step }) {
  const { fits = [], papers = [] } = step.panel
  const { loop } = step
  if (fits.length + papers.length === 0 && !loop) return null
  return (
    <Box data-fits sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 0.5, mb: 2 }}>
      {fits.map((f) => (
        <Box key={f.part}>
          <strong>
            {f.quantity > 1 ? `${f.quantity} × ` : ''}
            {f.title}
          </strong>
          {f.lubricant && `: ${f.lubricant}`}
        </Box>
      ))}
      {papers.map((p) => (
        <Box key={p.title}>
          {p.title}: <strong>{p.text || 'not known, look it up'}</strong>
          {p.source && <Box component="span"> ({p.source})</Box>}
        </Box>
      ))}
      {loop && (
        <Box sx={{ color: ink('ink2') }}>
          {loop.title}, round {loop.round}, until {loop.until}.
        </Box>
      )}
    </Box>
  )
}
