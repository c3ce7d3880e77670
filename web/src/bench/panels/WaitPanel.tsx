import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Elapsed } from './Elapsed'

/** A time to wait. The clock goes on when the screen is left. */
export function WaitPanel() {
  const { step, body, change, disabled, kept, clock } = usePanel()
  const form = body.wait ?? {}
  const set = (patch: Partial<typeof form>) => change({ ...body, wait: { ...form, ...patch } })
  const go = () => {
    if (disabled || kept) return
    const now = new Date().toISOString()
    set(form.began ? { ended: now } : { began: now })
    clock(form.began ? undefined : now)
  }
  useKeys({ h: go })
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap' }}>
        <Elapsed from={form.began} to={form.ended} minutes={step.panel.minutes} />
        {!kept && !form.ended && (
          <Button size="large" variant="contained" data-clock disabled={disabled} onClick={go}>
            {form.began ? 'Continue' : 'Start'} <Key on>h</Key>
          </Button>
        )}
      </Box>
      {!form.began && (
        <EntryBox
          above
          label="Or minutes, as written"
          field="body.wait.minutes"
          value={form.minutes}
          onChange={(t) => set({ minutes: t })}
          plain
          width={200}
        />
      )}
      {step.panel.below !== undefined && (
        <EntryBox
          above
          label={`Temperature, °C, below ${step.panel.below}`}
          field="body.wait.cool"
          value={form.cool}
          onChange={(t) => set({ cool: t })}
          plain
          width={200}
        />
      )}
    </Box>
  )
}
