import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import type { JobView } from '../api/types'
import { Choice } from '../app/Choice'
import { ReasonDialog } from '../bench/ReasonDialog'
import { ink } from '../theme'
import { endings, type Ending } from './endings'
import { useClosing } from './useClosing'

/** Ends a job that will not be signed; its pump is free again. */
export function EndJob({ job }: { job: JobView }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="outlined" data-end-job onClick={() => setOpen(true)}>
        End without a signature
      </Button>
      {open && <EndDialog job={job} onClose={() => setOpen(false)} />}
    </>
  )
}

function EndDialog({ job, onClose }: { job: JobView; onClose: () => void }) {
  const [ending, setEnding] = useState<Ending>()
  const closing = useClosing(job, onClose)
  return (
    <ReasonDialog
      title={`End ${job.number} without a signature`}
      text="A lead does this where the pump will not be handed back with a signed sheet. What was entered stays as it is, and the pump can be opened again."
      label="In a few words"
      action="End the job"
      ready={ending !== undefined}
      busy={closing.busy}
      error={closing.error}
      onReason={(reason) => closing.send({ kind: 'ended', ending, reason })}
      onClose={onClose}
    >
      <Choice
        label="Why it ends"
        value={ending}
        onChange={setEnding}
        sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 2 }}
        options={(Object.keys(endings) as Ending[]).map((value) => ({
          value,
          label: endings[value],
          data: { 'data-ending': value },
        }))}
      />
    </ReasonDialog>
  )
}

/** Takes up again a job that was ended. */
export function ReopenJob({ job }: { job: JobView }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="outlined" data-reopen onClick={() => setOpen(true)}>
        Open it again
      </Button>
      {open && <ReopenDialog job={job} onClose={() => setOpen(false)} />}
    </>
  )
}

function ReopenDialog({ job, onClose }: { job: JobView; onClose: () => void }) {
  const closing = useClosing(job, onClose)
  return (
    <ReasonDialog
      title={`Open ${job.number} again`}
      text="A lead does this where the job was ended by mistake. The end stays on the sheet, with your reason beside it."
      label="Why is it opened again?"
      action="Open it again"
      busy={closing.busy}
      error={closing.error}
      onReason={(reason) => closing.send({ kind: 'withdrawn', on: job.sheet.ended?.entry, reason })}
      onClose={onClose}
    />
  )
}

/** The second signature under a sheet, by somebody who did not give the first. */
export function CheckSheet({ job }: { job: JobView }) {
  const closing = useClosing(job, () => undefined)
  const { signed, amended } = job.sheet
  return (
    <>
      <Button
        variant="contained"
        data-check-sheet
        disabled={closing.busy}
        onClick={() =>
          closing.send({ kind: 'checked', on: amended?.at(-1)?.entry ?? signed?.entry })
        }
      >
        Checked: sign as the second
      </Button>
      {closing.error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {closing.error}
        </Box>
      )}
    </>
  )
}

/** Adds words to a signed sheet, signed by whoever adds them. */
export function AmendSheet({ job }: { job: JobView }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="outlined" data-amend-sheet onClick={() => setOpen(true)}>
        Amend the sheet
      </Button>
      {open && <AmendDialog job={job} onClose={() => setOpen(false)} />}
    </>
  )
}

function AmendDialog({ job, onClose }: { job: JobView; onClose: () => void }) {
  const closing = useClosing(job, onClose)
  return (
    <ReasonDialog
      title={`Amend the sheet of ${job.number}`}
      text="What you write stands on the sheet with your name and the time: it is your signature under it. The sheet as it was signed stays readable. To put a reading right, open its step on the job and amend it there."
      label="What is amended, and why?"
      action="Sign the amendment"
      busy={closing.busy}
      error={closing.error}
      onReason={(reason) => closing.send({ kind: 'amended', reason })}
      onClose={onClose}
    />
  )
}
