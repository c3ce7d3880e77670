import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { Link, useParams } from 'react-router'
import { useJob } from '../api/client'
import type { JobView } from '../api/types'
import { useKeys } from '../app/keys'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { useSettings } from '../app/settings'
import { useNavigate } from 'react-router'
import { Counts } from './Counts'
import { Paper } from './Paper'

/** The build sheet: what was found, what was built, who stands for it. */
export function SheetPage() {
  const number = useParams().number!
  const job = useJob(number)
  return (
    <Screen
      title={
        job.data ? (
          <>
            {number}&ensp;{job.data.pump.tag} {job.data.pump.name}
          </>
        ) : (
          number
        )
      }
    >
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

function Page({ job }: { job: JobView }) {
  const navigate = useNavigate()
  const { unit } = useSettings()
  useKeys({ b: () => void navigate(`/jobs/${job.number}`) })
  const { state } = job.sheet
  const signing = job.sheet.stages.flatMap((s) => s.steps).find((s) => s.kind === 'sign')
  const file = (format: string) => `/api/v1/jobs/${job.number}/sheet.${format}`
  return (
    <Box
      sx={{
        p: 4,
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 196px' },
        gap: 4,
        alignItems: 'start',
        '@media print': { display: 'block', p: 0 },
      }}
    >
      <Paper job={job} />
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
        <Typography variant="h2">
          {state === 'signed'
            ? 'Signed'
            : state === 'ready'
              ? 'Ready to sign'
              : 'Not ready to sign'}
        </Typography>
        <Counts tally={job.sheet.tally} />
        {state !== 'signed' && signing?.blocked && (
          <Typography variant="body2">{signing.blocked}</Typography>
        )}
        {state === 'ready' && (
          <Button
            variant="contained"
            component={Link}
            to={`/jobs/${job.number}?step=${signing!.id}`}
            sx={{ minHeight: 56 }}
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
        <Button variant="outlined" href={`${file('pdf')}?unit=${unit}`} download>
          Save as PDF
        </Button>
        <Button variant="outlined" href={file('csv')} download>
          Save as CSV
        </Button>
        <Button variant="outlined" href={file('json')} download>
          Save as JSON
        </Button>
        <Button variant="outlined" component={Link} to={`/jobs/${job.number}/parts`}>
          Parts list
        </Button>
        <Button variant="outlined" component={Link} to={`/jobs/${job.number}`}>
          Back to the job
        </Button>
      </Box>
    </Box>
  )
}
