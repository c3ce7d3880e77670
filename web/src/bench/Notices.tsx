import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import type { Problem, Reading, Sentence } from '../api/types'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { ink, size } from '../theme'
import type { Aside } from './useDraft'

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
  by,
  theirs,
  mine,
  onKeep,
  onDrop,
}: {
  by: string
  theirs: Sentence | undefined
  mine: Reading | undefined
  onKeep: () => void
  onDrop: () => void
}) {
  const { show, unit } = useUnit()
  return (
    <Box role="alert" sx={frame} data-conflict>
      <Typography sx={{ fontWeight: 600 }}>{by} has entered this step in the meantime</Typography>
      <Typography variant="body2">Theirs: {show(theirs)}</Typography>
      <Typography variant="body2">
        Yours comes to {show(judgedFigure(mine), mine?.text ?? 'nothing yet')}{' '}
        {judgedFigure(mine) ? unit : ''}
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

/** What was typed here and does not fit the boxes, or is somebody else's. */
export function SetAside({
  aside,
  by,
  onDiscard,
}: {
  aside: Aside
  by: string | undefined
  onDiscard: () => void
}) {
  return (
    <Box role="note" sx={frame} data-aside>
      <Typography sx={{ fontWeight: 600 }}>
        {aside.mine
          ? 'Typed here before, and not kept'
          : `${by ?? 'Somebody else'} has typed here, and not kept it`}
      </Typography>
      <Typography variant="body2" sx={{ userSelect: 'all', overflowWrap: 'anywhere' }}>
        {aside.text}
      </Typography>
      {aside.mine && (
        <Button variant="outlined" onClick={onDiscard}>
          Discard it
        </Button>
      )}
    </Box>
  )
}

/** Why the last attempt was refused, where no box says it. */
export function Refused({
  problem,
  stale,
  correcting,
}: {
  problem: Problem | null
  stale: boolean
  correcting: boolean
}) {
  if (!problem) return null
  if (problem.status === 409 ? stale : correcting && problem.errors?.[0]?.field === 'reason')
    return null
  return (
    <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
      {problem.status === 409 ? problem.detail : plain(problem.detail)}
    </Box>
  )
}

/** A refusal without the path of the field, which the person sees marked. */
const plain = (detail: string) =>
  detail.replace(/^body\.[\w.[\]]+: /, (path) => {
    const place = /readings\[(\d+)\]|trials\[(\d+)\]|positions\[(\d+)\]|marks\[(\d+)\]/.exec(path)
    const n = place?.slice(1).find((x) => x !== undefined)
    return n === undefined ? '' : `Box ${Number(n) + 1}: `
  })

const usual = ['Typed wrong', 'Set-up moved', 'Adjusted, measured again']

/** A kept reading is never overwritten: the new one says why it takes its place. */
export function Correction({
  reason,
  onReason,
  amends,
  error,
  onEnter,
}: {
  reason: string
  onReason: (r: string) => void
  amends: boolean
  error?: string
  onEnter: () => void
}) {
  return (
    <Box sx={frame}>
      <Typography sx={{ fontWeight: 600 }}>
        {amends
          ? 'The signed sheet stays readable. What is amended, and why?'
          : 'The earlier entry stays. Why this one?'}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {usual.map((u) => (
          <Button
            key={u}
            variant={reason === u ? 'contained' : 'outlined'}
            size="small"
            onClick={() => onReason(u)}
            sx={{ px: 2, fontSize: size.body, minHeight: 40 }}
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

export type Absent = 'pump' | 'job'

/** A step that cannot be taken is left out with a reason; a thing to do may not be there. */
export function Skip({
  away,
  proposed = '',
  onKeep,
  onCancel,
}: {
  away: boolean
  /** why it was not on this pump at its last job */
  proposed?: string
  onKeep: (why: string, absent?: Absent) => void
  onCancel: () => void
}) {
  const [why, setWhy] = useState(proposed)
  const [absent, setAbsent] = useState<Absent>('pump')
  return (
    <Box
      component="form"
      sx={frame}
      onSubmit={(e) => {
        e.preventDefault()
        if (why.trim()) onKeep(why.trim(), away ? absent : undefined)
      }}
    >
      {away && (
        <ToggleButtonGroup
          exclusive
          value={absent}
          aria-label="Where it is missing"
          onChange={(_, a: Absent | null) => a && setAbsent(a)}
        >
          <ToggleButton value="pump">Not on this pump</ToggleButton>
          <ToggleButton value="job">Not in this job</ToggleButton>
        </ToggleButtonGroup>
      )}
      <TextField
        size="small"
        autoFocus
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        label={away ? 'How is that known?' : 'Why is it left out?'}
        placeholder={away ? 'it has no flush line' : 'came in pieces'}
        onKeyDown={(e) => e.key === 'Enter' && e.stopPropagation()}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <Button type="submit" variant="contained" disabled={!why.trim()}>
        {away ? 'It is not there' : 'Leave it out'}
      </Button>
      <Button variant="outlined" onClick={onCancel}>
        Back
      </Button>
    </Box>
  )
}
