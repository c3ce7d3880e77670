import { useEffect, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { Key } from '../../app/HelpDialog'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { condensed, ink, mono } from '../../theme'
import type { Drafted } from '../draft'
import { usePanel } from '../panel'
import { Asking } from './ToolPanel'

/** A heating: how hot, then the clock from the heater to its shoulder, then cool and seated. */
export function HeatPanel() {
  const { step, body, change, disabled, kept } = usePanel()
  const form = body.heat ?? { input: {} }
  const set = (patch: Partial<typeof form>) => change({ ...body, heat: { ...form, ...patch } })
  const { minutes, below, onto } = step.panel
  const left = () => {
    if (!disabled && !kept) set({ left: new Date().toISOString(), home: undefined })
  }
  const home = () => {
    if (!disabled && !kept && form.left) set({ home: new Date().toISOString() })
  }
  useKeys({ h: () => (form.left && !form.home ? home() : left()) })
  return (
    <Asking
      path="body.heat.input"
      input={form.input}
      onInput={(input, texts) =>
        change({ ...body, heat: { ...form, input }, _texts: texts } as Drafted)
      }
      aside={
        <Box sx={{ display: 'grid', gap: 3, borderTop: `1px solid ${ink('rule')}`, pt: 3 }}>
          {onto && onto.length > 0 && (
            <Typography>
              On the shaft before the heater is switched on: <strong>{onto.join(', ')}</strong>.
            </Typography>
          )}
          <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap' }}>
            <Clock from={form.left} to={form.home} minutes={minutes} />
            {!kept && !form.left && (
              <Button
                size="large"
                variant="contained"
                disabled={disabled}
                onClick={left}
                data-clock
              >
                Off the heater <Key on>h</Key>
              </Button>
            )}
            {!kept && form.left && !form.home && (
              <Button
                size="large"
                variant="contained"
                disabled={disabled}
                onClick={home}
                data-clock
              >
                Home <Key on>h</Key>
              </Button>
            )}
            {!kept && form.home && (
              <Button
                variant="outlined"
                disabled={disabled}
                onClick={() => set({ left: undefined, home: undefined })}
              >
                Start the clock again
              </Button>
            )}
          </Box>
          <Box sx={{ display: 'flex', gap: 4, alignItems: 'flex-end', flexWrap: 'wrap' }}>
            <EntryBox
              above
              label={`Tightened at, °C${below ? `, below ${below}` : ''}`}
              field="body.heat.cool"
              value={form.cool}
              onChange={(t) => set({ cool: t })}
              plain
              width={180}
            />
            <FormControlLabel
              control={
                <Checkbox
                  checked={form.seated ?? false}
                  disabled={disabled}
                  onChange={(e) => set({ seated: e.target.checked })}
                  slotProps={{ input: { 'data-seated': '' } as object }}
                />
              }
              label="No leaf enters at the shoulder"
            />
          </Box>
        </Box>
      }
    />
  )
}

/** A plain clock since a moment; past its minutes it says so. */
export function Clock({ from, to, minutes }: { from?: string; to?: string; minutes?: number }) {
  const [now, setNow] = useState(() => Date.now())
  const running = from !== undefined && to === undefined
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 500)
    return () => clearInterval(timer)
  }, [running])
  const spent = from ? Math.max(0, (to ? Date.parse(to) : now) - Date.parse(from)) / 1000 : 0
  const late = minutes !== undefined && minutes > 0 && spent > minutes * 60
  return (
    <Box role="timer" aria-label="Time since it left the heater" sx={{ minWidth: 150 }}>
      <Box
        sx={{
          fontFamily: mono,
          fontWeight: 600,
          fontSize: '3.5rem',
          lineHeight: 1,
          color: late ? ink('out') : ink('ink'),
        }}
      >
        {Math.floor(spent / 60)}:{String(Math.floor(spent % 60)).padStart(2, '0')}
      </Box>
      <Box
        sx={{
          fontFamily: condensed,
          color: late ? ink('out') : ink('ink2'),
          fontWeight: late ? 600 : 400,
        }}
      >
        {late ? `longer than ${minutes} min` : minutes ? `of ${minutes} min` : ''}
      </Box>
    </Box>
  )
}
