import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { HotOrCold } from './HotOrCold'

/** A part that is heated to receive another: how warm it left the heater, or pressed cold. */
export function WarmPanel() {
  const { step, body, change } = usePanel()
  const form = body.heat ?? { input: {} }
  const set = (patch: Partial<typeof form>) => change({ ...body, heat: { ...form, ...patch } })
  const asked = step.panel.asked_c
  return (
    <Box sx={{ display: 'grid', gap: 3, justifyItems: 'start' }}>
      <HotOrCold />
      <Typography>
        {asked
          ? `The papers ask for ${asked.toFixed(0)} °C.`
          : 'No temperature known, look it up in the papers.'}
      </Typography>
      {!form.cold && (
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
      )}
    </Box>
  )
}
