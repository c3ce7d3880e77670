import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useNavigate } from 'react-router'
import { ApiError } from '../api/client'
import { useMakeKeeper } from '../api/door'
import { Choice } from '../app/Choice'
import { column, Door, Refusal } from './Door'
import { roleWords } from './me'
import { Secret } from './Secret'

type Role = keyof typeof roleWords

/** The first keeper of a shop, by the address that the server printed. */
export function KeeperPage() {
  const navigate = useNavigate()
  const make = useMakeKeeper()
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('lead')
  const [passphrase, setPassphrase] = useState('')
  const error = make.error instanceof ApiError ? make.error : null
  const named = ['name', 'passphrase'].some((f) => error?.field(f))
  return (
    <Door title="The keeper of this shop">
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault()
          make.mutate(
            { token: window.location.hash.slice(1), name, role, passphrase },
            { onSuccess: () => void navigate('/shop/people') },
          )
        }}
        sx={column}
      >
        <Typography>
          A keeper says who comes in, lets tablets in and sees to the copies. More keepers can be
          made afterwards: two are better than one.
        </Typography>
        <TextField
          label="Your name, as it stands on build sheets"
          value={name}
          onChange={(e) => setName(e.target.value)}
          autoFocus
          error={!!error?.field('name')}
          helperText={
            error?.field('name') || 'A name that the shop knows already becomes a keeper.'
          }
          slotProps={{ htmlInput: { autoComplete: 'username', 'data-name': '' } }}
        />
        <Box>
          <Typography sx={{ mb: 1.5 }}>At the bench you are</Typography>
          <Choice
            label="At the bench"
            value={role}
            onChange={setRole}
            sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 2 }}
            options={(Object.keys(roleWords) as Role[]).map((value) => ({
              value,
              label: roleWords[value],
            }))}
          />
        </Box>
        <Secret
          label="Passphrase, 12 letters or more"
          value={passphrase}
          onChange={setPassphrase}
          error={error?.field('passphrase')}
          hint="Such as four words that have nothing to do with each other"
          autoComplete="new-password"
        />
        {make.error && !named && <Refusal>{make.error.message}</Refusal>}
        <Button
          type="submit"
          size="large"
          variant="contained"
          disabled={make.isPending || !name || !passphrase}
          sx={{ justifySelf: 'start', px: 6 }}
        >
          Begin
        </Button>
      </Box>
    </Door>
  )
}
