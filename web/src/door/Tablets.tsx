import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useOffer, useRevoke, useSetLock, useTablets } from '../api/door'
import { Failure, Loading } from '../app/Message'
import { ink } from '../theme'
import { once, Refusal } from './Door'
import { useAddress } from './useAddress'

/** The tablets of the shop: one is let in by a code, and let in no more by a click. */
export function Tablets() {
  const offer = useOffer()
  const tablets = useTablets(offer.isSuccess)
  const revoke = useRevoke()
  const [name, setName] = useState('')
  const { at, setAt, reach } = useAddress()
  const error = offer.error instanceof ApiError ? offer.error : null
  const named = ['name', 'at'].some((f) => error?.field(f))
  if (tablets.isPending) return <Loading what="the tablets" />
  if (tablets.error) return <Failure error={tablets.error} again={() => void tablets.refetch()} />
  const here = tablets.data.tablets.filter((t) => !t.revoked)
  const came = here.some((t) => t.name === offer.variables?.name && !t.anew)
  return (
    <Box
      component="section"
      aria-label="Tablets"
      sx={{
        border: `1.5px solid ${ink('ink')}`,
        background: ink('panel'),
        p: 4,
        display: 'grid',
        gap: 3,
      }}
    >
      <Typography variant="h3">Tablets</Typography>
      {here.length === 0 && (
        <Typography>
          No tablet is let in yet. On one that is, a person is picked from a list and types a PIN.
        </Typography>
      )}
      {reach === 'here' && (
        <Typography sx={{ fontWeight: 600 }}>
          Settle answers this PC only: no tablet reaches it yet. Stop it and start it for the shop’s
          network, with <code>--addr :8420</code>.
        </Typography>
      )}
      {here.map((t) => (
        <Box key={t.id} data-tablet={t.name} sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
          <Box sx={{ flex: 1 }}>
            <Typography sx={{ fontWeight: 600 }}>{t.name}</Typography>
            {t.anew && (
              <Typography sx={{ fontWeight: 600 }}>
                to be let in anew, after the restoring
              </Typography>
            )}
            <Typography variant="body2">
              let in by {t.by},{' '}
              {new Date(t.since).toLocaleDateString(undefined, { dateStyle: 'medium' })}
            </Typography>
          </Box>
          <Button
            variant="outlined"
            size="small"
            disabled={revoke.isPending}
            onClick={() => revoke.mutate(t.id)}
          >
            Let it in no more
          </Button>
        </Box>
      ))}
      {revoke.error && <Refusal>{revoke.error.message}</Refusal>}
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault()
          offer.mutate({ name: name.trim(), at: at.trim() })
        }}
        sx={{ display: 'grid', gap: 3 }}
      >
        <TextField
          size="small"
          label="Name of a new tablet"
          placeholder="Bench 2"
          value={name}
          onChange={(e) => setName(e.target.value)}
          error={!!error?.field('name')}
          helperText={error?.field('name')}
          slotProps={{ htmlInput: { autoComplete: 'off', 'data-tablet-name': '' } }}
        />
        <TextField
          size="small"
          label="Address under which tablets open Settle"
          value={at}
          onChange={(e) => setAt(e.target.value)}
          error={!!error?.field('at')}
          helperText={error?.field('at') || 'It stands where Settle was started.'}
        />
        <Button
          type="submit"
          variant="contained"
          disabled={!name.trim() || offer.isPending}
          sx={{ justifySelf: 'start' }}
        >
          Let a tablet in
        </Button>
      </Box>
      {error && !named && <Refusal>{error.message}</Refusal>}
      {came && <Box role="status">{offer.variables?.name} was let in.</Box>}
      {offer.data && !came && (
        <Box role="status" sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'center' }}>
          <Box
            component="img"
            alt="Code that opens this shop on the tablet"
            src={`data:image/svg+xml,${encodeURIComponent(offer.data.qr ?? '')}`}
            sx={{ width: 180, height: 180, border: `1px solid ${ink('rule')}` }}
          />
          <Box sx={{ flex: '1 1 180px' }}>
            <Box component="span" data-offer sx={once}>
              {offer.data.code.slice(0, 4)} {offer.data.code.slice(4)}
            </Box>
            <Typography variant="body2">
              Read the code with the tablet, or open the address on it and type the letters. Good
              until{' '}
              {new Date(offer.data.ends).toLocaleTimeString(undefined, { timeStyle: 'short' })}.
            </Typography>
          </Box>
        </Box>
      )}
      <Lock minutes={tablets.data.lock} />
    </Box>
  )
}

/** After how many minutes an untouched tablet locks. */
function Lock({ minutes }: { minutes: number }) {
  const set = useSetLock()
  const [typed, setTyped] = useState<string>()
  const value = typed ?? String(minutes)
  const says = set.error instanceof ApiError ? set.error.field('minutes') : ''
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        set.mutate(value, { onSuccess: () => setTyped(undefined) })
      }}
      sx={{ display: 'flex', gap: 3, alignItems: 'start', flexWrap: 'wrap' }}
    >
      <TextField
        size="small"
        label="An untouched tablet locks after, min"
        value={value}
        onChange={(e) => setTyped(e.target.value)}
        error={says !== ''}
        helperText={says || 'What is typed is kept for who typed it.'}
        slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off' } }}
        sx={{ flex: '1 1 260px' }}
      />
      <Button type="submit" variant="outlined" disabled={typed === undefined || set.isPending}>
        Keep
      </Button>
      {set.error && <Refusal>{set.error.message}</Refusal>}
    </Box>
  )
}
