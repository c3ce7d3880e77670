import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { ink } from '../../theme'
import type { Drafted } from '../draft'
import { usePanel } from '../panel'
import { Elapsed } from './Elapsed'
import { HotOrCold } from './HotOrCold'
import { Asking } from './ToolPanel'

/** A heating: how hot, then the clock from the heater to its shoulder, then cool and seated. Or pressed cold. */
export function HeatPanel() {
  const { step, body, change, disabled, kept, clock } = usePanel()
  const form = body.heat ?? { input: {} }
  const set = (patch: Partial<typeof form>) => change({ ...body, heat: { ...form, ...patch } })
  const { minutes, below, onto, leaf_later: leafLater } = step.panel
  const left = () => {
    if (disabled || kept || form.cold) return
    const now = new Date().toISOString()
    set({ left: now, home: undefined })
    clock(now)
  }
  const home = () => {
    if (disabled || kept || !form.left) return
    set({ home: new Date().toISOString() })
    clock(undefined)
  }
  useKeys({ h: () => (form.left && !form.home ? home() : left()) })
  const seated = leafLater !== true && (
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
  )
  if (form.cold)
    return (
      <Box sx={{ display: 'grid', gap: 3, justifyItems: 'start' }}>
        <HotOrCold />
        <Typography>
          Force goes through the ring that is being fitted, never through the balls. Square at the
          start, in one stroke.
        </Typography>
        {seated}
      </Box>
    )
  return (
    <Asking
      path="body.heat.input"
      input={form.input}
      onInput={(input, texts) =>
        change({ ...body, heat: { ...form, input }, _texts: texts } as Drafted)
      }
      aside={
        <Box sx={{ display: 'grid', gap: 2, borderTop: `1px solid ${ink('rule')}`, pt: 2 }}>
          {onto && onto.length > 0 && (
            <Typography>
              On the shaft before the heater is switched on: <strong>{onto.join(', ')}</strong>.
            </Typography>
          )}
          <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap' }}>
            <Elapsed from={form.left} to={form.home} minutes={minutes} />
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
          <Box sx={{ display: 'flex', gap: 3, alignItems: 'flex-end', flexWrap: 'wrap' }}>
            <EntryBox
              above
              label="Left the heater at"
              field="body.heat.reached"
              of="temperature"
              value={form.reached}
              onChange={(t) => set({ reached: t || undefined })}
              plain
              width={170}
            />
            {!form.left && (
              <EntryBox
                above
                label="Or minutes to home"
                field="body.heat.took"
                value={form.took}
                onChange={(t) => set({ took: t })}
                plain
                width={130}
              />
            )}
            {below !== undefined && (
              <EntryBox
                above
                label={`Tightened at, °C, below ${below}`}
                field="body.heat.cool"
                value={form.cool}
                onChange={(t) => set({ cool: t })}
                plain
                width={180}
              />
            )}
            {seated}
          </Box>
          <HotOrCold />
        </Box>
      }
    />
  )
}
