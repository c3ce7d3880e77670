import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import MenuItem from '@mui/material/MenuItem'
import InputAdornment from '@mui/material/InputAdornment'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { Link, useNavigate } from 'react-router'
import { useJobs, usePlans, type JobList } from '../api/client'
import { usePumps } from '../api/pumps'
import type { JobRow } from '../api/types'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { Failure, Loading, Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { useKept } from '../app/settings'
import { SmallLine } from '../shaft/ShaftLine'
import { VerdictShape } from '../shapes/Verdict'
import { useMe, works } from '../door/me'
import { condensed, ink, mono, size } from '../theme'

type Show = JobList['state']
type Sort = JobList['sort']

const sorts: Record<Sort, string> = {
  changed: 'worked on last',
  opened: 'opened last',
  number: 'job number',
  tag: 'tag of the pump',
}

/** The shop's jobs, the one worked on last on top. */
export function JobsPage() {
  const navigate = useNavigate()
  const [words, setWords] = useState('')
  const [show, setShow] = useKept<Show>('settle.jobs', 'all')
  const [sort, setSort] = useKept<Sort>('settle.jobs.sort', 'changed')
  const [construction, setConstruction] = useState('')
  const [at, setAt] = useState(0)
  const q = words.trim()
  const jobs = useJobs({ q, state: show, sort, construction })
  const plans = usePlans()
  const pumps = usePumps({ q, construction, limit: 6 }, q.length > 1)
  const find = useRef<HTMLInputElement>(null)
  const list = useRef<HTMLDivElement>(null)
  const rows = jobs.data?.pages.flat() ?? []
  const hits = q.length > 1 ? (pumps.data ?? []) : []
  const move = (to: number) => {
    const next = Math.max(0, Math.min(to, rows.length - 1))
    setAt(next)
    list.current?.querySelectorAll<HTMLElement>('[data-job]')[next]?.focus()
  }
  const me = useMe()
  useKeys({
    '/': () => find.current?.focus(),
    n: () => works(me) && void navigate('/jobs/new'),
    ArrowDown: () => move(at),
    ArrowUp: () => move(at),
  })
  return (
    <Screen title="Jobs">
      <Box sx={{ p: 5, maxWidth: 1280, width: '100%', mx: 'auto' }}>
        <Box sx={{ display: 'flex', gap: 3, mb: 4, flexWrap: 'wrap', alignItems: 'center' }}>
          <TextField
            inputRef={find}
            value={words}
            onChange={(e) => {
              setWords(e.target.value)
              setAt(0)
            }}
            placeholder="Tag, job number, maker, serial, a finding, a remark"
            sx={{ flex: '1 1 320px' }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowDown') {
                e.preventDefault()
                move(0)
              }
              const [only, ...more] = rows
              if (e.key === 'Enter' && only && more.length === 0)
                void navigate(`/jobs/${only.number}`)
            }}
            slotProps={{
              htmlInput: { 'aria-label': 'Find a job', autoComplete: 'off' },
              input: {
                endAdornment: (
                  <InputAdornment position="end">
                    <Key>/</Key>
                  </InputAdornment>
                ),
              },
            }}
          />
          <ToggleButtonGroup
            exclusive
            size="large"
            value={show}
            onChange={(_, s: Show | null) => s && setShow(s)}
            aria-label="Which jobs"
          >
            <ToggleButton value="open">Open</ToggleButton>
            <ToggleButton value="decide">To decide</ToggleButton>
            <ToggleButton value="signed">Signed</ToggleButton>
            <ToggleButton value="ended">Ended</ToggleButton>
            <ToggleButton value="all">All</ToggleButton>
          </ToggleButtonGroup>
          {works(me) && (
            <Button size="large" variant="contained" component={Link} to="/jobs/new" sx={{ px: 5 }}>
              New job <Key on>n</Key>
            </Button>
          )}
        </Box>
        <Box sx={{ display: 'flex', gap: 3, mb: 3, flexWrap: 'wrap' }}>
          <TextField
            select
            size="small"
            label="Sorted by"
            value={sort}
            onChange={(e) => setSort(e.target.value as Sort)}
            sx={{ width: 210 }}
          >
            {Object.entries(sorts).map(([k, w]) => (
              <MenuItem key={k} value={k}>
                {w}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            size="small"
            label="Construction"
            value={construction}
            onChange={(e) => setConstruction(e.target.value)}
            sx={{ width: 300 }}
          >
            <MenuItem value="">all</MenuItem>
            {(plans.data ?? [])
              .filter((p) => !p.own)
              .map((p) => (
                <MenuItem key={p.key} value={p.construction}>
                  {p.title}
                </MenuItem>
              ))}
          </TextField>
        </Box>
        {hits.length > 0 && (
          <Box
            component="section"
            aria-label="Pumps found"
            data-pump-hits
            sx={{ mb: 4, display: 'flex', gap: 2, flexWrap: 'wrap' }}
          >
            {hits.map((p) => (
              <ButtonBase
                key={p.tag}
                component={Link}
                to={`/pumps/${encodeURIComponent(p.tag)}`}
                sx={{
                  minHeight: 48,
                  px: 3,
                  border: `1.5px solid ${ink('dyeText')}`,
                  background: ink('paper'),
                  gap: 2,
                }}
              >
                <Box
                  sx={{
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: size.lead,
                    color: ink('dyeText'),
                  }}
                >
                  {p.tag}
                </Box>
                {p.name}
              </ButtonBase>
            ))}
          </Box>
        )}
        {jobs.isPending ? (
          <Loading what="the jobs" />
        ) : jobs.error ? (
          <Failure error={jobs.error} again={() => void jobs.refetch()} />
        ) : rows.length === 0 ? (
          words ? (
            <Message
              title="Nothing found"
              text={`No job has "${words}" in it. Try the tag or the job number alone.`}
              action="Show all jobs"
              onAction={() => {
                setWords('')
                setShow('all')
                setConstruction('')
              }}
            />
          ) : show === 'ended' ? (
            <Message
              title="No ended jobs"
              text="A job that will not be signed is ended by a lead, on its build sheet."
              action="Show all jobs"
              onAction={() => setShow('all')}
            />
          ) : show === 'decide' ? (
            <Message
              title="Nothing to decide"
              text="No job has a reading that waits for somebody's decision."
              action="Show all jobs"
              onAction={() => setShow('all')}
            />
          ) : (
            <Message
              title={
                show === 'open'
                  ? 'No open jobs'
                  : construction
                    ? 'No jobs of this construction'
                    : 'No jobs yet'
              }
              text="A job begins with a pump on the bench. Open one and work through its rebuild."
              to="/jobs/new"
              action="New job"
            />
          )
        ) : (
          <Box
            ref={list}
            role="list"
            aria-label="Jobs"
            sx={{ borderTop: `1.5px solid ${ink('ink')}` }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowDown') {
                e.preventDefault()
                move(at + 1)
              }
              if (e.key === 'ArrowUp') {
                e.preventDefault()
                if (at === 0) find.current?.focus()
                else move(at - 1)
              }
            }}
          >
            {rows.map((job, i) => (
              <Row key={job.number} job={job} onFocus={() => setAt(i)} />
            ))}
            {jobs.hasNextPage && (
              <Button
                size="large"
                variant="outlined"
                data-more
                disabled={jobs.isFetchingNextPage}
                onClick={() => void jobs.fetchNextPage()}
                sx={{ mt: 3 }}
              >
                {jobs.isFetchingNextPage ? 'Fetching' : 'More jobs'}
              </Button>
            )}
          </Box>
        )}
      </Box>
    </Screen>
  )
}

const states = {
  received: 'Received',
  'in-work': 'In work',
  ready: 'Ready to sign',
  signed: 'Signed',
  ended: 'Ended unsigned',
} as const

const over = (job: JobRow) => job.state === 'signed' || job.state === 'ended'

function Row({ job, onFocus }: { job: JobRow; onFocus: () => void }) {
  const date = (d: string) =>
    new Date(d).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' })
  return (
    <Box role="listitem">
      <ButtonBase
        component={Link}
        to={`/jobs/${job.number}${over(job) ? '/sheet' : ''}`}
        onFocus={onFocus}
        data-job={job.number}
        sx={{
          width: '100%',
          minHeight: 72,
          display: 'grid',
          gridTemplateColumns: {
            xs: '1fr',
            sm: '84px minmax(0, 1fr) minmax(0, 1fr)',
            md: '84px minmax(0, 1fr) minmax(0, 1fr) 250px 118px',
          },
          columnGap: 4,
          rowGap: { xs: 1, md: 4 },
          '& > :nth-of-type(1)': { gridRow: { sm: 'span 2', md: 'auto' } },
          alignItems: 'center',
          justifyItems: 'start',
          textAlign: 'left',
          px: 3,
          py: 2,
          borderBottom: `1px solid ${ink('rule')}`,
          background: over(job) ? 'transparent' : ink('panel'),
          '&:hover': { background: ink('paper') },
          outlineOffset: '-3px !important',
        }}
      >
        <Box sx={{ fontFamily: mono, fontWeight: 600 }}>{job.number}</Box>
        <Box sx={{ minWidth: 0 }}>
          <Box
            sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.key, lineHeight: 1.15 }}
          >
            {job.tag} {job.name}
          </Box>
          <Box sx={{ color: ink('ink2'), fontSize: size.minor }}>{job.complaint}</Box>
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Box
            sx={{
              fontWeight: 600,
              display: 'flex',
              alignItems: 'center',
              gap: 1.5,
              color: over(job) ? ink('ink2') : ink('ink'),
            }}
          >
            {states[job.state]}
            {job.decide > 0 && (
              <>
                <VerdictShape verdict="out" size={13} /> {job.decide} to decide
              </>
            )}
          </Box>
          <Box sx={{ color: ink('ink2'), fontSize: size.minor }}>
            {over(job) ? job.remark : `${job.stage}: ${job.step}`}
          </Box>
          {job.waits_for?.map((w) => (
            <Box key={w} data-waits sx={{ fontSize: size.minor, fontWeight: 500 }}>
              Waits for {w}
            </Box>
          ))}
        </Box>
        <SmallLine line={job.line} />
        <Box sx={{ fontSize: size.minor, color: ink('ink2') }}>
          {date(job.changed)}
          <br />
          {job.by}
          {!over(job) && (
            <>
              <br />
              {job.done} of {job.total} done
            </>
          )}
        </Box>
      </ButtonBase>
    </Box>
  )
}
