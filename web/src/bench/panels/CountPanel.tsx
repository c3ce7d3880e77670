import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { ink, mono } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

export function CountPanel() {
  const { step, body, change } = usePanel()
  const count = body.count ?? {}
  const { of, same } = step.panel
  const n = count.count
  const set = (text: string) => {
    const digits = text.replace(/\D/g, '').slice(0, 4)
    change({ ...body, count: { ...count, count: digits === '' ? undefined : Number(digits) } })
  }
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 4 }}>
      <Typography>{of}</Typography>
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <EntryBox
          above
          label="How many"
          field="body.count.count"
          value={n === undefined ? '' : String(n)}
          onChange={set}
          plain
        />
        <EntryBox
          above
          label="Thick, all together"
          name="Thickness of all together, may be left blank"
          field="body.count.pack"
          value={count.pack}
          onChange={(pack) => change({ ...body, count: { ...count, pack } })}
          width={150}
        />
        {same !== undefined && (
          <Box sx={{ pt: 4.5 }}>
            came off:{' '}
            <Box component="strong" sx={{ fontFamily: mono, fontSize: '1.5rem' }}>
              {same}
            </Box>
          </Box>
        )}
      </Box>
      {/* The pack seen edge-on, one strip for each piece counted. */}
      <svg width="260" height="120" aria-hidden>
        <path d="M10 112H250" stroke={ink('ink')} strokeWidth="2" />
        {Array.from({ length: Math.min(n ?? 0, 14) }, (_, i) => (
          <rect
            key={i}
            x={50 + (i % 2) * 2}
            y={105 - i * 7.4}
            width="150"
            height="5.6"
            fill={ink('brass')}
            stroke={ink('ink')}
            strokeWidth="0.8"
          />
        ))}
        {(n ?? 0) > 14 && (
          <text x="214" y="20" fill={ink('ink')} fontFamily={mono}>
            +{n! - 14}
          </text>
        )}
      </svg>
    </Box>
  )
}
