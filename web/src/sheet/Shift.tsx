import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import type { JobView } from '../api/types'
import { ReasonDialog } from '../bench/ReasonDialog'
import { ink } from '../theme'
import { useClosing } from './useClosing'

/** Says who goes on with the job, with a word for them. */
export function HandOver({ job }: { job: JobView }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="outlined" data-hand-over onClick={() => setOpen(true)}>
        Somebody else goes on
      </Button>
      {open && <HandOverDialog job={job} onClose={() => setOpen(false)} />}
    </>
  )
}

function HandOverDialog({ job, onClose }: { job: JobView; onClose: () => void }) {
  const [next, setNext] = useState('')
  const closing = useClosing(job, onClose)
  return (
    <ReasonDialog
      title={`Somebody else goes on with ${job.number}`}
      text="It stands at the bench until the next entry, and on the sheet. It signs nobody in or out."
      label="A word for them: what is half done, what to look at first"
      action="Hand over"
      ready={next.trim() !== ''}
      busy={closing.busy}
      error={closing.error}
      onReason={(reason) => closing.send({ kind: 'shift', next: next.trim(), reason })}
      onClose={onClose}
    >
      <TextField
        label="Who goes on"
        value={next}
        onChange={(e) => setNext(e.target.value)}
        slotProps={{ htmlInput: { autoComplete: 'off', 'data-next': '', maxLength: 80 } }}
      />
    </ReasonDialog>
  )
}

/** Who goes on, at the bench, until something is entered. */
export function OnShift({ shift }: { shift: JobView['sheet']['shift'] }) {
  if (!shift) return null
  return (
    <Box
      role="note"
      data-shift
      sx={{ px: 4, py: 2, background: ink('paper'), borderBottom: `1.5px solid ${ink('ink')}` }}
    >
      <strong>{shift.next} goes on.</strong> {shift.by}
      {shift.word && `: ${shift.word}`}
    </Box>
  )
}
