import { Suspense, useEffect, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Drawer from '@mui/material/Drawer'
import useMediaQuery from '@mui/material/useMediaQuery'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useJob, useLooked } from '../api/client'
import type { JobView, Sheet } from '../api/types'
import { JobTitle } from '../app/JobTitle'
import { useKeys } from '../app/keys'
import { Boundary } from '../app/Boundary'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { Dangers } from '../app/Dangers'
import { Differences } from '../sheet/Differences'
import { endings } from '../sheet/endings'
import { OnShift } from '../sheet/Shift'
import { ShaftLine } from '../shaft/ShaftLine'
import { useMe, works } from '../door/me'
import { ink } from '../theme'
import { OrderOfWork } from './OrderOfWork'
import { Calls } from './Scope'
import { StepPanel } from './StepPanel'
import { usePaper } from './FromPaper'
import { setDraftAside } from './useDraft'

export function BenchPage() {
  const number = useParams().number!
  const job = useJob(number)
  const title = job.data ? <JobTitle job={job.data} /> : number
  return (
    <Screen
      title={title}
      actions={
        job.data && (
          <>
            <Button
              component={Link}
              to={`/jobs/${number}/parts`}
              variant="bar"
              sx={{ display: { xs: 'none', lg: 'inline-flex' } }}
            >
              Parts
            </Button>
            <Button
              component={Link}
              to={`/jobs/${number}/sheet`}
              variant="bar"
              sx={{ display: { xs: 'none', sm: 'inline-flex' } }}
            >
              Build sheet
            </Button>
          </>
        )
      }
    >
      {job.isPending ? (
        <Loading what={`job ${number}`} />
      ) : job.error ? (
        <Failure error={job.error} again={() => void job.refetch()} />
      ) : (
        <Bench job={job.data} />
      )}
    </Screen>
  )
}

const flat = (sheet: Sheet) => sheet.stages.flatMap((stage) => stage.steps)

function Bench({ job }: { job: JobView }) {
  const wide = useMediaQuery('(min-width: 1180px)')
  const navigate = useNavigate()
  const me = useMe()
  const person = me.id
  const [query, setQuery] = useSearchParams()
  const [drawer, setDrawer] = useState<'order' | 'tells' | null>(null)
  const paper = usePaper(job.number)
  const steps = flat(job.sheet)
  // The step on the bench is held here and the address only follows it: the
  // router may lag behind an answer, and a kept reading must stay in sight.
  const [current, setCurrent] = useState(query.get('step') ?? job.sheet.next ?? '')
  // A step whose condition no longer holds leaves the list: go on from what is due.
  const step =
    steps.find((s) => s.id === current) ??
    steps.find((s) => s.id === job.sheet.next) ??
    steps.at(-1)!
  if (current !== step.id) setCurrent(step.id)
  const go = (id: string) => {
    setDrawer(null)
    setCurrent(id)
  }
  const asked = query.get('step')
  const at = steps.indexOf(step)
  const next = steps.find((s) => s.id === job.then[step.id])

  // The address follows the work, so that a reload comes back to this step.
  useEffect(() => {
    if (asked !== step.id) setQuery({ step: step.id }, { replace: true })
  }, [asked, step.id, setQuery])
  useKeys({
    n: () => next && go(next.id),
    p: () => at > 0 && go(steps[at - 1]!.id),
    o: () => setDrawer(drawer === 'order' ? null : 'order'),
    t: () => setDrawer(drawer === 'tells' ? null : 'tells'),
    b: () => void navigate(`/jobs/${job.number}/sheet`),
    i: () => void navigate(`/jobs/${job.number}/parts`),
  })

  const order = <OrderOfWork job={job} current={step.id} onPick={go} />
  return (
    <>
      {job.sheet.pieces.length > 0 && <ShaftLine sheet={job.sheet} current={step} onPick={go} />}
      {!works(me) && (
        <Box role="note" sx={{ px: 4, py: 2, background: ink('paper'), borderBottom: line }}>
          You see and print here. A reader enters nothing.
        </Box>
      )}
      {job.clock_warning && (
        <Box
          role="alert"
          data-clock-warning
          sx={{ px: 4, py: 2, background: ink('paper'), borderBottom: line, fontWeight: 500 }}
        >
          {job.clock_warning}
        </Box>
      )}
      {job.taken?.map((t) => (
        <Box
          key={t}
          role="note"
          data-taken
          sx={{ px: 4, py: 2, background: ink('paper'), borderBottom: line }}
        >
          {t}
        </Box>
      ))}
      <Over job={job} />
      <Calls job={job} />
      <Box
        sx={{
          flex: 1,
          minHeight: 0,
          display: 'grid',
          gridTemplateColumns: wide ? '270px minmax(0, 1fr)' : 'minmax(0, 1fr)',
          gridTemplateRows: wide ? undefined : 'auto 1fr',
        }}
      >
        {wide ? (
          <Box
            component="nav"
            aria-label="Order of work"
            sx={{ borderRight: `1px solid ${ink('rule')}`, minWidth: 0 }}
          >
            {order}
          </Box>
        ) : (
          <Box
            sx={{
              display: 'flex',
              gap: 2,
              p: 2,
              borderBottom: `1px solid ${ink('rule')}`,
              background: ink('stone'),
            }}
          >
            <Button variant="outlined" onClick={() => setDrawer('order')}>
              Order of work ({at + 1} of {steps.length})
            </Button>
            <Button variant="outlined" onClick={() => setDrawer('tells')}>
              What this tells you
            </Button>
            <Button
              variant="outlined"
              component={Link}
              to={`/jobs/${job.number}/sheet`}
              sx={{ display: { sm: 'none' } }}
            >
              Sheet
            </Button>
          </Box>
        )}
        <Boundary
          key={step.id}
          what="This step"
          action="Set aside what was typed here, and try again"
          onRetry={() => setDraftAside(person, job.number, step.id)}
        >
          <Suspense fallback={<Loading what="the instrument" />}>
            <StepPanel
              key={`${person} ${step.id}`}
              job={job}
              step={step}
              next={next}
              onNext={go}
              wide={wide}
              paper={paper}
              tells={drawer === 'tells'}
              onTells={(open) => setDrawer(open ? 'tells' : null)}
            />
          </Suspense>
        </Boundary>
      </Box>
      <Drawer
        open={drawer === 'order' && !wide}
        onClose={() => setDrawer(null)}
        slotProps={{
          paper: { sx: { width: 300, background: ink('stone') }, 'aria-label': 'Order of work' },
        }}
      >
        {order}
      </Drawer>
    </>
  )
}

/** What is to be known of the job as a whole before working on it. */
function Over({ job }: { job: JobView }) {
  const looked = useLooked(job.number)
  const { ended, state } = job.sheet
  if (ended)
    return (
      <Box
        role="note"
        data-ended
        sx={{ px: 4, py: 2, background: ink('paper'), borderBottom: line }}
      >
        <strong>Ended unsigned.</strong> {endings[ended.ending]}: {ended.reason}. {ended.by.name},{' '}
        {new Date(ended.at).toLocaleDateString(undefined, { dateStyle: 'medium' })}
      </Box>
    )
  if (state === 'signed') return null
  return (
    <>
      <OnShift shift={job.sheet.shift} />
      <Dangers dangers={job.dangers} busy={looked.isPending} onLooked={() => looked.mutate(true)} />
      <Differences
        title="The rules have changed since somebody last looked at this job"
        text="These are judged otherwise now. Look at each; a decision or another reading settles it."
        changed={job.changed}
      >
        <Button
          variant="outlined"
          size="small"
          disabled={looked.isPending}
          onClick={() => looked.mutate(false)}
        >
          I have looked at them
        </Button>
      </Differences>
    </>
  )
}

const line = `1.5px solid ${ink('ink')}`
