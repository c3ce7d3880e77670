import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { condensed, ink, size } from '../../theme'
import { rememberDivision } from '../draft'
import { usePanel } from '../panel'

/** How fine the gauge reads: stands behind the uncertainty of the verdict. */
export function Graduation({
  value,
  onChange,
}: {
  value: string | undefined
  onChange: (text: string) => void
}) {
  const { step, disabled, gauge } = usePanel()
  if (gauge?.now?.counts)
    return (
      <Box sx={{ fontFamily: condensed, fontWeight: 500, color: ink('ink2') }}>
        Read to {gauge.now.counts}, as the register has it
      </Box>
    )
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
      <Box id="graduation" sx={{ fontFamily: condensed, fontWeight: 500, color: ink('ink2') }}>
        One division
      </Box>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={value}
        disabled={disabled}
        aria-labelledby="graduation"
        onChange={(_, g: string | null) => {
          if (g) {
            rememberDivision(step.panel, g)
            onChange(g)
          }
        }}
      >
        {(step.panel.divisions ?? []).map((g) => (
          <ToggleButton
            key={g}
            value={g}
            sx={{
              px: '7px !important',
              minHeight: '36px !important',
              fontSize: `${size.text} !important`,
              whiteSpace: 'nowrap',
            }}
          >
            {g}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  )
}
