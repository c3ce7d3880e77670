import { useRef } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { EntryBox } from '../../entry/EntryBox'
import { ShaftRuns } from '../../shaft/Runs'
import { usePanel } from '../panel'
import { RoundRow, roundGrid } from './RoundRow'

/** Other places of the bare shaft, read with the same dial, and the shaft along its length. */
export function Also() {
  const { job, step, body, change, reading, disabled } = usePanel()
  const also = body.also ?? []
  const clocks = step.panel.places ?? []
  const here = useRef<HTMLElement>(null)
  const add = () => {
    change({
      ...body,
      also: [
        ...also,
        {
          along: '',
          readings: clocks.map((clock) => ({ clock, value: '' })),
          back_to_start: '',
        },
      ],
    })
    const box = `[data-field="body.also[${also.length}].along"]`
    setTimeout(() => here.current?.querySelector<HTMLElement>(box)?.focus())
  }
  return (
    <Box ref={here} sx={{ display: 'grid', gap: 3, mt: 3 }} data-also>
      {also.length > 0 && (
        <Box sx={roundGrid(clocks.length)}>
          {also.map((p, i) => (
            <RoundRow
              key={i}
              name={`Other place ${i + 1}`}
              path={`body.also[${i}]`}
              first={i === 0}
              round={p}
              came={reading?.also?.[i]}
              onChange={(patch) =>
                change({ ...body, also: also.map((x, j) => (j === i ? { ...x, ...patch } : x)) })
              }
            >
              <EntryBox
                above
                label="From driver end, mm or in"
                name={`Other place ${i + 1}: from the driver end`}
                field={`body.also[${i}].along`}
                value={p.along}
                width={96}
                onChange={(along) =>
                  change({ ...body, also: also.map((x, j) => (j === i ? { ...x, along } : x)) })
                }
              />
            </RoundRow>
          ))}
        </Box>
      )}
      {!disabled && (
        <Button variant="text" onClick={add} sx={{ justifySelf: 'start', p: 0, minHeight: 36 }}>
          Read the bare shaft at another place
        </Button>
      )}
      <ShaftRuns runs={job.sheet.runs} />
    </Box>
  )
}
