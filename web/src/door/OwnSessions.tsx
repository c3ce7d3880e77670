import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEndSession, useSessions } from '../api/door'
import { Refusal } from './Door'

/** Where one is signed in, each with its end. */
export function OwnSessions() {
  const sessions = useSessions()
  const end = useEndSession()
  if (!sessions.data) return sessions.error ? <Refusal>{sessions.error.message}</Refusal> : null
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      <Typography variant="h3">Where I am signed in</Typography>
      {sessions.data.map((s) => (
        <Box
          key={s.id}
          data-session={s.this ? 'this' : s.id}
          sx={{ display: 'flex', gap: 3, alignItems: 'center' }}
        >
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Typography sx={{ fontWeight: 600 }}>
              {s.device ?? kind(s.browser)}
              {s.this && ', here'}
            </Typography>
            <Typography variant="body2">
              {s.since &&
                `since ${new Date(s.since).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}`}
              {s.address && `, from ${s.address}`}
            </Typography>
          </Box>
          {!s.this && (
            <Button
              size="small"
              variant="outlined"
              disabled={end.isPending}
              onClick={() => end.mutate(s.id)}
            >
              End it
            </Button>
          )}
        </Box>
      ))}
      {end.error && <Refusal>{end.error.message}</Refusal>}
    </Box>
  )
}

/** What a browser says it is, in a word or two. */
function kind(agent: string | undefined): string {
  const on = ['iPad', 'iPhone', 'Android', 'Windows', 'Mac', 'Linux'].find((w) =>
    agent?.includes(w),
  )
  return on ? `A browser on ${on}` : 'A browser'
}
