import { useEffect, useRef } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { Key } from '../../app/HelpDialog'
import { BoltCircle } from '../../pictures/BoltCircle'
import { condensed, ink } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

/** The bolt circle: Enter ticks the next bolt and jumps across. */
export function TorquePanel() {
  const { step, body, change, disabled, kept } = usePanel()
  const { order = [], passes = [], torque, thread, limit } = step.panel
  const button = useRef<HTMLButtonElement>(null)
  const form = body.torque ?? { ticks: [] }
  const n = order.length
  const total = n * (passes.length + 1)
  const done = form.ticks.length
  const pass = Math.min(Math.floor(done / n), passes.length)
  const check = pass === passes.length
  // The order itself comes from the server; the check pass goes round.
  const next = done < total ? (check ? (done % n) + 1 : order[done % n]) : 0
  const ticked = new Set(form.ticks.slice(pass * n))
  const tick = () => {
    if (!disabled && next) change({ ...body, torque: { ...form, ticks: [...form.ticks, next] } })
  }
  // The next tick stands under the same finger; after the last one the main button does.
  useEffect(() => {
    if (disabled || kept || (!torque && done === 0)) return
    const to = next ? button.current : document.querySelector<HTMLElement>('[data-main]')
    to?.focus({ preventScroll: true })
  }, [next, torque, done, disabled, kept])
  const names = [...passes.map((p) => `${p} %`), 'check']
  return (
    <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'flex-start' }}>
      <BoltCircle
        size={238}
        n={n}
        next={next}
        on={(bolt) => ticked.has(bolt) || done === total}
        label={next ? `Bolt ${next} is next, pass ${names[pass]}` : 'All bolts ticked'}
        title={next ? `bolt ${next}` : 'all done'}
        note={next ? names[pass] : ''}
        shares={names.map((_, p) => (p < pass ? 1 : p === pass ? (done - pass * n) / n : 0))}
      />
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5, flex: 1, minWidth: 160 }}>
        <Box>
          <Typography variant="h3">Torque</Typography>
          {torque ? (
            <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: '2rem', lineHeight: 1.1 }}>
              {torque.lbf_ft} lbf·ft
              <Box sx={{ fontSize: '1.125rem', color: ink('ink2') }}>{torque.nm} N·m</Box>
            </Box>
          ) : (
            <Typography sx={{ color: ink('close'), fontWeight: 500 }}>
              No torque is known for this joint. Look it up, and write what you used.
            </Typography>
          )}
          <Typography variant="body2">
            {limit?.source && torque ? `${limit.source}. ` : ''}Thread {thread}. Passes{' '}
            {names.join(', ')}.
          </Typography>
        </Box>
        <EntryBox
          above
          label={torque ? 'Used another value' : 'Torque used, with its unit'}
          field="body.torque.set"
          value={form.set}
          onChange={(set) => change({ ...body, torque: { ...form, set } })}
          plain
          width={180}
        />
        <Typography>
          {done} of {total} ticked
        </Typography>
        {next > 0 && !kept && (
          <Button
            ref={button}
            variant="contained"
            onClick={tick}
            disabled={disabled}
            sx={{ minHeight: 56, gap: 2 }}
            data-tick
          >
            Bolt {next} done <Key on>Enter</Key>
          </Button>
        )}
        {done > 0 && !kept && (
          <Button
            variant="outlined"
            onClick={() => change({ ...body, torque: { ...form, ticks: form.ticks.slice(0, -1) } })}
            disabled={disabled}
          >
            One back
          </Button>
        )}
      </Box>
    </Box>
  )
}
