import { useState, type ReactNode } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ink } from '../theme'

interface Props {
  title: string
  text: string
  label: string
  /** reasons that are often right, a touch each */
  usual?: string[]
  action: string
  /** what has to be chosen beside the reason */
  children?: ReactNode
  ready?: boolean
  busy: boolean
  error?: string
  onReason: (reason: string) => void
  onClose: () => void
}

/** Asks why, before something is withdrawn, ended or amended. */
export function ReasonDialog(props: Props) {
  const { title, text, label, usual = [], action, children, ready = true, busy, error } = props
  const [reason, setReason] = useState('')
  return (
    <Dialog open onClose={props.onClose} aria-labelledby="reason-title" fullWidth maxWidth="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          if (reason.trim() && ready && !busy) props.onReason(reason.trim())
        }}
      >
        <DialogTitle id="reason-title" variant="h1">
          {title}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4 }}>
          <Typography>{text}</Typography>
          {children}
          {usual.length > 0 && (
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
              {usual.map((u) => (
                <Button
                  key={u}
                  size="small"
                  variant={reason === u ? 'contained' : 'outlined'}
                  onClick={() => setReason(u)}
                >
                  {u}
                </Button>
              ))}
            </Box>
          )}
          <TextField
            autoFocus
            label={label}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            slotProps={{ htmlInput: { autoComplete: 'off', 'data-reason': '', maxLength: 500 } }}
          />
          {error && (
            <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
              {error}
            </Box>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={props.onClose}>Back</Button>
          <Button type="submit" variant="contained" disabled={!reason.trim() || !ready || busy}>
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}

/** Why somebody takes an entry back, most often. */
export const slips = ['Ticked by mistake', 'Wrong step', 'Wrong pump', 'Not done yet']
