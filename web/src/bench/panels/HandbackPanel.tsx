import Box from '@mui/material/Box'
import { EntryBox } from '../../entry/EntryBox'
import { condensed, size } from '../../theme'
import { usePanel } from '../panel'

const ways = ['horizontal', 'vertical', 'axial'] as const

/** How the pump runs as it is handed back: a line of boxes for each bearing, the rest under them. */
export function HandbackPanel() {
  const { step, body, change } = usePanel()
  const form = body.handback ?? {}
  const places = step.panel.places ?? []
  const at = form.at ?? []
  const set = (patch: Partial<typeof form>) => change({ ...body, handback: { ...form, ...patch } })
  const setAt = (i: number, patch: Partial<(typeof at)[number]>) =>
    set({ at: at.map((x, j) => (j === i ? { ...x, ...patch } : x)) })
  const note = (
    field: 'air' | 'flow' | 'pressure' | 'power',
    label: string,
    of?: 'temperature',
    width = 150,
  ) => (
    <EntryBox
      key={field}
      above
      plain
      label={label}
      field={`body.handback.${field}`}
      of={of}
      value={form[field]}
      width={width}
      onChange={(text) => set({ [field]: text })}
    />
  )
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'minmax(90px, 1fr) repeat(4, minmax(78px, 104px))',
          gap: '6px',
          alignItems: 'end',
        }}
      >
        {places.map((place, i) => (
          <Box key={place} role="group" aria-label={place} sx={{ display: 'contents' }}>
            <Box
              sx={{
                fontFamily: condensed,
                fontWeight: 600,
                fontSize: size.lead,
                lineHeight: 1.1,
                alignSelf: 'center',
              }}
            >
              {place}
            </Box>
            {ways.map((way) => (
              <EntryBox
                key={way}
                above
                plain
                label={i === 0 ? way : ''}
                name={`${place}: vibration ${way}`}
                of="velocity"
                field={`body.handback.at[${i}].${way}`}
                value={at[i]?.[way]}
                width={104}
                onChange={(text) => setAt(i, { [way]: text })}
              />
            ))}
            <EntryBox
              above
              plain
              label={i === 0 ? 'warm' : ''}
              of="temperature"
              name={`${place}: temperature`}
              field={`body.handback.at[${i}].warm`}
              value={at[i]?.warm}
              width={104}
              onChange={(text) => setAt(i, { warm: text })}
            />
          </Box>
        ))}
      </Box>
      <Box sx={{ fontSize: size.text }}>
        Vibration: mm/s is rms, in/s is a peak. What is not known stays blank.
      </Box>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        {note('air', 'Air beside it', 'temperature')}
        {note('flow', 'Flow, with its unit')}
        {note('pressure', 'Pressure, with its unit')}
        {step.panel.limit && note('power', 'Driver, kW or hp')}
      </Box>
    </Box>
  )
}
