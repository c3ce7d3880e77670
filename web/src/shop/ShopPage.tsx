import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { ApiError, useSaveShop, useShop } from '../api/client'
import { unitWord } from '../entry/EntryBox'
import type { ShopView } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { Keys } from './Keys'
import { useMe } from '../door/me'
import { ink } from '../theme'
import { Copies } from './Copies'
import { Files } from './Files'
import { Plans } from './Plans'
import { Recall } from './Recall'

/** The shop: its name, how it works where good shops differ, and its plans. */
export function ShopPage() {
  const shop = useShop()
  return (
    <Screen title="Shop">
      <Box
        sx={{
          p: 5,
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 2fr) minmax(0, 3fr)' },
          gap: 6,
          alignItems: 'start',
        }}
      >
        {shop.isPending ? (
          <Loading what="the shop" />
        ) : shop.error ? (
          <Failure error={shop.error} again={() => void shop.refetch()} />
        ) : (
          <Settings shop={shop.data} />
        )}
        <Box sx={{ display: 'grid', gap: 6, minWidth: 0 }}>
          <Recall />
          <Plans />
          <Copies />
          <Files />
        </Box>
      </Box>
    </Screen>
  )
}

/** What has a unit beside its box, and the units to choose from. */
const unitChoices = [
  ['temperature', 'Temperatures', ['C', 'F']],
  ['pressure', 'Pressures', ['bar', 'psi', 'kPa', 'MPa']],
  ['torque', 'Torques', ['Nm', 'lbf-ft', 'lbf-in', 'kgf-m']],
  ['velocity', 'Vibration', ['mm/s', 'in/s']],
] as const

function Settings({ shop }: { shop: ShopView }) {
  const me = useMe()
  const save = useSaveShop()
  // What is chosen stays, however often the page is fetched anew meanwhile.
  const kept = {
    name: shop.name,
    set: shop.rules.set,
    schools: shop.rules.schools,
    units: shop.rules.units ?? {},
    version: shop.version,
  }
  const [chosen, setChosen] = useState<typeof kept>()
  const { name, set, schools, units, version } = chosen ?? kept
  const choose = (patch: Partial<typeof kept>) => setChosen({ ...kept, ...chosen, ...patch })
  const error = save.error instanceof ApiError ? save.error : null
  const again = useShop()
  const changed =
    JSON.stringify({ name, set, schools, units }) !==
    JSON.stringify({ name: kept.name, set: kept.set, schools: kept.schools, units: kept.units })
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        save.mutate(
          { name, set, schools, units, version },
          {
            onSuccess: () => setChosen(undefined),
            // Written by somebody else meanwhile: what was chosen stays, and goes over it when it is kept again.
            onError: (e) => {
              if (!(e instanceof ApiError) || e.problem.status !== 409) return
              void again.refetch().then((now) => now.data && choose({ version: now.data.version }))
            },
          },
        )
      }}
      sx={{ display: 'grid', gap: 4 }}
    >
      <Typography variant="h2">How this shop works</Typography>
      <TextField
        label="Name of the shop"
        value={name}
        onChange={(e) => choose({ name: e.target.value })}
        error={!!error?.field('name')}
        helperText={error?.field('name')}
      />
      <TextField
        select
        label="General limits, where neither maker nor shop has one"
        value={set}
        onChange={(e) => choose({ set: e.target.value })}
      >
        {shop.sets.map((s) => (
          <MenuItem key={s.key} value={s.key}>
            {s.title}
          </MenuItem>
        ))}
      </TextField>
      <Typography>
        The unit beside the boxes of what is no length. Where none is chosen each figure is typed
        with its own.
      </Typography>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }} data-units>
        {unitChoices.map(([key, title, choices]) => (
          <TextField
            key={key}
            select
            label={title}
            value={units[key] ?? ''}
            onChange={(e) => choose({ units: { ...units, [key]: e.target.value || undefined } })}
            error={!!error?.field(`units.${key}`)}
            helperText={error?.field(`units.${key}`)}
            sx={{ minWidth: 150 }}
          >
            <MenuItem value="">each with its own</MenuItem>
            {choices.map((u) => (
              <MenuItem key={u} value={u}>
                {unitWord(u)}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </Box>
      {error && error.problem.status === 409 && (
        <Typography role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {error.message}
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        <Button variant="outlined" component={Link} to="/shop/limits">
          Limits of this shop
        </Button>
        <Button variant="outlined" component={Link} to="/gauges">
          Gauges of this shop
        </Button>
        {me.keeper && (
          <Button variant="outlined" component={Link} to="/shop/people">
            People and tablets
          </Button>
        )}
      </Box>
      <Keys keys={shop.keys} />
      <Typography sx={{ color: ink('ink2') }}>
        Where good technicians disagree. A job keeps what was in force when it was opened, and its
        sheet says so.
      </Typography>
      {shop.schools.map((s) => (
        <TextField
          key={s.key}
          select
          label={s.title}
          value={schools[s.key] ?? s.default}
          onChange={(e) => choose({ schools: { ...schools, [s.key]: e.target.value } })}
        >
          {s.choices.map((c) => (
            <MenuItem key={c.key} value={c.key}>
              {c.title}
            </MenuItem>
          ))}
        </TextField>
      ))}
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
        <Button
          size="large"
          type="submit"
          variant="contained"
          disabled={!changed || save.isPending}
          sx={{ px: 6 }}
        >
          Keep
        </Button>
        {save.isSuccess && !changed && (
          <span role="status">Kept. Jobs opened from now on follow it.</span>
        )}
        {error && (
          <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
            {error.message}
          </Box>
        )}
      </Box>
    </Box>
  )
}
