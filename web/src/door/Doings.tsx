import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useDoings } from '../api/door'
import type { Doing } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { ink } from '../theme'

const words: Record<string, (d: Doing) => string> = {
  'signed-in': () => 'came in',
  refused: (d) => (d.about === 'tablet' ? 'a code for a tablet was wrong' : `wrong ${d.about}`),
  'signed-out': () => 'went',
  'out-everywhere': (d) => `signed ${d.about} out everywhere`,
  'first-keeper': () => 'became keeper, by the address that the server printed',
  'chose-secret': (d) => `chose a ${d.about === 'pin' ? 'PIN' : d.about}`,
  added: (d) => `added ${d.about}`,
  changed: (d) => `changed ${d.about}`,
  'gave-code': (d) => `gave ${d.about} a code`,
  offered: (d) => `made a code for the tablet ${d.about}`,
  'let-in': (d) => `the tablet ${d.about} was let in`,
  revoked: (d) => `let the tablet ${d.about} in no more`,
  'made-link': (d) => `made a link to ${d.about}`,
  'ended-link': () => 'ended a link',
  'opened-link': (d) => `the link to ${d.about} was opened`,
  'set-copies': (d) => `set the copies to ${d.about}`,
  'set-lock': (d) => `set the lock to ${d.about}`,
  'not-confirmed': () => 'gave a wrong PIN or passphrase once more: refused',
  'ended-session': () => 'ended one of their own sessions',
  'looked-through': (d) => `looked through the people after restoring ${d.about}`,
  forbidden: (d) => `was refused: ${d.about?.replaceAll('-', ' ')}`,
  'took-in': (d) => `took in ${d.about}`,
  'set-limits': (d) => `set limits: ${d.about}`,
  'took-plan': (d) => `took in the plan ${d.about}`,
  'took-register': (d) => `took in a register: ${d.about}`,
  'set-shop': (d) => `set the shop: ${d.about}`,
  'named-key': (d) => `said whose a key is: ${d.about}`,
  'made-copy': (d) => `made a copy: ${d.about}`,
}

/** Sign-ins, and what keepers did: appended to and never changed. */
export function Doings() {
  const doings = useDoings()
  if (doings.isPending) return <Loading what="the record of sign-ins" />
  if (doings.error) return <Failure error={doings.error} again={() => void doings.refetch()} />
  return (
    <Box component="section" aria-label="Record of sign-ins" data-doings>
      <Typography variant="h3" sx={{ mb: 2 }}>
        Record of sign-ins
      </Typography>
      {doings.data.length === 0 && <Typography>Nothing yet.</Typography>}
      <Box sx={{ maxHeight: 420, overflowY: 'auto' }} tabIndex={0} aria-label="The latest first">
        {doings.data.map((d, i) => (
          <Box key={i} sx={{ borderTop: `1px solid ${ink('rule')}`, py: 1.5 }}>
            <Typography sx={d.what === 'refused' ? { fontWeight: 600 } : {}}>
              {d.person} {words[d.what]?.(d) ?? d.what}
            </Typography>
            <Typography variant="body2">
              {new Date(d.at).toLocaleString(undefined, {
                dateStyle: 'medium',
                timeStyle: 'short',
              })}
              {d.device ? `, at ${d.device}` : ''}, from {d.address}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
