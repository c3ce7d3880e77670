import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Divider from '@mui/material/Divider'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useSession, useSignIn, useSignOut } from '../api/door'
import type { Account } from '../api/types'
import { useKeys } from '../app/keys'
import { roleOf, useMe } from './me'
import { OwnDialog } from './OwnDialog'
import { PinForm } from './SignInPage'
import { size } from '../theme'

/** Who is working, at the top of every screen; on a tablet the next person is two taps away. */
export function Who() {
  const me = useMe()
  const session = useSession().data
  const sign = useSignIn()
  const out = useSignOut()
  const [open, setOpen] = useState(false)
  const [next, setNext] = useState<Account>()
  const [own, setOwn] = useState(false)
  const button = useRef<HTMLButtonElement>(null)
  const pick = (a: Account) => {
    setOpen(false)
    if (a.id === me.id) return
    if (session?.demo) sign.mutate({ person: a.id })
    else setNext(a)
  }
  useKeys({ q: () => setOpen(true) })
  const others = session?.tablet || session?.demo ? (session.people ?? []) : []
  return (
    <>
      <Button
        ref={button}
        variant="bar"
        data-who
        onClick={() => setOpen(true)}
        aria-haspopup="menu"
        aria-label={`${me.name}, who is working`}
        sx={{ fontFamily: 'inherit', fontWeight: 500, fontSize: size.body, whiteSpace: 'nowrap' }}
      >
        <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
          {me.name}
        </Box>
        <Box component="span" sx={{ display: { sm: 'none' } }}>
          {initials(me.name)}
        </Box>
      </Button>
      <Menu anchorEl={() => button.current} open={open} onClose={() => setOpen(false)}>
        {session?.demo && (
          <MenuItem disabled sx={{ minHeight: 45 }}>
            The demo: no PIN is asked here
          </MenuItem>
        )}
        {others.map((a) => (
          <MenuItem
            key={a.id}
            data-person={a.id}
            selected={a.id === me.id}
            onClick={() => pick(a)}
            sx={{ minHeight: 52 }}
          >
            <ListItemText primary={a.name} secondary={roleOf(a)} />
          </MenuItem>
        ))}
        {!session?.demo && others.length > 0 && <Divider />}
        {!session?.demo && (
          <MenuItem
            data-own
            onClick={() => {
              setOpen(false)
              setOwn(true)
            }}
            sx={{ minHeight: 45 }}
          >
            My PIN and passphrase
          </MenuItem>
        )}
        {!session?.demo && (
          <MenuItem data-out onClick={() => out.mutate()} sx={{ minHeight: 45 }}>
            {session?.tablet ? 'Lock this tablet' : 'Sign out'}
          </MenuItem>
        )}
      </Menu>
      {next && (
        <Dialog open onClose={() => setNext(undefined)} aria-labelledby="next-title">
          <DialogTitle id="next-title" variant="h1">
            {next.name}
          </DialogTitle>
          <DialogContent sx={{ pt: '8px !important' }}>
            <PinForm
              person={next}
              onBack={() => setNext(undefined)}
              onIn={() => setNext(undefined)}
            />
          </DialogContent>
        </Dialog>
      )}
      {own && <OwnDialog onClose={() => setOwn(false)} />}
    </>
  )
}

const initials = (name: string) =>
  name
    .split(/[\s.]+/)
    .map((w) => w.charAt(0))
    .join('')
