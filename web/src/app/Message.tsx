import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import CircularProgress from '@mui/material/CircularProgress'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { ApiError } from '../api/client'

/** What stands where there is nothing else to show: empty, or an error that says what to do. */
export function Message({
  title,
  text,
  to,
  action,
  onAction,
}: {
  title: string
  text: string
  to?: string
  action?: string
  onAction?: () => void
}) {
  return (
    <Box role="status" sx={{ p: 8, maxWidth: 560, mx: 'auto', textAlign: 'center' }}>
      <Typography variant="h2" component="p" sx={{ mb: 2 }}>
        {title}
      </Typography>
      <Typography sx={{ mb: 4 }}>{text}</Typography>
      {action && to && (
        <Button variant="contained" component={Link} to={to}>
          {action}
        </Button>
      )}
      {action && onAction && (
        <Button variant="contained" onClick={onAction}>
          {action}
        </Button>
      )}
    </Box>
  )
}

export function Loading({ what }: { what: string }) {
  return (
    <Box
      role="status"
      sx={{ p: 8, display: 'flex', gap: 3, justifyContent: 'center', alignItems: 'center' }}
    >
      <CircularProgress size={20} thickness={5} aria-hidden />{' '}
      <Typography>Fetching {what}</Typography>
    </Box>
  )
}

export function Failure({ error, again }: { error: Error; again: () => void }) {
  const gone = error instanceof ApiError && error.problem.status === 404
  return gone ? (
    <Message title="Not found" text={error.message} to="/" action="To the jobs" />
  ) : (
    <Message title="That did not work" text={error.message} action="Try again" onAction={again} />
  )
}
