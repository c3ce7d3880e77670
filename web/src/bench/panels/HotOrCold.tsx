import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { usePanel } from '../panel'

/** Whether a part goes on hot, or is pressed on cold. */
export function HotOrCold() {
  const { body, change, disabled, kept } = usePanel()
  const form = body.heat ?? { input: {} }
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      aria-label="How it goes on"
      disabled={disabled || kept}
      value={form.cold ? 'cold' : 'hot'}
      onChange={(_, way: string | null) =>
        way && change({ ...body, heat: { ...form, cold: way === 'cold' || undefined } })
      }
    >
      <ToggleButton value="hot">Heated</ToggleButton>
      <ToggleButton value="cold">Pressed cold</ToggleButton>
    </ToggleButtonGroup>
  )
}
