import Box from '@mui/material/Box'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

export function MarkPanel() {
  const { step, body, change } = usePanel()
  const marks = body.marks ?? []
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      {(step.panel.marks ?? []).map((name, i) => (
        <EntryBox
          key={name}
          above
          label={name}
          field={`body.marks[${i}]`}
          value={marks[i]}
          onChange={(text) =>
            change({
              ...body,
              marks: (step.panel.marks ?? []).map((_, j) => (j === i ? text : (marks[j] ?? ''))),
            })
          }
          plain
          width={380}
        />
      ))}
    </Box>
  )
}
