import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { Key } from './Key'

const groups: { title: string; keys: [string, string][] }[] = [
  {
    title: 'While measuring',
    keys: [
      ['Enter', 'next box; after the last box: keep'],
      ['Enter', 'after keeping: on to the next step'],
      ['Back', 'in an empty box: one box back'],
      ['Esc', 'out of the box, so that the letters below work'],
      ['1 … 9', 'tick a finding, or choose how it turns'],
      ['0', 'nothing found'],
    ],
  },
  {
    title: 'On the bench',
    keys: [
      ['n', 'next step'],
      ['p', 'step before'],
      ['e', 'back into the boxes'],
      ['d', 'decide on a reading'],
      ['h', 'the clock: a hot bearing, a wait, a leak test'],
      ['v', 'leak test: the air was let out'],
      ['g', 'leak test: by the rule of the site'],
      ['f', 'take a picture'],
      ['o', 'order of work'],
      ['t', 'what this tells you'],
      ['c', 'likely causes'],
      ['l', 'what this check came to in earlier jobs'],
      ['b', 'build sheet'],
      ['i', 'parts list'],
      ['s', 'leave a step out'],
      ['w', 'withdraw what was entered'],
      ['x', 'type in from paper, with the times as written'],
      ['z', 'take back the last tick of a row'],
    ],
  },
  {
    title: 'At a bench tool',
    keys: [
      ['e', 'into the boxes'],
      ['Space', 'a drop, at the packing drip'],
      ['c', 'copy as text'],
      ['n', 'keep to a pump’s notes'],
      ['x', 'clear'],
    ],
  },
  {
    title: 'Everywhere',
    keys: [
      ['u', 'thou or mm'],
      ['j', 'jobs'],
      ['m', 'pumps'],
      ['k', 'bench tools'],
      ['y', 'shop and plans'],
      ['/', 'find a job, on the jobs page'],
      ['n', 'a new job, on the jobs page'],
      ['q', 'who works: hand over to somebody else'],
      ['?', 'this page'],
      ['Alt …', 'the same from inside a box'],
    ],
  },
]

export function HelpDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="md" aria-labelledby="help-title">
      <DialogTitle id="help-title" variant="h1">
        Keys
      </DialogTitle>
      <DialogContent
        sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr 1fr' }, gap: 6 }}
      >
        {groups.map((g) => (
          <Box key={g.title}>
            <Typography variant="h3" sx={{ mb: 2 }}>
              {g.title}
            </Typography>
            {g.keys.map(([key, what], i) => (
              <Box
                key={i}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: '92px 1fr',
                  alignItems: 'baseline',
                  mb: 1.5,
                }}
              >
                <span>
                  <Key>{key}</Key>
                </span>{' '}
                <span>{what}</span>
              </Box>
            ))}
          </Box>
        ))}
        <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
          Lengths: 2, −1.5, +.5 in the unit chosen, or with their own: 2 thou, 0.002", .002 in, 0.05
          mm, 50 µm, 3/16 in, 1-25/32 in. A decimal comma is fine.
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button component={Link} to="/about" onClick={onClose}>
          About Settle, licences
        </Button>
        <Button variant="contained" onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
