import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useCopies, useKeepCopies, useMakeCopy, useTryCopy } from '../api/copies'
import { ApiError } from '../api/client'
import { Failure, Loading } from '../app/Message'
import { ink, mono } from '../theme'

/** Copies of the shop's file: when the last was made, whether it can be restored. */
export function Copies() {
  const copies = useCopies()
  const make = useMakeCopy()
  const trial = useTryCopy()
  const keep = useKeepCopies()
  const [many, setMany] = useState<string>()
  if (copies.isPending) return <Loading what="the copies" />
  if (copies.error) return <Failure error={copies.error} again={() => void copies.refetch()} />
  const { copies: all, trial: tried, wrong, folder, replica } = copies.data
  const wanted = many ?? String(copies.data.keep)
  const named = keep.error instanceof ApiError ? keep.error.field('keep') : ''
  const busy = make.isPending || trial.isPending
  const problem = make.error ?? trial.error ?? keep.error
  return (
    <Box
      component="section"
      data-copies
      sx={{
        border: `1.5px solid ${ink('ink')}`,
        background: ink('panel'),
        p: 4,
        display: 'grid',
        gap: 3,
        minWidth: 0,
        // The path of a folder is one long word.
        overflowWrap: 'anywhere',
      }}
    >
      <Typography variant="h3">Copies</Typography>
      <Typography>
        Every night a copy is made, verified and kept in {folder}. Keep another on a second disk: a
        copy on the same one dies with it.
      </Typography>
      <Typography sx={{ fontWeight: 600 }}>
        {!all[0]
          ? 'There is no copy yet.'
          : `Last copy: ${moment(all[0].at)}, ${ago(all[0].at)}. ${all.length} kept.`}{' '}
        {tried
          ? tried.good
            ? `Last trial restore: ${moment(tried.at)}, every chain held.`
            : `The trial restore of ${moment(tried.at)} failed: ${tried.why}`
          : 'None was restored on trial yet.'}
      </Typography>
      <Typography>
        {replica
          ? `Kept a second time in ${replica.to}, all the while: ${
              replica.behind
                ? `not everything is there yet. ${replica.wrong ?? ''}`
                : 'everything is there.'
            }`
          : 'Kept in no second place. On a second disk all the while it is kept by '}
        {replica?.clear && ' It goes there without TLS: who stands between reads it.'}
        {!replica && (
          <Box component="code" sx={{ fontFamily: mono }}>
            settle serve --replica FOLDER
          </Box>
        )}
      </Typography>
      {wrong && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          The last attempt made no copy: {wrong}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="outlined" disabled={busy} onClick={() => make.mutate()}>
          Make a copy now
        </Button>
        <Button
          variant="outlined"
          disabled={busy || all.length === 0}
          onClick={() => trial.mutate()}
        >
          Restore the last one on trial
        </Button>
        {busy && <span role="status">Working</span>}
      </Box>
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault()
          keep.mutate(wanted, { onSuccess: () => setMany(undefined) })
        }}
        sx={{ display: 'flex', gap: 3, alignItems: 'start' }}
      >
        <TextField
          size="small"
          label="How many are kept"
          value={wanted}
          onChange={(e) => setMany(e.target.value)}
          error={named !== ''}
          helperText={named || '0: none by itself'}
          slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off' } }}
        />
        <Button type="submit" variant="outlined" disabled={many === undefined || keep.isPending}>
          Keep
        </Button>
      </Box>
      {problem && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {problem.message}
        </Box>
      )}
    </Box>
  )
}

const moment = (at: string) =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

const relative = new Intl.RelativeTimeFormat('en', { numeric: 'always' })

/** How long ago something was; a moment that a wrong clock wrote may be to come. */
function ago(at: string): string {
  const minutes = Math.round((Date.parse(at) - Date.now()) / 60_000)
  if (minutes === 0) return 'just now'
  if (Math.abs(minutes) < 60) return relative.format(minutes, 'minute')
  if (Math.abs(minutes) < 48 * 60) return relative.format(Math.round(minutes / 60), 'hour')
  return relative.format(Math.round(minutes / 60 / 24), 'day')
}
