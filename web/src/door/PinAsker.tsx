import { useEffect, useState } from 'react'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { useSession } from '../api/door'
import { canAsk, type Asking } from '../api/pin'
import { useMe } from './me'
import { Secret } from './Secret'

interface Asked {
  wrong: string
  what: Asking
  answer: (pin: string | undefined) => void
}

/** Asks for the PIN once more, where what is sent is a signature or a keeper's act. */
export function PinAsker() {
  const [asked, setAsked] = useState<Asked>()
  useEffect(() => {
    canAsk((wrong, what) => new Promise((answer) => setAsked({ wrong, what, answer })))
    return () => canAsk(undefined)
  }, [])
  if (!asked) return null
  const close = (pin: string | undefined) => {
    setAsked(undefined)
    asked.answer(pin)
  }
  return <PinDialog wrong={asked.wrong} what={asked.what} onClose={close} />
}

const words = {
  signature: {
    title: 'Sign as',
    text: 'What you send now carries your signature.',
    yes: 'Sign',
    no: 'Do not sign',
  },
  act: {
    title: 'Once more,',
    text: 'Only a keeper does this. It is asked again after five minutes.',
    yes: 'Do it',
    no: 'Leave it',
  },
} as const

function PinDialog({
  wrong,
  what,
  onClose,
}: {
  wrong: string
  what: Asking
  onClose: (pin?: string) => void
}) {
  const me = useMe()
  const tablet = useSession().data?.tablet
  const [pin, setPin] = useState('')
  return (
    <Dialog open onClose={() => onClose()} maxWidth="xs" fullWidth aria-labelledby="pin-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          e.stopPropagation()
          if (pin) onClose(pin)
        }}
      >
        <DialogTitle id="pin-title" variant="h1">
          {words[what].title} {me.name}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4 }}>
          <Typography>{words[what].text}</Typography>
          <Secret
            pin={!!tablet}
            label={tablet ? 'PIN' : 'Passphrase'}
            value={pin}
            onChange={setPin}
            autoFocus
            error={wrong}
            name="sign"
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={() => onClose()}>{words[what].no}</Button>
          <Button type="submit" variant="contained" disabled={!pin} sx={{ minHeight: 48, px: 5 }}>
            {words[what].yes}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
