import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { ApiError, useSaveShop, useShop } from '../api/client'
import type { ShopView } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { ink } from '../theme'
import { Files } from './Files'
import { Plans } from './Plans'

/** The shop: its name, how it works where good shops differ, and its plans. */
export function ShopPage() {
  const shop = useShop()
  return (
    <Screen title="Shop">
      <Box sx={{ p: 5, display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 2fr) minmax(0, 3fr)' }, gap: 6, alignItems: 'start' }}>
        {shop.isPending ? <Loading what="the shop" /> : shop.error ? <Failure error={shop.error} again={() => void shop.refetch()} /> : <Settings key={shop.dataUpdatedAt} shop={shop.data} />}
        <Box sx={{ display: 'grid', gap: 6, minWidth: 0 }}><Plans /><Files /></Box>
      </Box>
    </Screen>
  )
}

function Settings({ shop }: { shop: ShopView }) {
  const save = useSaveShop()
  const [name, setName] = useState(shop.name)
  const [set, setSet] = useState(shop.rules.set)
  const [schools, setSchools] = useState<Record<string, string>>(shop.rules.schools)
  const error = save.error instanceof ApiError ? save.error : null
  const changed = name !== shop.name || set !== shop.rules.set || JSON.stringify(schools) !== JSON.stringify(shop.rules.schools)
  return (
    <Box component="form" onSubmit={(e) => { e.preventDefault(); save.mutate({ name, set, schools }) }} sx={{ display: 'grid', gap: 4 }}>
      <Typography variant="h2">How this shop works</Typography>
      <TextField label="Name of the shop" value={name} onChange={(e) => setName(e.target.value)} error={!!error?.field('name')} helperText={error?.field('name')} />
      <TextField select label="General limits, where neither maker nor shop has one" value={set} onChange={(e) => setSet(e.target.value)}>
        {shop.sets.map((s) => <MenuItem key={s.key} value={s.key}>{s.title}</MenuItem>)}
      </TextField>
      <Button variant="outlined" component={Link} to="/shop/limits" sx={{ justifySelf: 'start' }}>Limits of this shop</Button>
      <Typography sx={{ color: ink('ink2') }}>Where good technicians disagree. A job keeps what was in force when it was opened, and its sheet says so.</Typography>
      {shop.schools.map((s) => (
        <TextField key={s.key} select label={s.title} value={schools[s.key] ?? s.default} onChange={(e) => setSchools({ ...schools, [s.key]: e.target.value })}>
          {s.choices.map((c) => <MenuItem key={c.key} value={c.key}>{c.title}</MenuItem>)}
        </TextField>
      ))}
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
        <Button type="submit" variant="contained" disabled={!changed || save.isPending} sx={{ minHeight: 56, px: 6 }}>Keep</Button>
        {save.isSuccess && !changed && <span role="status">Kept. Jobs opened from now on follow it.</span>}
        {error && <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>{error.message}</Box>}
      </Box>
    </Box>
  )
}
