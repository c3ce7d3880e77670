import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useNameKey } from '../api/pumps'
import type { ShopView } from '../api/types'
import { Refusal } from '../door/Door'
import { useMe } from '../door/me'
import { mono } from '../theme'

type ShopKey = ShopView['keys'][number]

/** The keys that sheets are signed with: this shop's, and those of shops whose jobs were taken in. */
export function Keys({ keys }: { keys: ShopKey[] }) {
  const lead = useMe().role === 'lead'
  return (
    <>
      {keys.map((k) => (
        <Box key={k.fingerprint} sx={{ display: 'grid', gap: 2 }}>
          <Typography data-shop-key={k.own ? 'own' : 'other'}>
            {whose(k)}{' '}
            <Box component="span" sx={{ fontFamily: mono, fontWeight: 600 }}>
              {k.fingerprint}
            </Box>
          </Typography>
          {!k.own && lead && <Name of={k} />}
        </Box>
      ))}
    </>
  )
}

function whose(k: ShopKey): string {
  if (k.now) return 'Key of this shop, on every signed sheet:'
  if (k.own) return 'An earlier key of this shop:'
  return k.name ? `Key of ${k.name}, another shop:` : 'Key of another shop, which nobody has named:'
}

/** Says whose a key is: hold its fingerprint against what that shop itself says. */
function Name({ of }: { of: ShopKey }) {
  const [typed, setTyped] = useState<string>()
  const set = useNameKey()
  const says = set.error instanceof ApiError ? set.error.field('name') : ''
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        set.mutate(
          { fingerprint: of.fingerprint, name: typed ?? '' },
          { onSuccess: () => setTyped(undefined) },
        )
      }}
      sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'start' }}
    >
      <TextField
        size="small"
        label="Whose key it is"
        value={typed ?? of.name ?? ''}
        onChange={(e) => setTyped(e.target.value)}
        error={says !== ''}
        helperText={says || 'Ask that shop for its fingerprint by another way, and compare.'}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
        sx={{ flex: '1 1 260px' }}
      />
      <Button type="submit" variant="outlined" disabled={typed === undefined || set.isPending}>
        Keep
      </Button>
      {set.error && !says && <Refusal>{set.error.message}</Refusal>}
    </Box>
  )
}
