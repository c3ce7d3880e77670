import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useLookThrough, usePeople, useRestored, useSavePerson } from '../api/door'
import type { PersonView } from '../api/types'
import { ink } from '../theme'
import { Refusal } from './Door'

/** After a copy was restored a keeper looks through the people: who had left since may stand there again. */
export function Restored() {
  const restored = useRestored()
  const people = usePeople()
  const save = useSavePerson()
  const look = useLookThrough()
  const r = restored.data?.restored
  if (!r) return null
  const put = (p: PersonView, gone: boolean) =>
    save.mutate({ id: p.id, role: p.role, keeper: p.keeper, gone })
  const error = save.error ?? look.error
  return (
    <Box
      component="section"
      aria-label="Restored"
      data-restored
      sx={{
        border: `3px solid ${ink('ink')}`,
        background: ink('panel'),
        p: 4,
        display: 'grid',
        gap: 3,
      }}
    >
      <Typography variant="h3">This shop was restored from a copy</Typography>
      <Typography>
        {r.file}, on {new Date(r.at).toLocaleDateString(undefined, { dateStyle: 'medium' })}. Nobody
        is signed in, tablets are let in anew, links have ended.{' '}
        {r.known
          ? 'The people below stand otherwise in the shop from before, and do not come in until you have said what holds.'
          : 'The shop from before could not be asked: look through the people, for somebody who has left since.'}
      </Typography>
      {r.held.map((h) => {
        const p = people.data?.find((x) => x.id === h.person)
        return (
          <Box
            key={h.person}
            data-held={h.person}
            sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}
          >
            <Box sx={{ flex: '1 1 200px' }}>
              <Typography sx={{ fontWeight: 600 }}>{h.name}</Typography>
              <Typography variant="body2">
                {h.why === 'left'
                  ? 'had left in the shop from before'
                  : 'might do less in the shop from before'}
              </Typography>
            </Box>
            <Button
              variant="outlined"
              disabled={!p || save.isPending}
              onClick={() => p && put(p, true)}
            >
              Has left
            </Button>
            <Button
              variant="outlined"
              disabled={!p || save.isPending}
              onClick={() => p && put(p, false)}
            >
              Works here, as below
            </Button>
          </Box>
        )
      })}
      <Button
        variant="contained"
        sx={{ justifySelf: 'start' }}
        disabled={r.held.length > 0 || look.isPending}
        onClick={() => look.mutate()}
      >
        I looked through the people
      </Button>
      {error && <Refusal>{error.message}</Refusal>}
    </Box>
  )
}
