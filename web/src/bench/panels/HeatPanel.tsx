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
