import Box from '@mui/material/Box'
import { useUnit } from '../../app/settings'
import { EntryBox } from '../../entry/EntryBox'
import { Hatches } from '../../pictures/hatch'
import { condensed, ink, size } from '../../theme'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'

/** A depth below a datum face, read with a depth micrometer at several places. */
export function DepthPanel() {
  const { body, change, reading } = usePanel()
  const { show, unit } = useUnit()
  const form = body.places ?? {}
  const readings = form.readings ?? []
  const set = (i: number, value: string) =>
    change({
      ...body,
      places: { ...form, readings: readings.map((r, j) => (j === i ? { ...r, value } : r)) },
    })
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: 'auto 140px', gap: 1.5, width: 'fit-content' }}
      >
        {readings.map((r, i) => (
          <Box key={r.at} sx={{ display: 'contents' }}>
            <Box
              sx={{
                fontFamily: condensed,
                fontWeight: 600,
                fontSize: size.large,
                lineHeight: '54px',
              }}
            >
              {r.at}
            </Box>
            <EntryBox
              label=""
              name={`Depth at ${r.at}`}
              field={`body.places.readings[${i}].value`}
              value={r.value}
              onChange={(value) => set(i, value)}
              width={140}
            />
          </Box>
        ))}
      </Box>
      <Micrometer depth={reading?.figure && `${show(reading.figure)} ${unit}`} />
      <Graduation
        value={form.graduation}
        onChange={(graduation) => change({ ...body, places: { ...form, graduation } })}
      />
    </Box>
  )
}

/** The bar on the datum face, its rod on the face below. */
function Micrometer({ depth }: { depth?: string }) {
  return (
    <svg
      width="100%"
      viewBox="0 0 440 150"
      aria-hidden
      style={{ fontFamily: condensed, maxWidth: 440 }}
    >
      <Hatches id="depth" />
      <g stroke={ink('ink')} strokeWidth="1.5">
        <path d="M10 52H80V112H380V52H430V142H10Z" fill="url(#depth-cut)" />
        <rect x="56" y="34" width="348" height="18" fill={ink('paper')} />
        <rect x="208" y="4" width="24" height="30" fill={ink('paper')} />
        <rect x="214" y="52" width="12" height="60" fill={ink('wash')} />
      </g>
      <path
        d="M262 54V110m-6-10 6 10 6-10M262 54l-6 10m6-10 6 10"
        fill="none"
        stroke={ink('dyeText')}
        strokeWidth="2"
      />
      <text x="274" y="88" fontSize="18" fontWeight="600" fill={ink('ink')}>
        {depth ?? 'depth'}
      </text>
      <text x="12" y="46" fontSize="14" fill={ink('ink2')}>
        datum
      </text>
    </svg>
  )
}
