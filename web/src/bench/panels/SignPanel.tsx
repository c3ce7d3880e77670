import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { Counts } from '../../sheet/Counts'
import type { Step } from '../../api/types'
import { usePanel } from '../panel'

export function SignPanel() {
  const { job, step, body, change, disabled } = usePanel()
  const all = job.sheet.stages.flatMap((s) => s.steps)
  const open = all.filter(
    (s) => s.id !== step.id && !s.follows && (s.state === 'open' || s.state === 'decide'),
  )
  const left = all.filter((s) => s.reading?.skipped)
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3, maxWidth: 420 }}>
      <Counts tally={job.sheet.tally} />
      <Lines title="Open" steps={open} />
      <Lines title="Left out" steps={left} />
      <TextField
        label="For whoever opens this pump next"
        placeholder="next time: new wear plate"
        value={body.sign?.remark ?? ''}
        disabled={disabled}
        onChange={(e) => change({ ...body, sign: { remark: e.target.value } })}
        slotProps={{
          htmlInput: { 'data-entry': '', 'data-field': 'body.sign.remark', autoComplete: 'off' },
        }}
      />
      <Typography variant="body2">
        After the signature nothing is changed. The sheet can be amended, with a reason.
      </Typography>
      <Button variant="outlined" component={Link} to={`/jobs/${job.number}/sheet`}>
        Read the build sheet first
      </Button>
    </Box>
  )
}

/** Steps by their names, so that nobody signs past one unseen. */
function Lines({ title, steps }: { title: string; steps: Step[] }) {
  if (steps.length === 0) return null
  return (
    <Box data-lines={title}>
      <Typography variant="h3">
        {title}: {steps.length}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 4, maxHeight: 180, overflowY: 'auto' }}>
        {steps.map((s) => (
          <li key={s.id}>
            {s.title}
            {s.reading?.skipped && `: ${s.reading.skipped}`}
          </li>
        ))}
      </Box>
    </Box>
  )
}
