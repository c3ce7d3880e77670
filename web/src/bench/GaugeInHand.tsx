import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import { GaugeStanding } from '../gauges/state'
import { ink } from '../theme'
import { usePanel } from './panel'

/** Which gauge is in the hand: asked once, then it stands there. */
export function GaugeInHand() {
  const { gauge, disabled, change, body } = usePanel()
  if (!gauge || gauge.list.length === 0) return null
  const now = gauge.now
  return (
    <Box data-gauge-in-hand sx={{ display: 'grid', gap: 2, mt: 1 }}>
      <TextField
        select
        size="small"
        label="Gauge in the hand"
        value={gauge.key ?? 'ask'}
        disabled={disabled}
        onChange={(e) => {
          gauge.take(e.target.value)
          // An entry that has its gauge is corrected.
          if (body.gauge) change({ ...body, gauge: { key: e.target.value } })
        }}
        slotProps={{ htmlInput: { 'aria-label': 'Gauge in the hand' }, select: { native: true } }}
        sx={{ '& select': { py: 2 } }}
      >
        {gauge.key === undefined && (
          <option value="ask" disabled>
            Which one is it?
          </option>
        )}
        {gauge.list.map((g) => (
          <option key={g.key} value={g.key}>
            {g.key}, {g.name}
            {g.state === 'in use' ? '' : ` (${g.state})`}
          </option>
        ))}
        <option value="">None of the register</option>
      </TextField>
      {now && (now.state === 'past due' || now.state === 'due soon') && (
        <Box role="note" sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', color: ink('ink') }}>
          <GaugeStanding state={now.state} />
          <span>
            Its calibration {now.state === 'past due' ? 'was' : 'is'} due on {now.due}.
          </span>
        </Box>
      )}
      {now?.state === 'past due' && (
        <TextField
          size="small"
          label="Why is it used all the same?"
          value={body.gauge?.word ?? ''}
          disabled={disabled}
          onChange={(e) => change({ ...body, gauge: { key: now.key, word: e.target.value } })}
          slotProps={{ htmlInput: { 'data-field': 'body.gauge.word', autoComplete: 'off' } }}
        />
      )}
    </Box>
  )
}
