import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useHandsOn } from '../../api/hands'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Elapsed } from './Elapsed'

/** A leak test: pressure, minutes, drops. */
export function TestPanel() {
  const { job, step, body, change, disabled, kept, clock } = usePanel()
  const { pressure, minutes, drops } = step.panel
  const form = body.test ?? {}
  const set = (patch: Partial<typeof form>) => change({ ...body, test: { ...form, ...patch } })
  const began = useHandsOn(job.number)(step.id).find((h) => h.clock)?.clock?.began
  const go = () => {
    if (disabled || kept) return
    if (began) {
      const held = (Date.now() - Date.parse(began)) / 60_000
      set({ minutes: String(Math.round(held * 10) / 10) })
    }
    clock(began ? undefined : new Date().toISOString())
  }
  useKeys({ h: go })
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Typography>
        Asked: {pressure || 'no pressure known, look it up'}, held {minutes} minutes, at most{' '}
        {drops ?? 0} drops.
      </Typography>
      {!kept && (
        <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap' }}>
          <Elapsed from={began} minutes={minutes} />
          <Button size="large" variant="contained" data-clock disabled={disabled} onClick={go}>
            {began ? 'Stop' : 'Start'} <Key on>h</Key>
          </Button>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap' }}>
        <EntryBox
          above
          label="Pressure, with its unit"
          field="body.test.pressure"
          value={form.pressure}
          onChange={(t) => set({ pressure: t })}
          plain
          width={180}
        />
        <EntryBox
          above
          label="Minutes held"
          field="body.test.minutes"
          value={form.minutes}
          onChange={(t) => set({ minutes: t })}
          plain
        />
        <EntryBox
          above
          label="Drops"
          field="body.test.drops"
          value={form.drops}
          onChange={(t) => set({ drops: t })}
          plain
        />
      </Box>
    </Box>
  )
}
