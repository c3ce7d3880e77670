import Box from '@mui/material/Box'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'
import { RoundRow, roundGrid } from './RoundRow'

/** A dial round the clock at several places along the shaft, a line for each from the driver end. */
export function AlongPanel() {
  const { step, body, change, reading } = usePanel()
  const form = body.along ?? {}
  const places = form.places ?? []
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box sx={roundGrid(step.panel.clock?.length ?? 0)}>
        {places.map((p, i) => (
          <RoundRow
            key={p.at}
            name={p.at}
            path={`body.along.places[${i}]`}
            first={i === 0}
            round={p}
            came={reading?.along?.find((x) => x.at === p.at)}
            onChange={(patch) =>
              change({
                ...body,
                along: {
                  ...form,
                  places: places.map((x, j) => (j === i ? { ...x, ...patch } : x)),
                },
              })
            }
          />
        ))}
      </Box>
      <Graduation
        value={form.graduation}
        onChange={(graduation) => change({ ...body, along: { ...form, graduation } })}
      />
    </Box>
  )
}
