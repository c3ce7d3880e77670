import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useAddLink, useEndLink, useLinks } from '../api/door'
import { Refusal } from '../door/Door'
import { useAddress } from '../door/useAddress'
import { ink, mono } from '../theme'

/** Shows the job to somebody who has no account, by a link that ends. */
export function Share({ number }: { number: string }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="outlined" data-share onClick={() => setOpen(true)}>
        Show it to a customer
      </Button>
      {open && <ShareDialog number={number} onClose={() => setOpen(false)} />}
    </>
  )
}

function ShareDialog({ number, onClose }: { number: string; onClose: () => void }) {
  const add = useAddLink(number)
  const [what, setWhat] = useState('')
  const [days, setDays] = useState('14')
  const { at, setAt, reach } = useAddress()
  const error = add.error instanceof ApiError ? add.error : null
  const named = ['what', 'days', 'at'].some((f) => error?.field(f))
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="share-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          add.mutate({ what, days, at: at.trim() })
        }}
      >
        <DialogTitle id="share-title" variant="h1">
          Show {number} to a customer
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 3, pt: '8px !important' }}>
          <Typography>
            Whoever has the link sees this job and its sheet, and nothing else of the shop, until it
            ends.
          </Typography>
          <TextField
            label="For whom"
            value={what}
            onChange={(e) => setWhat(e.target.value)}
            autoFocus
            error={!!error?.field('what')}
            helperText={error?.field('what')}
            slotProps={{ htmlInput: { autoComplete: 'off', 'data-share-for': '' } }}
          />
          <TextField
            label="Ends after, days"
            value={days}
            onChange={(e) => setDays(e.target.value)}
            error={!!error?.field('days')}
            helperText={error?.field('days')}
            slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off' } }}
          />
          <TextField
            label="Address under which they open Settle"
            value={at}
            onChange={(e) => setAt(e.target.value)}
            error={!!error?.field('at')}
            helperText={error?.field('at')}
          />
          {reach && <Typography data-reach>{reaches[reach]}</Typography>}
          {add.error && !named && <Refusal>{add.error.message}</Refusal>}
          {add.data && (
            <Box role="status">
              <Typography sx={{ fontWeight: 600 }}>The link, shown this once:</Typography>
              <Box
                data-share-link
                sx={{
                  fontFamily: mono,
                  wordBreak: 'break-all',
                  border: `1px solid ${ink('rule')}`,
                  p: 2,
                }}
              >
                {add.data.address}
              </Box>
              <Button
                variant="outlined"
                size="small"
                sx={{ mt: 2 }}
                onClick={() => void navigator.clipboard?.writeText(add.data.address)}
              >
                Copy it
              </Button>
            </Box>
          )}
          <Links number={number} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" variant="contained" disabled={!what.trim() || add.isPending}>
            Make a link
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}

const reaches = {
  here: 'Settle answers this PC only: the link opens here, and nowhere else. To others send the sheet as PDF.',
  shop: 'The link opens in this shop’s network, on a device that trusts the shop’s certificate. To others send the sheet as PDF.',
  known: 'The link opens wherever this address can be reached.',
} as const

const day = (at: string) => new Date(at).toLocaleDateString(undefined, { dateStyle: 'medium' })

/** The links there are. */
function Links({ number }: { number: string }) {
  const links = useLinks(number)
  const end = useEndLink(number)
  return (
    <>
      {links.data?.map((l) => (
        <Box key={l.id} sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
          <Typography variant="body2" sx={{ flex: 1 }}>
            {l.what}, by {l.by}: {l.over ? 'ended' : `until ${day(l.ends)}`}
          </Typography>
          {!l.over && (
            <Button size="small" variant="outlined" onClick={() => end.mutate(l.id)}>
              End it
            </Button>
          )}
        </Box>
      ))}
      {(links.error ?? end.error) && <Refusal>{(links.error ?? end.error)!.message}</Refusal>}
    </>
  )
}
