import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import type { JobView, Sentence } from '../api/types'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { useUnit } from '../app/settings'
import { ShaftRuns } from '../shaft/Runs'
import { condensed, ink, size } from '../theme'

/** What may be behind all readings and findings of the job together: with what
 * speaks for and against each, and the one test that would tell. */
export function Causes({ job }: { job: JobView }) {
  const { causes, runs } = job.sheet
  const { show } = useUnit()
  const [open, setOpen] = useState(false)
  useKeys({
    c: () => {
      if (causes.length > 0) setOpen(true)
    },
  })
  if (causes.length === 0) return null
  return (
    <>
      <Button
        variant="outlined"
        data-causes
        onClick={() => setOpen(true)}
        sx={{ gap: 2, justifyContent: 'space-between', textAlign: 'left' }}
      >
        What may be behind it: {causes.length} <Key>c</Key>
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        maxWidth="md"
        fullWidth
        aria-labelledby="causes-title"
      >
        <DialogTitle id="causes-title" variant="h1">
          What may be behind it
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4 }}>
          <Typography>
            From all readings and findings of this job together. None of it is certain: a test
            tells, and a person decides.
          </Typography>
          {causes.map((c) => (
            <Box
              key={c.key}
              component="section"
              sx={{ borderTop: `1.5px solid ${ink('ink')}`, pt: 2 }}
            >
              <Box
                sx={{
                  display: 'flex',
                  gap: 3,
                  alignItems: 'baseline',
                  fontFamily: condensed,
                  fontWeight: 600,
                }}
              >
                <Box component="h3" sx={{ m: 0, fontSize: size.head }}>
                  {c.title}
                </Box>
                <Box sx={{ color: ink('ink2'), fontSize: size.lead }}>{c.standing}</Box>
              </Box>
              {job.again[c.key] && (
                <Typography sx={{ fontWeight: 600, mb: 1 }}>{job.again[c.key]}</Typography>
              )}
              <Typography sx={{ mb: 1.5 }}>{c.because}</Typography>
              <Signs title="For it" signs={c.for} />
              <Signs title="Against it" signs={c.against} />
              <Signs title="Later" signs={c.later ?? []} />
              {c.ask && (
                <Typography sx={{ mt: 1.5, fontWeight: 600 }}>Missing: {show(c.ask)}.</Typography>
              )}
              <Typography sx={{ mt: 1.5, fontWeight: 500 }}>Test: {c.test}</Typography>
            </Box>
          ))}
          <ShaftRuns runs={runs} />
        </DialogContent>
        <DialogActions>
          <Button variant="contained" autoFocus onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogActions>
      </Dialog>
    </>
  )
}

function Signs({ title, signs }: { title: string; signs: Sentence[] }) {
  const { show } = useUnit()
  if (signs.length === 0) return null
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '84px 1fr', gap: 2, color: ink('ink2') }}>
      <span>{title}</span>
      <Box component="ul" sx={{ m: 0, pl: 4 }}>
        {signs.map((s, i) => (
          <li key={i}>{show(s)}</li>
        ))}
      </Box>
    </Box>
  )
}
