import { useState } from 'react'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import { useAddNote, usePumps } from '../api/pumps'
import { ink } from '../theme'

interface Props {
  title: string
  note: { kind: string; input: string; unit: string; address: string }
  onClose: (kept?: string) => void
}

/** Which pump a calculation belongs to. */
export function NoteDialog({ title, note, onClose }: Props) {
  const pumps = usePumps()
  const add = useAddNote()
  const [id] = useState(() => crypto.randomUUID())
  const [tag, setTag] = useState('')
  const [remark, setRemark] = useState('')
  const keep = () => {
    if (tag)
      add.mutate(
        { tag, note: { ...note, id, remark: remark || undefined } },
        { onSuccess: () => onClose(tag) },
      )
  }
  return (
    <Dialog open onClose={() => onClose()} maxWidth="sm" fullWidth aria-labelledby="note-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          keep()
        }}
      >
        <DialogTitle id="note-title" variant="h2">
          {title}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 3, pt: '8px !important' }}>
          <Autocomplete
            options={pumps.data ?? []}
            getOptionLabel={(p) => `${p.tag}  ${p.name}`}
            autoHighlight
            onChange={(_, p) => setTag(p?.tag ?? '')}
            loading={pumps.isPending}
            noOptionsText="No pump of that tag or name"
            renderInput={(p) => <TextField {...p} label="Pump" autoFocus />}
          />
          <TextField label="Remark" value={remark} onChange={(e) => setRemark(e.target.value)} />
          {add.error && (
            <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
              {add.error.message}
            </Box>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => onClose()}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={!tag || add.isPending}>
            Keep
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
