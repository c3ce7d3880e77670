import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { Link, useParams } from 'react-router'
import { useJob } from '../api/client'
import type { JobView } from '../api/types'
import { JobTitle } from '../app/JobTitle'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { condensed, ink, mono } from '../theme'

const words: Record<string, string> = {
  'to-order': 'To order',
  'on-the-bench': 'On the bench',
  used: 'Used',
  return: 'Return for credit',
  'not-used': 'Not used',
}
const uses: Record<string, string> = {
  always: 'always',
  'if-needed': 'if needed',
  extra: 'beside the kit',
}

/** The parts list of a job: what to order, what lies on the bench, what was used and what goes back. */
export function KitPage() {
  const number = useParams().number!
  const job = useJob(number)
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

function Page({ job }: { job: JobView }) {
  const lines = job.sheet.kit
  const groups = Object.keys(words)
    .map((state) => ({ state, lines: lines.filter((l) => l.state === state) }))
    .filter((g) => g.lines.length > 0)
  return (
    <Box
      sx={{
        p: 5,
        maxWidth: 980,
        width: '100%',
        mx: 'auto',
        display: 'grid',
        gap: 4,
        '@media print': { p: 0, maxWidth: 'none' },
      }}
    >
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1" component="h2" sx={{ flex: 1 }}>
          Parts for {job.number}, {job.pump.tag}
        </Typography>
        <Box sx={{ display: 'flex', gap: 2, '@media print': { display: 'none' } }}>
          <Button variant="contained" onClick={() => window.print()}>
            Print
          </Button>
          <Button variant="outlined" href={`/api/v1/jobs/${job.number}/kit.csv`} download>
            Save as CSV
          </Button>
          <Button variant="outlined" component={Link} to={`/jobs/${job.number}`}>
            Back to the job
          </Button>
        </Box>
      </Box>
      <Typography>
        {job.pump.maker} {job.pump.model}, serial {job.pump.serial || 'not known'}. Elastomer:{' '}
        {job.pump.elastomer || 'not known, see the pump’s page'}. Liquid:{' '}
        {job.pump.liquid || 'not known'}.
      </Typography>
      {job.elastomer_warning && (
        <Box
          role="note"
          sx={{ border: `2px solid ${ink('close')}`, p: 3, fontWeight: 500, color: ink('close') }}
        >
          {job.elastomer_warning}
        </Box>
      )}
      {lines.length === 0 && <Typography>This plan names no kit.</Typography>}
      {groups.map((g) => (
        <Box component="section" key={g.state} data-kit={g.state}>
          <Typography variant="h2" sx={{ mb: 1 }}>
            {words[g.state]}
          </Typography>
          <Box
            component="table"
            sx={{
              width: '100%',
              borderCollapse: 'collapse',
              '& td': { borderTop: `1px solid ${ink('rule')}`, py: 1.5, pr: 3 },
            }}
          >
            <tbody>
              {g.lines.map((l) => (
                <tr key={l.part}>
                  <Box component="td" sx={{ fontFamily: mono, fontWeight: 600, width: 56 }}>
                    {l.quantity} ×
                  </Box>
                  <td style={{ fontWeight: 500 }}>{l.title}</td>
                  <Box component="td" sx={{ color: ink('ink2'), width: 130 }}>
                    {uses[l.use]}
                  </Box>
                  <Box
                    component="td"
                    sx={{ color: ink('ink2'), width: 260, fontFamily: condensed }}
                  >
                    {l.lubricant}
                  </Box>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      ))}
    </Box>
  )
}
