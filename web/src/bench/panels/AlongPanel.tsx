import Box from '@mui/material/Box'
import { useUnit } from '../../app/settings'
import { EntryBox } from '../../entry/EntryBox'
import { VerdictShape } from '../../shapes/Verdict'
import { condensed, ink, mono } from '../../theme'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'

/** A dial round the clock at several places along the shaft, a line for each from the driver end. */
export function AlongPanel() {
  const { step, body, change, reading } = usePanel()
  const { show } = useUnit()
  const clock = step.panel.clock ?? []
  const form = body.along ?? {}
  const places = form.places ?? []
  const at = (i: number, patch: Partial<(typeof places)[number]>) =>
    change({
      ...body,
      along: { ...form, places: places.map((p, j) => (j === i ? { ...p, ...patch } : p)) },
    })
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: `minmax(84px, 1fr) repeat(${clock.length + 1}, 64px)`,
          columnGap: '4px',
          rowGap: 1.5,
          alignItems: 'end',
        }}
      >
        {places.map((p, i) => {
          const came = reading?.along?.find((x) => x.at === p.at)
          return (
            <Box key={p.at} role="group" aria-label={p.at} sx={{ display: 'contents' }}>
              <Box sx={name}>
                {p.at}
                {came?.figure && (
                  <Box sx={result}>
                    <VerdictShape verdict={came.verdict} size={14} /> {show(came.figure)}
                    {came.dial.high_clock && <small> at {came.dial.high_clock}</small>}
                  </Box>
                )}
              </Box>
              {(p.readings ?? []).map((r, k) => (
                <EntryBox
                  key={r.clock}
                  above
                  label={i === 0 ? (r.clock ?? '') : ''}
                  name={`${p.at}: reading at ${r.clock}`}
                  field={`body.along.places[${i}].readings[${k}].value`}
                  value={r.value}
                  width={64}
                  onChange={(value) =>
                    at(i, {
                      readings: p.readings?.map((x, m) => (m === k ? { ...x, value } : x)),
                    })
                  }
                />
              ))}
              <EntryBox
                above
                label={i === 0 ? `back at ${clock[0]}` : ''}
                name={`${p.at}: back at ${clock[0]}`}
                field={`body.along.places[${i}].back_to_start`}
                value={p.back_to_start}
                width={64}
                onChange={(text) => at(i, { back_to_start: text })}
              />
            </Box>
          )
        })}
      </Box>
      <Graduation
        value={form.graduation}
        onChange={(graduation) => change({ ...body, along: { ...form, graduation } })}
      />
    </Box>
  )
}

const name = {
  fontFamily: condensed,
  fontWeight: 600,
  fontSize: '1.125rem',
  lineHeight: 1.1,
  alignSelf: 'center',
} as const

const result = {
  fontFamily: mono,
  fontSize: '1rem',
  whiteSpace: 'nowrap',
  '& small': { color: ink('ink2'), fontSize: '0.8125rem' },
} as const
