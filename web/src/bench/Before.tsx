import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useNavigate } from 'react-router'
import { usePump } from '../api/pumps'
import type { JobView, Step } from '../api/types'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { ink, mono, size } from '../theme'

/** What this check came to in the last jobs of this pump; one key opens all its figures. */
export function Before({ job, step }: { job: JobView; step: Step }) {
  const navigate = useNavigate()
  const { show, unit } = useUnit()
  const pump = usePump(job.pump.tag)
  const last = (pump.data?.past ?? [])
    .filter((p) => p.number !== job.number && Date.parse(p.signed) < Date.parse(job.opened))
    .sort((a, b) => Date.parse(b.signed) - Date.parse(a.signed))
    .flatMap((p) => {
      const check = p.checks.find((c) => c.check === step.check)
      const taken = step.phase === 'found' ? check?.found : check?.built
      const figure = judgedFigure(taken)
      return figure ? [{ number: p.number, figure }] : []
    })
    .slice(0, 2)
  const open = () => void navigate(`/pumps/${job.pump.tag}#past`)
  useKeys(last.length > 0 ? { l: open } : {})
  if (last.length === 0) return null
  return (
    <Box data-last sx={{ fontSize: size.text, color: ink('ink2') }}>
      {last.map((l, i) => (
        <Box key={l.number}>
          {i === 0 ? 'Last time' : 'Before'}:{' '}
          <Box component="span" sx={{ fontFamily: mono, fontWeight: 600, color: ink('ink') }}>
            {show(l.figure)}
          </Box>{' '}
          {unit}, {l.number}
        </Box>
      ))}
      <Button variant="text" onClick={open} sx={{ px: 0, gap: 2 }}>
        All its figures <Key>l</Key>
      </Button>
    </Box>
  )
}
