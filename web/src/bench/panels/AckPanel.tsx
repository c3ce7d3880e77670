import Typography from '@mui/material/Typography'
import { usePanel } from '../panel'

/** Something to do and to say that it is done. The words stand above it already. */
export function AckPanel() {
  const { step, kept } = usePanel()
  return (
    <Typography variant="body2">
      {kept
        ? 'Done.'
        : step.kind === 'caution'
          ? 'Your name and the time stand behind this.'
          : 'Press Enter when it is done.'}
    </Typography>
  )
}
