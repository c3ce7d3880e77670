import { useState } from 'react'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { ApiError, useAddPerson } from '../api/client'

export function PersonDialog({
  onClose,
  onAdded,
}: {
  onClose: () => void
  onAdded: (id: string) => void
}) {
  const [name, setName] = useState('')
  const [role, setRole] = useState('technician')
  const add = useAddPerson()
  const problem = add.error instanceof ApiError ? add.error.field('name') || add.error.message : ''
  return (
    <Dialog open onClose={onClose} aria-labelledby="person-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          add.mutate({ name, role }, { onSuccess: (p) => onAdded(p.id) })
        }}
      >
        <DialogTitle id="person-title" variant="h1">
          Who works here?
        </DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 4, minWidth: 340 }}>
          <TextField
            label="Name as it stands on the build sheet"
            value={name}
            onChange={(e) => setName(e.target.value)}
            autoFocus
            error={problem !== ''}
            helperText={problem || ' '}
            margin="dense"
          />
          <ToggleButtonGroup
            exclusive
            value={role}
            onChange={(_, r: string | null) => r && setRole(r)}
            aria-label="Role"
          >
            <ToggleButton value="technician">Technician</ToggleButton>
            <ToggleButton value="lead">Lead</ToggleButton>
          </ToggleButtonGroup>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={add.isPending}>
            Add
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
