import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { ApiError } from '../api/client'
import { useChooseSecret, useOutEverywhere, useSession } from '../api/door'
import { Choice } from '../app/Choice'
import { Refusal } from './Door'
import { OwnSessions } from './OwnSessions'
import { Secret } from './Secret'

const kinds = { pin: 'PIN, for the tablets', passphrase: 'Passphrase, for elsewhere' } as const
type Kind = keyof typeof kinds

/** What is typed to change one: the one that is there, else the one that one came in with. */
function asked(kind: Kind, onTablet: boolean): string {
  if (kind === 'pin') return onTablet ? 'The PIN you have' : 'Your PIN now, else your passphrase'
  return onTablet ? 'Your passphrase now, else your PIN' : 'The passphrase you have'
}

/** One's own PIN and passphrase, and the way to be signed out everywhere. */
export function OwnDialog({ onClose }: { onClose: () => void }) {
  const tablet = useSession().data?.tablet
  const choose = useChooseSecret()
  const out = useOutEverywhere()
  const [kind, setKind] = useState<Kind>('pin')
  const [secret, setSecret] = useState('')
  const [now, setNow] = useState('')
  const error = choose.error instanceof ApiError ? choose.error : null
  const named = ['secret', 'pin'].some((f) => error?.field(f))
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="own-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          choose.mutate({ kind, secret, pin: now })
        }}
      >
        <DialogTitle id="own-title" variant="h1">
          My PIN and passphrase
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
          <Choice
            label="Which"
            value={kind}
            onChange={(k) => {
              setKind(k)
              setSecret('')
              choose.reset()
            }}
            sx={{ display: 'grid', gap: 2 }}
            options={(Object.keys(kinds) as Kind[]).map((value) => ({
              value,
              label: kinds[value],
            }))}
          />
          <Secret
            label={
              kind === 'pin' ? 'New PIN, 6 digits or more' : 'New passphrase, 12 letters or more'
            }
            value={secret}
            onChange={setSecret}
            error={error?.field('secret')}
            name="new"
            autoComplete="new-password"
          />
          <Secret
            label={asked(kind, !!tablet)}
            value={now}
            onChange={setNow}
            error={error?.field('pin')}
            name="now"
            autoComplete="current-password"
          />
          {choose.error && !named && <Refusal>{choose.error.message}</Refusal>}
          {choose.isSuccess && (
            <Box role="status">
              Changed. It is asked for from now on; elsewhere you are signed out.
            </Box>
          )}
          <OwnSessions />
          <Button
            variant="text"
            disabled={out.isPending}
            onClick={() => out.mutate()}
            sx={{ justifySelf: 'start', px: 0 }}
          >
            Sign me out everywhere
          </Button>
          {out.error && <Refusal>{out.error.message}</Refusal>}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" variant="contained" disabled={!secret || !now || choose.isPending}>
            Change
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
