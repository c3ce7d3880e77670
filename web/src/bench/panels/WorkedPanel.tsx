import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { typographic } from '../../app/settings'
import { condensed, ink, mono, size } from '../../theme'
import { usePanel } from '../panel'

/** A figure that follows from others: a line with its sum. Nothing is measured, so there is no box and no gauge. */
export function WorkedPanel() {
  const { step, kept } = usePanel()
  const [sum] = Object.values(step.panel.targets ?? {})
  const [why] = Object.values(step.panel.not_carried ?? {})
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {sum ? (
        <Box data-sum>
          <Box sx={{ fontFamily: mono, fontWeight: 600, fontSize: size.title, lineHeight: 1.2 }}>
            {typographic(sum.text)}
          </Box>
          <Box sx={{ fontFamily: condensed, fontSize: size.label }}>= {sum.from}</Box>
        </Box>
      ) : (
        <Box role="note" sx={{ color: ink('close'), fontWeight: 500 }}>
          It cannot be worked out yet: {why ?? 'what it follows from is not entered'}.
        </Box>
      )}
      <Typography variant="body2">
        {kept
          ? 'Worked out, not measured.'
          : 'Worked out, not measured. Press Enter when it is seen.'}
      </Typography>
    </Box>
  )
}
