import { useEffect, useRef } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useNavigate } from 'react-router'
import { queryClient, useJob, useRows } from '../api/client'
import { useOpenLink, useSession, useSignOut } from '../api/door'
import { keys } from '../api/keys'
import type { JobView, SessionView } from '../api/types'
import { Failure, Loading, Message } from '../app/Message'
import { useSettings } from '../app/settings'
import { Paper } from '../sheet/Paper'
import { Door } from './Door'

/** One job, for who came by a link: its sheet, to be read and printed. */
export function SharedPage() {
  const session = useSession()
  const open = useOpenLink()
  const sent = useRef(false)
  const token = window.location.hash.slice(1)
  const navigate = useNavigate()
  const send = useRef(() => {
    // The link stays in no history. Who is of the shop sees the job as they always do.
    open.mutate(token, {
      onSuccess: (it) => {
        const mine = queryClient.getQueryData<SessionView>(keys.session)?.person
        if (mine) void navigate(`/jobs/${it.job}/sheet`, { replace: true })
        else window.history.replaceState(null, '', '/shared')
      },
    })
  })
  useEffect(() => {
    if (!token || sent.current) return
    sent.current = true
    send.current()
  }, [token])
  const job = session.data?.job
  if (open.error)
    return (
      <Door title="This link">
        <Message title="It shows nothing any more" text={open.error.message} />
      </Door>
    )
  if (!job || open.isPending)
    return (
      <Door title="This link">
        {session.isFetching || open.isPending || (token && !open.isSuccess) ? (
          <Loading what="the job" />
        ) : (
          <Message
            title="It has ended"
            text="Ask the shop for a new link, or sign in on the first page."
            to="/"
            action="To the first page"
          />
        )}
      </Door>
    )
  return <Shared number={job} />
}

function Shared({ number }: { number: string }) {
  const job = useJob(number)
  if (job.isPending || job.error)
    return (
      <Door title={number}>
        {job.error ? (
          <Failure error={job.error} again={() => void job.refetch()} />
        ) : (
          <Loading what="the job" />
        )}
      </Door>
    )
  return <Sheet job={job.data} />
}

function Sheet({ job }: { job: JobView }) {
  const rows = useRows(job)
  const leave = useSignOut()
  const { unit, setUnit } = useSettings()
  const file = `/api/v1/jobs/${job.number}/sheet`
  return (
    <Box sx={{ p: 4, display: 'grid', gap: 4, '@media print': { p: 0, display: 'block' } }}>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', '@media print': { display: 'none' } }}>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Button variant="outlined" href={`${file}.pdf?unit=${unit}`} download>
          Save as PDF
        </Button>
        <Button variant="outlined" href={`${file}.json`} download>
          Save as JSON
        </Button>
        <Button variant="outlined" onClick={() => setUnit(unit === 'thou' ? 'mm' : 'thou')}>
          {unit === 'thou' ? 'In mm' : 'In thou'}
        </Button>
        <Button variant="text" onClick={() => leave.mutate()}>
          Leave
        </Button>
      </Box>
      {rows.data ? (
        <Paper job={job} rows={rows.data} />
      ) : rows.error ? (
        <Failure error={rows.error} again={() => void rows.refetch()} />
      ) : (
        <Loading what="the sheet" />
      )}
    </Box>
  )
}
