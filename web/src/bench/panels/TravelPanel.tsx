import Box from '@mui/material/Box'
import { useUnit } from '../../app/settings'
import type { Verdict } from '../../api/types'
import { EntryBox } from '../../entry/EntryBox'
import { VerdictShape } from '../../shapes/Verdict'
import { condensed, ink, size } from '../../theme'
import { usePanel } from '../panel'
import { limitText } from '../Result'
import { Graduation } from './Graduation'

/** The rotor right down and right up: a depth for each, and the way between them. */
export function TravelPanel() {
  const { body, change, reading, step } = usePanel()
  const { show, unit } = useUnit()
  const form = body.travel ?? {}
  const set = (patch: Partial<typeof form>) => change({ ...body, travel: { ...form, ...patch } })
  const down = reading?.places?.[0]
  const up = reading?.places?.[1]
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'flex-end' }}>
        {(
          [
            ['down', 'Depth, right down', form.down, down, step.panel.ends?.[0]],
            ['up', 'Depth, right up', form.up, up, step.panel.ends?.[1]],
          ] as const
        ).map(([name, label, value, place, end]) => (
          <Box key={name} sx={{ display: 'flex', alignItems: 'flex-end', gap: 2 }}>
            <Box>
              <EntryBox
                above
                label={label}
                field={`body.travel.${name}`}
                value={value}
                onChange={(text) => set({ [name]: text })}
                width={150}
              />
              <Box data-window={name} sx={{ fontSize: size.text, maxWidth: 220 }}>
                Window {limitText(end?.limit, show)}{' '}
                {end && (end.limit.min || end.limit.max) ? `${unit}, ${end.limit.source}` : ''}
              </Box>
            </Box>
            <Box sx={{ height: 54, display: 'grid', placeItems: 'center' }}>
              {place && <VerdictShape verdict={place.result as Verdict} size={20} />}
            </Box>
          </Box>
        ))}
      </Box>
      <svg
        width="100%"
        viewBox="0 0 440 150"
        aria-hidden
        style={{ fontFamily: condensed, maxHeight: 170 }}
      >
        <path d="M20 20H70V130H20" fill="none" stroke={ink('ink')} strokeWidth="2" />
        <rect
          x="70"
          y="58"
          width="300"
          height="34"
          fill={ink('wash')}
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <rect
          x="330"
          y="40"
          width="40"
          height="70"
          fill={ink('sleeve')}
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <path
          d="M180 116H280m-10-6 10 6-10 6M180 116l10-6m-10 6 10 6"
          fill="none"
          stroke={ink('dyeText')}
          strokeWidth="2"
        />
        <text x="230" y="142" textAnchor="middle" fontSize="18" fontWeight="600" fill={ink('ink')}>
          {reading?.figure ? `travel ${show(reading.figure)}` : 'travel'}
        </text>
        <text x="22" y="14" fontSize="14" fill={ink('ink2')}>
          datum
        </text>
      </svg>
      <Graduation value={form.graduation} onChange={(graduation) => set({ graduation })} />
    </Box>
  )
}
