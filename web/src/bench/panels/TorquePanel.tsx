import { useEffect, useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { Panel } from '../../api/types'
import { Key } from '../../app/Key'
import { useSettings } from '../../app/settings'
import { BoltCircle } from '../../pictures/BoltCircle'
import { condensed, ink, mono, size } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Tight } from './Tight'

type Pass = NonNullable<Panel['passes']>[number]

/** The bolt circle: Enter ticks the next bolt and jumps across. */
export function TorquePanel() {
  const { step, body, change, disabled, kept, reading, focus } = usePanel()
  const { order = [], ticks = [], torque, thread, limit, says } = step.panel
  // Tightened by hand, there is no wrench to set.
  const byHand = says !== undefined && says !== '' && !step.panel.limit
  const button = useRef<HTMLButtonElement>(null)
  const form = body.torque ?? { ticks: [] }
  const [longer, setLonger] = useState(Boolean(form.wrench ?? form.extension))
  // What was typed is worked out by the server; until then the plan's own.
  const passes = reading?.passes ?? step.panel.passes ?? []
  const n = order.length
  const total = n * passes.length
  const done = form.ticks.length
  const pass = Math.min(Math.floor(done / n), passes.length - 1)
  const now = passes[pass]
  const next = ticks[done] ?? 0
  const ticked = new Set(form.ticks.slice(pass * n))
  const set = (patch: Partial<typeof form>) => change({ ...body, torque: { ...form, ...patch } })
  const tick = () => {
    if (!disabled && next) set({ ticks: [...form.ticks, next] })
  }
  // The next tick stands under the same finger; after the last one the main button does.
  useEffect(() => {
    if (disabled || kept || (!torque && !byHand && done === 0)) return
    if (next) button.current?.focus({ preventScroll: true })
    else focus.main()
  }, [next, torque, byHand, done, disabled, kept, focus])
  return (
    <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'flex-start' }}>
      <BoltCircle
        size={238}
        n={n}
        next={next}
        on={(bolt) => ticked.has(bolt) || done === total}
        label={next ? `Bolt ${next} is next, ${now ? nameOf(now) : ''}` : 'All bolts ticked'}
        title={next ? `bolt ${next}` : 'all done'}
        note={next && now && !byHand ? nameOf(now) : ''}
        shares={passes.map((_, p) => (p < pass ? 1 : p === pass ? (done - pass * n) / n : 0))}
      />
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5, flex: 1, minWidth: 160 }}>
        <Tight />
        {byHand ? (
          <Typography variant="h3">{says}</Typography>
        ) : (
          now && <WrenchNow now={now} final={passes.at(-1)?.torque} over={done === total} />
        )}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
          {next > 0 && !kept && (
            <Button
              ref={button}
              variant="contained"
              size="large"
              onClick={tick}
              disabled={disabled}
              data-tick
            >
              Bolt {next} done <Key on>Enter</Key>
            </Button>
          )}
          {done > 0 && !kept && (
            <Button
              variant="outlined"
              onClick={() => set({ ticks: form.ticks.slice(0, -1) })}
              disabled={disabled}
            >
              One back
            </Button>
          )}
        </Box>
        <Typography>
          {done} of {total} ticked
        </Typography>
        {!byHand && (
          <Typography variant="body2">
            {limit?.source && torque ? `${limit.source}. ` : ''}Thread {thread}. Passes{' '}
            {passes.map(nameOf).join(', ')}.
          </Typography>
        )}
        {!byHand && (
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
            <EntryBox
              above
              label={torque ? 'Used another value' : 'Torque used, with its unit'}
              field="body.torque.set"
              of="torque"
              value={form.set}
              onChange={(t) => set({ set: t })}
              plain
              width={180}
            />
            {longer && (
              <>
                <EntryBox
                  above
                  label="Wrench, square to grip"
                  field="body.torque.wrench"
                  value={form.wrench}
                  onChange={(t) => set({ wrench: t })}
                  width={160}
                />
                <EntryBox
                  above
                  label="Extension in line"
                  field="body.torque.extension"
                  value={form.extension}
                  onChange={(t) => set({ extension: t })}
                  width={150}
                />
              </>
            )}
          </Box>
        )}
        {!byHand && !longer && !kept && (
          <Button
            variant="text"
            size="small"
            disabled={disabled}
            data-extension
            onClick={() => setLonger(true)}
            sx={{ alignSelf: 'flex-start', px: 0 }}
          >
            With a crow-foot or an extension
          </Button>
        )}
      </Box>
    </Box>
  )
}

const nameOf = (p: Pass) => (p.check ? 'check' : `${p.percent} %`)

/** What the wrench is set to now, large; the final value beside it. */
function WrenchNow({ now, final, over }: { now: Pass; final: Pass['torque']; over: boolean }) {
  const { unit } = useSettings()
  const [first, second] = unit === 'mm' ? [newton, pound] : [pound, newton]
  if (!now.torque)
    return (
      <Typography sx={{ color: ink('close'), fontWeight: 500 }}>
        No torque is known for this joint. Look it up, and write what you used.
      </Typography>
    )
  const set = now.set ?? now.torque
  return (
    <Box aria-live="polite" data-wrench>
      <Typography variant="h3">
        {over ? 'Wrench was set to' : `Set the wrench to, ${now.check ? 'check' : nameOf(now)}`}
      </Typography>
      <Box
        sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.clock, lineHeight: 1.05 }}
        data-set
      >
        {first(set)}
      </Box>
      <Box sx={{ fontFamily: mono, color: ink('ink2') }}>{second(set)}</Box>
      <Box sx={{ mt: 1 }}>
        {now.set && `At the bolt ${first(now.torque)}: the extension makes up the rest. `}
        {!now.check && final && `Final torque ${first(final)}.`}
      </Box>
    </Box>
  )
}

type Pull = NonNullable<Pass['torque']>
const newton = (p: Pull) => `${p.nm} N·m`
const pound = (p: Pull) => `${p.lbf_ft} lbf·ft`
