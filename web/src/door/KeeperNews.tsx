import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { Link, useLocation } from 'react-router'
import { useSession, useToldOfKeepers } from '../api/door'
import { ink } from '../theme'

/** What a keeper is to know at once: who else became one, and that a copy was restored. */
export function KeeperNews() {
  const session = useSession().data
  const told = useToldOfKeepers()
  const there = useLocation().pathname === '/shop/people'
  const fresh = session?.new_keepers ?? []
  const restored = session?.restored && !there
  if (fresh.length === 0 && !restored) return null
  return (
    <Box
      role="status"
      data-keeper-news
      sx={{
        background: ink('panel'),
        borderBottom: `3px solid ${ink('ink')}`,
        px: 5,
        py: 3,
        display: 'grid',
        gap: 2,
        '@media print': { display: 'none' },
      }}
    >
      {fresh.map((k, i) => (
        <Box key={i}>
          <b>{k.name}</b> is a keeper since{' '}
          {new Date(k.at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}:
          made by {k.by}, from {k.address}.
        </Box>
      ))}
      {restored && <Box>This shop was restored from a copy: look through who may come in.</Box>}
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        {fresh.length > 0 && (
          <Button variant="contained" disabled={told.isPending} onClick={() => told.mutate()}>
            I have read it
          </Button>
        )}
        {!there && (
          <Button variant="outlined" component={Link} to="/shop/people">
            To the people
          </Button>
        )}
      </Box>
    </Box>
  )
}
