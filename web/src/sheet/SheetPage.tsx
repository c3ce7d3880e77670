import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useJob, useKeptSheet, useRows } from '../api/client'
import type { JobView } from '../api/types'
import { JobTitle } from '../app/JobTitle'
import { useKeys } from '../app/keys'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { useSettings } from '../app/settings'
import { settles, useMe, works } from '../door/me'
import { ink } from '../theme'
import { AmendSheet, CheckSheet, EndJob, ReopenJob } from './Closing'
import { HandOver } from './Shift'
import { Counts } from './Counts'
import { Differences } from './Differences'
import { Paper } from './Paper'
import { Share } from './Share'

/** The build sheet: what was found, what was built, who stands for it. */
export function SheetPage() {
  const number = useParams().number!
  const as = Number(useSearchParams()[0].get('as') ?? 0)
  const now = useJob(number)
  const then = useKeptSheet(number, as)
  const job = as > 0 ? then : now
  return (
    <Screen title={job.data ? <JobTitle job={job.data} /> : number}>
      {job.isPending ? (
        <Loading what={`job ${number}`} />
      ) : job.error ? (
        <Failure error={job.error} again={() => void job.refetch()} />
      ) : (
        <Page job={job.data} />
      )}
    </Screen>
  )
}

const titles = {
  received: 'Not ready to sign',
  'in-work': 'Not ready to sign',
  ready: 'Ready to sign',
  signed: 'Signed',
  ended: 'Ended unsigned',
} as const

function Page({ job }: { job: JobView }) {
  const me = useMe()
  const navigate = useNavigate()
  const { unit } = useSettings()
  useKeys({ b: () => void navigate(`/jobs/${job.number}`) })
  const rows = useRows(job)
  const { state } = job.sheet
  const signing = job.sheet.stages.flatMap((s) => s.steps).find((s) => s.kind === 'sign')
  const file = (format: string) => `/api/v1/jobs/${job.number}/sheet.${format}`
  const as = job.as ? `&as=${job.as}` : ''
  return (
    <Box
      sx={{
        p: 4,
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 220px' },
        gap: 4,
        alignItems: 'start',
        '@media print': { display: 'block', p: 0 },
      }}
    >
      {rows.data ? (
        <Paper job={job} rows={rows.data} />
      ) : rows.error ? (
        <Failure error={rows.error} again={() => void rows.refetch()} />
      ) : (
        <Loading what="the sheet" />
      )}
      <Box
        component="aside"
        aria-label="Sign and print"
        sx={{
          display: 'flex',
          flexDirection: 'column',
          gap: 2.5,
          '@media print': { display: 'none' },
        }}
      >
        <Typography variant="h2">{titles[state]}</Typography>
        {job.as && <Earlier job={job} />}
        <Counts tally={job.sheet.tally} />
        {!job.as && (state === 'signed' || state === 'ended') && (
          <Differences
            title={`By today’s rules (${job.rules})`}
            text={`The sheet stands as it was kept, by rules ${job.sheet.rules}. Today these would be judged otherwise:`}
            changed={job.changed}
          />
        )}
        {works(me) && !job.as && job.sheet.second && (
          <>
            <Typography variant="body2">
              A second person is to check it: somebody who did not sign it.
            </Typography>
            <CheckSheet job={job} />
          </>
        )}
        {signing?.blocked && state !== 'signed' && state !== 'ended' && (
          <Typography variant="body2">{signing.blocked}</Typography>
        )}
        {state === 'ready' && (
          <Button
            variant="contained"
            size="large"
            component={Link}
            to={`/jobs/${job.number}?step=${signing!.id}`}
          >
            Sign and lock
          </Button>
        )}
        <Button
          variant={state === 'ready' ? 'outlined' : 'contained'}
          onClick={() => window.print()}
        >
          Print
        </Button>
        <Button variant="outlined" href={`${file('pdf')}?unit=${unit}${as}`} download>
          Save as PDF
        </Button>
        <Button variant="outlined" href={file('csv') + as.replace('&', '?')} download>
          Save as CSV
        </Button>
        <Button variant="outlined" href={file('json')} download>
          Save as JSON
        </Button>
        {state !== 'signed' && state !== 'ended' && (
          <Button
            variant="outlined"
            href={`/api/v1/jobs/${job.number}/order.pdf?unit=${unit}`}
            download
          >
            Work order on paper
          </Button>
        )}
        <Button variant="outlined" component={Link} to={`/jobs/${job.number}/parts`}>
          Parts list
        </Button>
        <Button variant="outlined" component={Link} to={`/jobs/${job.number}`}>
          Back to the job
        </Button>
        {settles(me) && <Share number={job.number} />}
        {works(me) && !job.as && state === 'signed' && <AmendSheet job={job} />}
        {works(me) && !job.as && state === 'ended' && <ReopenJob job={job} />}
        {works(me) && state !== 'signed' && state !== 'ended' && <HandOver job={job} />}
        {works(me) && state !== 'signed' && state !== 'ended' && <EndJob job={job} />}
        <Kept job={job} />
      </Box>
    </Box>
  )
}

/** Says that an older sheet is shown. */
function Earlier({ job }: { job: JobView }) {
  return (
    <Box role="note" sx={{ border: `2px solid ${ink('ink')}`, background: ink('paper'), p: 3 }}>
      <Typography sx={{ fontWeight: 600 }}>An earlier sheet is shown.</Typography>
      <Button component={Link} to={`/jobs/${job.number}/sheet`} size="small" sx={{ px: 0 }}>
        Show the latest
      </Button>
    </Box>
  )
}

const words: Record<string, string> = {
  kept: 'As signed',
  amended: 'As amended',
  checked: 'As checked',
  ended: 'As ended',
  withdrawn: 'After a withdrawal',
}

/** The sheets that are kept with a job, each as it was. */
function Kept({ job }: { job: JobView }) {
  const latest = job.sheets.at(-1)?.seq
  if (latest === undefined) return null
  // An end that was taken back may stand before the signature.
  const signed = job.sheets.findIndex((s) => s.kind === 'kept')
  return (
    <Box component="nav" aria-label="Kept sheets" data-kept>
      <Typography variant="h3" component="h2" sx={{ mb: 1 }}>
        Kept sheets
      </Typography>
      {job.sheets.map((s, i) => (
        <Box key={s.seq} sx={{ borderTop: `1px solid ${ink('rule')}`, py: 1.5 }}>
          <Link
            to={`/jobs/${job.number}/sheet${s.seq === latest ? '' : `?as=${s.seq}`}`}
            aria-current={s.seq === (job.as ?? latest) ? 'page' : undefined}
            style={{ color: ink('dyeText'), fontWeight: s.seq === (job.as ?? latest) ? 600 : 400 }}
          >
            {s.kind === 'kept' && i > signed ? 'With what followed' : (words[s.kind] ?? s.kind)}
          </Link>
          <Typography variant="body2">
            {s.by}, {new Date(s.at).toLocaleDateString(undefined, { dateStyle: 'medium' })}
            {s.later && '; made later, the job was signed before sheets were kept'}
          </Typography>
        </Box>
      ))}
    </Box>
  )
}
