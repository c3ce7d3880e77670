import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useAddPerson, useEndSessions, useGiveCode, usePeople, useSavePerson } from '../api/door'
import type { PersonView } from '../api/types'
import { Failure, Loading, Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { ink, size } from '../theme'
import { once, Refusal } from './Door'
import { Doings } from './Doings'
import { roleWords, useMe } from './me'
import { Restored } from './Restored'
import { Tablets } from './Tablets'

type Role = keyof typeof roleWords

/** Who comes in, and at which tablets; what was done at the door. For keepers. */
export function PeoplePage() {
  const me = useMe()
  return (
    <Screen title="People and tablets">
      {me.keeper ? (
        <Box
          sx={{
            p: 5,
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 3fr) minmax(0, 2fr)' },
            gap: 6,
            alignItems: 'start',
          }}
        >
          <Box sx={{ display: 'grid', gap: 6, minWidth: 0 }}>
            <Restored />
            <People />
          </Box>
          <Box sx={{ display: 'grid', gap: 6, minWidth: 0 }}>
            <Tablets />
            <Doings />
          </Box>
        </Box>
      ) : (
        <Message
          title="For keepers"
          text="A keeper of this shop says who comes in and lets tablets in."
          to="/shop"
          action="To the shop"
        />
      )}
    </Screen>
  )
}

function People() {
  const people = usePeople()
  if (people.isPending) return <Loading what="the people" />
  if (people.error) return <Failure error={people.error} again={() => void people.refetch()} />
  const here = people.data.filter((p) => !p.gone)
  const gone = people.data.filter((p) => p.gone)
  return (
    <Box component="section" aria-label="People" sx={{ display: 'grid', gap: 3, minWidth: 0 }}>
      <Typography variant="h2">People</Typography>
      <Typography sx={{ color: ink('ink2') }}>
        A technician enters, a lead also countersigns and settles how the shop works, a reader sees
        and prints. A keeper, beside one of these, sees to people, tablets and copies.
      </Typography>
      {here.map((p) => (
        <PersonRow key={p.id} person={p} />
      ))}
      <AddPerson />
      {gone.length > 0 && (
        <>
          <Typography variant="h3">Who has left</Typography>
          {gone.map((p) => (
            <PersonRow key={p.id} person={p} />
          ))}
        </>
      )}
    </Box>
  )
}

/** What somebody has to come in with, in words. */
function comesBy(p: PersonView): string {
  if (p.gone) return `left on ${p.gone}; stays on what they signed`
  const has = p.has.map((k) => ({ pin: 'PIN', passphrase: 'passphrase', code: 'a code' })[k])
  if (p.has.length === 0) return 'cannot come in yet: give them a code'
  return `comes in by ${has.join(' and ')}`
}

function PersonRow({ person: p }: { person: PersonView }) {
  const me = useMe()
  const save = useSavePerson()
  const code = useGiveCode()
  const end = useEndSessions()
  const [sure, setSure] = useState(false)
  const put = (patch: { role?: Role; keeper?: boolean; gone?: boolean }) =>
    save.mutate({ id: p.id, role: p.role, keeper: p.keeper, gone: !!p.gone, ...patch })
  const error = save.error ?? code.error ?? end.error
  return (
    <Box
      data-account={p.id}
      sx={{
        border: `1.5px solid ${ink('rule')}`,
        background: ink('panel'),
        p: 3,
        display: 'grid',
        gap: 2,
      }}
    >
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 200px' }}>
          <Typography sx={{ fontWeight: 600, fontSize: size.lead }}>{p.name}</Typography>
          <Typography variant="body2">{comesBy(p)}</Typography>
        </Box>
        <RoleBox value={p.role} disabled={!!p.gone} onChange={(role) => put({ role })} />
        <FormControlLabel
          control={
            <Checkbox
              checked={!!p.keeper}
              disabled={!!p.gone}
              onChange={(e) => put({ keeper: e.target.checked })}
            />
          }
          label="Keeper"
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        {!p.gone && p.id !== me.id && (
          <Button
            size="small"
            variant="outlined"
            data-give-code
            onClick={() => (p.has.length === 0 || sure ? code.mutate(p.id) : setSure(true))}
          >
            {sure ? 'Yes: their PIN and passphrase end now' : 'Give a code'}
          </Button>
        )}
        {!p.gone && (
          <Button size="small" variant="outlined" onClick={() => end.mutate(p.id)}>
            Sign out everywhere
          </Button>
        )}
        <Button size="small" variant="outlined" data-leaves onClick={() => put({ gone: !p.gone })}>
          {p.gone ? 'Take back' : 'Has left'}
        </Button>
      </Box>
      {code.data && (
        <Box role="status">
          <Box component="span" data-code-given sx={once}>
            {code.data.code.slice(0, 4)} {code.data.code.slice(4)}
          </Box>
          <Typography variant="body2">
            Tell it to {p.name}: it is shown once, and good for three days. At the sign-in they say
            that a keeper gave them a code, and choose their own.
          </Typography>
        </Box>
      )}
      {end.isSuccess && <Box role="status">Signed out everywhere.</Box>}
      {error && <Refusal>{error.message}</Refusal>}
    </Box>
  )
}

function RoleBox({
  value,
  onChange,
  disabled,
}: {
  value: Role
  onChange: (role: Role) => void
  disabled?: boolean
}) {
  return (
    <TextField
      select
      size="small"
      label="Role"
      value={value}
      disabled={disabled}
      onChange={(e) => onChange(e.target.value as Role)}
      sx={{ minWidth: 150 }}
    >
      {(Object.keys(roleWords) as Role[]).map((r) => (
        <MenuItem key={r} value={r}>
          {roleWords[r]}
        </MenuItem>
      ))}
    </TextField>
  )
}

function AddPerson() {
  const add = useAddPerson()
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('technician')
  const error = add.error instanceof ApiError ? add.error : null
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        add.mutate({ name, role }, { onSuccess: () => setName('') })
      }}
      sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'start' }}
    >
      <TextField
        size="small"
        label="Somebody new: the name on build sheets"
        value={name}
        onChange={(e) => setName(e.target.value)}
        error={!!error?.field('name')}
        helperText={error?.field('name')}
        slotProps={{ htmlInput: { autoComplete: 'off', 'data-add': '' } }}
        sx={{ flex: '1 1 260px' }}
      />
      <RoleBox value={role} onChange={setRole} />
      <Button type="submit" variant="contained" disabled={!name.trim() || add.isPending}>
        Add
      </Button>
      {add.error && !error?.field('name') && <Refusal>{add.error.message}</Refusal>}
    </Box>
  )
}
