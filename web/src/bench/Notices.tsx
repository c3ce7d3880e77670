import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { Entry, Reading } from '../api/types'
import { useUnit } from '../app/settings'
import { ink } from '../theme'

const frame = {
  border: `2px solid ${ink('close')}`,
  background: ink('paper'),
  p: 2.5,
  display: 'flex',
  flexDirection: 'column',
  gap: 2,
} as const

/** Somebody kept this step while we were typing: both stand here. */
export function Conflict({
  entry,
  mine,
  onKeep,
  onDrop,
}: {
  entry: Entry
  mine: Reading | undefined
  onKeep: () => void
  onDrop: () => void
}) {
  const { show, unit } = useUnit()
  return (
    <Box role="alert" sx={frame} data-conflict>
      <Typography sx={{ fontWeight: 600 }}>
        {entry.by.name} has entered this step in the meantime
      </Typography>
      <Typography variant="body2">Theirs: {typedText(entry)}</Typography>
      <Typography variant="body2">
        Yours comes to {show(mine?.figure, mine?.text ?? 'nothing yet')} {mine?.figure ? unit : ''}
      </Typography>
      <Button variant="contained" onClick={onKeep}>
        Keep mine beside it, with a reason
      </Button>
      <Button variant="outlined" onClick={onDrop}>
        Drop mine
      </Button>
    </Box>
  )
}

/** What an entry says, in its own words. */
export function typedText(entry: Entry): string {
  const b = entry.body
  if (!b) return entry.reason ?? ''
  if (b.skip) return `not taken: ${b.skip}`
  const unit = b.unit ?? ''
  if (b.dial)
    return (
      [
        ...(b.dial.readings ?? []).map((r) => `${r.clock}: ${r.value}`),
        b.dial.sweep ? `sweep ${b.dial.sweep.low} to ${b.dial.sweep.high}` : '',
      ]
        .filter(Boolean)
        .join(', ') + ` ${unit}`
    )
  if (b.float)
    return (b.float.trials ?? []).map((t) => `${t.in} to ${t.out}`).join(', ') + ` ${unit}`
  if (b.feeler)
    return (
      (b.feeler.positions ?? [])
        .map((p) => `${p.at}: ${p.value ?? `${p.go} goes, ${p.no_go} not`}`)
        .join(', ') + ` ${unit}`
    )
  if (b.setting) return `${b.setting.measured} ${unit}`
  if (b.count) return `${b.count.count}`
  if (b.marks) return b.marks.join(', ')
  if (b.turn) return `${b.turn.turn}${b.turn.clock ? ` at ${b.turn.clock}` : ''}`
  if (b.inspect) return b.inspect.found.join(', ') || 'nothing found'
  if (b.torque) return `${b.torque.ticks.length} ticks`
  return 'done'
}

const usual = ['Typed wrong', 'Set-up moved', 'Adjusted, measured again']

/** A kept reading is never overwritten: the new one says why it takes its place. */
export function Correction({
  reason,
  onReason,
  error,
  onEnter,
}: {
  reason: string
  onReason: (r: string) => void
  error?: string
  onEnter: () => void
}) {
  return (
    <Box sx={frame}>
      <Typography sx={{ fontWeight: 600 }}>The earlier entry stays. Why this one?</Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {usual.map((u) => (
          <Button
            key={u}
            variant={reason === u ? 'contained' : 'outlined'}
            size="small"
            onClick={() => onReason(u)}
            sx={{ px: 2, fontSize: '1rem', minHeight: 40 }}
          >
            {u}
          </Button>
        ))}
      </Box>
      <TextField
        size="small"
        value={reason}
        onChange={(e) => onReason(e.target.value)}
        label="Reason"
        error={error !== undefined}
        helperText={error && `Reason ${error}`}
        slotProps={{ htmlInput: { 'data-entry': '', 'data-field': 'reason', autoComplete: 'off' } }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault()
            onEnter()
          }
        }}
      />
    </Box>
  )
}

/** A step that cannot be taken is left out with a reason. */
export function Skip({
  onKeep,
  onCancel,
}: {
  onKeep: (why: string) => void
  onCancel: () => void
}) {
  const [why, setWhy] = useState('')
  return (
    <Box
      component="form"
      sx={frame}
      onSubmit={(e) => {
        e.preventDefault()
        if (why.trim()) onKeep(why.trim())
      }}
    >
      <TextField
        size="small"
        autoFocus
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        label="Why is it left out?"
        placeholder="came in pieces"
        onKeyDown={(e) => e.key === 'Enter' && e.stopPropagation()}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <Button type="submit" variant="contained" disabled={!why.trim()}>
        Leave it out
      </Button>
      <Button variant="outlined" onClick={onCancel}>
        Back
      </Button>
    </Box>
  )
}
