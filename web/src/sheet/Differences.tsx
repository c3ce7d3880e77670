import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import type { JobView } from '../api/types'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { outcomeWord, VerdictShape, verdictWord } from '../shapes/Verdict'
import { ink } from '../theme'

type Difference = JobView['changed'][number]

/** What today's rules judge otherwise than the sheet does: beside it, never instead. */
export function Differences({
  title,
  text,
  changed,
  children,
}: {
  title: string
  text: string
  changed: Difference[]
  children?: ReactNode
}) {
  const { show, unit } = useUnit()
  if (changed.length === 0) return null
  const said = (j: Difference['now']) =>
    [
      j.outcome ? outcomeWord(j.outcome) : verdictWord(j.verdict),
      judgedFigure(j) ? `${show(judgedFigure(j))} ${unit}` : '',
      j.decide ? 'waits for a decision' : '',
    ]
      .filter(Boolean)
      .join(', ')
  return (
    <Box
      role="note"
      data-changed
      sx={{ border: `2px solid ${ink('close')}`, background: ink('paper'), p: 3, minWidth: 0 }}
    >
      <Typography variant="h3">{title}</Typography>
      <Typography variant="body2" sx={{ mb: 1.5 }}>
        {text}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 4, '& li': { mb: 1 } }}>
        {changed.map((d) => (
          <li key={d.step}>
            {d.title}: <VerdictShape verdict={d.now.verdict} size={12} /> {said(d.now)}, was{' '}
            {said(d.then).toLowerCase()}
          </li>
        ))}
      </Box>
      {children}
    </Box>
  )
}
