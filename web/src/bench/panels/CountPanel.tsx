import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { ink, mono, size } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

/** How many: pieces that must come back, or turns, with halves and quarters. */
export function CountPanel() {
  const { step, body, change, reading } = usePanel()
  const count = body.count ?? {}
  const { of, same, same_says, turns, each = 0 } = step.panel
  const counted = Number(reading?.text ?? 0)
  const set = (patch: Partial<typeof count>) => change({ ...body, count: { ...count, ...patch } })
  if (each > 0)
    return (
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 4 }}>
        <Typography>{of}</Typography>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          {Array.from({ length: each }, (_, i) => (
            <EntryBox
              key={i}
              label={String(i + 1)}
              name={`${of}, number ${i + 1}`}
              field={`body.count.each[${i}]`}
              value={count.each?.[i] ?? ''}
              onChange={(t) =>
                set({
                  each: Array.from({ length: each }, (_, k) =>
                    k === i ? t : (count.each?.[k] ?? ''),
                  ),
                })
              }
              plain
            />
          ))}
        </Box>
      </Box>
    )
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 4 }}>
      <Typography>{of}</Typography>
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <EntryBox
          above
          label={turns ? 'How many turns' : 'How many'}
          name={turns ? 'How many turns, such as 1/2, 0.5 or 1 1/2' : 'How many'}
          field="body.count.count"
          value={count.count}
          onChange={(t) => set({ count: t })}
          plain
        />
        {!turns && (
          <EntryBox
            above
            label="Thick, all together"
            name="Thickness of all together, may be left blank"
            field="body.count.pack"
            value={count.pack}
            onChange={(pack) => set({ pack })}
            width={150}
          />
        )}
        {same && (
          <Box sx={{ pt: 4.5 }}>
            must be:{' '}
            <Box component="strong" sx={{ fontFamily: mono, fontSize: size.strong }}>
              {same}
            </Box>
            <Box sx={{ fontSize: size.minor, color: ink('ink2') }}>{same_says}</Box>
          </Box>
        )}
      </Box>
      {!turns && <Pack pieces={Number.isInteger(counted) ? counted : 0} />}
    </Box>
  )
}

/** The pack seen edge-on, one strip for each piece counted. */
function Pack({ pieces }: { pieces: number }) {
  return (
    <svg width="260" height="120" aria-hidden>
      <path d="M10 112H250" stroke={ink('ink')} strokeWidth="2" />
      {Array.from({ length: Math.min(pieces, 14) }, (_, i) => (
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
      {pieces > 14 && (
        <text x="214" y="20" fill={ink('ink')} fontFamily={mono}>
          +{pieces - 14}
        </text>
      )}
    </svg>
  )
}
