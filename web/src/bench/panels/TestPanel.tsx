import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

/** A leak test: pressure, minutes, drops. */
export function TestPanel() {
  const { step, body, change } = usePanel()
  const { pressure, minutes, drops } = step.panel
  const form = body.test ?? {}
  const set = (patch: Partial<typeof form>) => change({ ...body, test: { ...form, ...patch } })
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Typography>
        Asked: {pressure || 'no pressure known, look it up'}, held {minutes} minutes, at most{' '}
        {drops ?? 0} drops.
      </Typography>
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
