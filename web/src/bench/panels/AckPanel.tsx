import Typography from '@mui/material/Typography'
import { usePanel } from '../panel'

/** Something to do and to say that it is done. The words stand above it already. */
export function AckPanel() {
  const { step, kept, reading } = usePanel()
  return (
    <Typography variant="body2">
      {kept
        ? reading?.absent
          ? `Not done: ${reading.text}.`
          : 'Done.'
        : step.kind === 'caution'
          ? 'Your name and the time stand behind this.'
          : 'Press Enter when it is done.'}
    </Typography>
  )
}
