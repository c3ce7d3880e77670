import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useAnswerLimits } from '../api/pumps'
import type { LimitsView } from '../api/types'
import { useMe } from '../door/me'
import { ink } from '../theme'

/** Limits of a pump that a technician proposes: a lead confirms them, or turns them down. */
export function Proposals({ tag, view }: { tag: string; view: LimitsView }) {
  const answer = useAnswerLimits(tag)
  const lead = useMe().role === 'lead'
  if (view.proposed.length === 0) return null
  return (
    <Box
      component="section"
      aria-label="Proposed limits"
      sx={{ mb: 4, border: `1.5px solid ${ink('ink')}`, background: ink('panel'), p: 4 }}
    >
      <Typography variant="h3">Proposed, and judged by no job yet</Typography>
      {view.proposed.map((p) => (
        <Box
          key={p.id}
          data-proposed
          sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center', py: 2 }}
        >
          <Box sx={{ flex: '1 1 320px', minWidth: 0 }}>
            <Box sx={{ fontWeight: 600 }}>{p.text}</Box>
            <Typography variant="body2">
              {p.by}, {new Date(p.at).toLocaleDateString(undefined, { dateStyle: 'medium' })}
              {!lead && '; it waits for a lead'}
            </Typography>
          </Box>
          {lead &&
            [true, false].map((confirm) => (
              <Button
                key={String(confirm)}
                size="large"
                variant={confirm ? 'contained' : 'outlined'}
                disabled={answer.isPending}
                onClick={() => answer.mutate({ id: p.id, confirm, version: view.version })}
              >
                {confirm ? 'Confirm' : 'Turn down'}
              </Button>
            ))}
        </Box>
      ))}
      {answer.error && (
        <Box role="alert" sx={{ color: ink('out') }}>
          {answer.error.message}
        </Box>
      )}
    </Box>
  )
}
