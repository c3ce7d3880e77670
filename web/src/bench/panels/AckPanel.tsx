import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useSettings } from '../../app/settings'
import { condensed } from '../../theme'
import { usePanel } from '../panel'
import { Run } from './Run'

/** Something to do and to say that it is done. The words stand above it already. */
export function AckPanel() {
  const { step, kept, reading } = usePanel()
  return (
    <>
      <Reach />
      <Typography variant="body2">
        {kept
          ? reading?.absent
            ? `Not done: ${reading.text}.`
            : 'Done.'
          : step.kind === 'caution'
            ? 'Your name and the time stand behind this.'
            : 'Press Enter when it is done.'}
      </Typography>
      <Run />
    </>
  )
}

/** How far something is tightened: its torque, large, or in words. */
function Reach() {
  const { says, torque, thread, limit } = usePanel().step.panel
  const { unit } = useSettings()
  if (!says) return null
  const both = torque && [`${torque.nm} N·m`, `${torque.lbf_ft} lbf·ft`]
  if (both && unit !== 'mm') both.reverse()
  return (
    <Box sx={{ mb: 2 }}>
      <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: '2.25rem', lineHeight: 1.1 }}>
        {both ? both[0] : says}
      </Box>
      {both && <Box>{both[1]}</Box>}
      {thread && <Box>Thread: {thread}</Box>}
      {both && limit?.source && <Typography variant="body2">{limit.source}</Typography>}
    </Box>
  )
}
