import Box from '@mui/material/Box'
import type { AlongPlace } from '../../api/types'
import { useUnit } from '../../app/settings'
import { EntryBox } from '../../entry/EntryBox'
import { VerdictShape } from '../../shapes/Verdict'
import { condensed, ink, mono, size } from '../../theme'

interface Round {
  readings?: { clock?: string; value?: string }[]
  back_to_start?: string
}

/** One place along the shaft: the boxes round the clock in a line, what it came to under its name. */
export function RoundRow({
  name,
  path,
  first,
  round,
  came,
  onChange,
  children,
}: {
  name: string
  /** in the request, such as body.along.places[0] */
  path: string
  /** the clock positions stand above its boxes */
  first: boolean
  round: Round
  came: AlongPlace | undefined
  onChange: (patch: Round) => void
  /** what stands instead of the name */
  children?: React.ReactNode
}) {
  const { show } = useUnit()
  const readings = round.readings ?? []
  const start = readings[0]?.clock ?? '12'
  return (
    <Box role="group" aria-label={name} sx={{ display: 'contents' }}>
      <Box sx={title}>
        {children ?? name}
        {came?.figure && (
          <Box sx={result}>
            <VerdictShape verdict={came.verdict} size={14} /> {show(came.figure)}
            {came.dial.high_clock && <small> at {came.dial.high_clock}</small>}
          </Box>
        )}
      </Box>
      {readings.map((r, k) => (
        <EntryBox
          key={r.clock}
          above
          label={first ? (r.clock ?? '') : ''}
          name={`${name}: reading at ${r.clock}`}
          field={`${path}.readings[${k}].value`}
          value={r.value}
          width={64}
          onChange={(value) =>
            onChange({ readings: readings.map((x, m) => (m === k ? { ...x, value } : x)) })
          }
        />
      ))}
      <EntryBox
        above
        label={first ? `back at ${start}` : ''}
        name={`${name}: back at ${start}`}
        field={`${path}.back_to_start`}
        value={round.back_to_start}
        width={64}
        onChange={(text) => onChange({ back_to_start: text })}
      />
    </Box>
  )
}

/** The grid of such lines, for so many clock positions. */
export const roundGrid = (clocks: number) =>
  ({
    display: 'grid',
    gridTemplateColumns: `minmax(84px, 1fr) repeat(${clocks + 1}, 64px)`,
    columnGap: '4px',
    rowGap: 1.5,
    alignItems: 'end',
  }) as const

const title = {
  fontFamily: condensed,
  fontWeight: 600,
  fontSize: size.lead,
  lineHeight: 1.1,
  alignSelf: 'center',
} as const

const result = {
  fontFamily: mono,
  fontSize: size.body,
  whiteSpace: 'nowrap',
  '& small': { color: ink('ink2'), fontSize: size.small },
} as const
