import Box from '@mui/material/Box'
import type { Sheet } from '../api/types'
import { useUnit } from '../app/settings'
import { condensed, ink, mono, size } from '../theme'

type Run = NonNullable<Sheet['runs']>[number]
type Station = Run['stations'][number]

const WIDTH = 440
const LEFT = 66
const RIGHT = 10
const FACE = 17 // of the little dials
const HALF = 30 // of a strip

const phases = {
  found: { word: 'As found', dash: '5 4', filled: false },
  built: { word: 'As built', dash: undefined, filled: true },
} as const

/** The shaft along its length: the run-out at each station as a vector, and the line or the kink
 * that fits; as found open and dashed, as built filled. */
export function ShaftRuns({ runs, paper = false }: { runs: Sheet['runs']; paper?: boolean }) {
  const { show } = useUnit()
  if (!runs || runs.length === 0) return null
  return (
    <Box
      component="figure"
      data-runs
      sx={{
        m: 0,
        ...(paper && {
          display: 'grid',
          gridTemplateColumns: '340px 1fr',
          columnGap: 5,
          alignContent: 'start',
          mt: 2,
          '& > svg': { gridRow: 'span 3' },
          '& figcaption': { gridColumn: '1 / -1' },
        }),
      }}
    >
      <Box
        component="figcaption"
        sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.lead }}
      >
        Run-out along the shaft
      </Box>
      <Picture runs={runs} />
      <Box component="ul" sx={{ m: 0, pl: 4, fontSize: size.text }}>
        {runs.flatMap((r) =>
          (r.says ?? []).map((s, i) => (
            <li key={r.phase + i}>
              {phases[r.phase].word}: {show(s)}.
            </li>
          )),
        )}
        {!paper && runs.map((r) => r.ask && <li key={r.phase}>{show(r.ask)}.</li>)}
      </Box>
      {runs.some((r) => r.assumed) && (
        <Box sx={{ fontSize: size.minor, color: ink('ink2') }}>
          Places along the shaft are assumed: write the pump’s own on its page.
        </Box>
      )}
    </Box>
  )
}

function Picture({ runs }: { runs: Run[] }) {
  const { show } = useUnit()
  const places = runs.flatMap((r) => [
    ...r.stations.map((s) => s.at),
    ...r.bearings.map((b) => b.at),
  ])
  const low = Math.min(...places)
  const high = Math.max(...places)
  const x = (at: number) =>
    LEFT + 26 + ((at - low) / (high - low || 1)) * (WIDTH - LEFT - RIGHT - 52)
  const largest = Math.max(...runs.map((r) => r.largest.um), 1)
  const sleeves = runs.flatMap((r) => r.stations.filter((s) => s.sleeve).map((s) => s.at))
  const top = FACE * 2 + 26
  const later = (s: Station) =>
    runs.some(
      (r) => r.phase === 'built' && r.stations.some((o) => Math.abs(x(o.at) - x(s.at)) < 40),
    )
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 268`}
      width="100%"
      role="img"
      aria-label={runs.map((r) => told(r, (s) => show(s))).join(' ')}
      style={{ fontFamily: condensed, fontSize: size.text, maxWidth: 460 }}
    >
      <g fill={ink('wash')} stroke={ink('ink')} strokeWidth="1.2">
        <rect x={LEFT} y={top} width={WIDTH - LEFT - RIGHT} height="14" />
        {sleeves.map((at) => (
          <rect key={at} x={x(at) - 24} y={top - 4} width="48" height="22" fill={ink('sleeve')} />
        ))}
      </g>
      {runs[0]?.bearings.map((b) => (
        <g key={b.title} stroke={ink('ink')} strokeWidth="1.2">
          {[top - 20, top + 16].map((y) => (
            <g key={y}>
              <rect x={x(b.at) - 9} y={y} width="18" height="18" fill={ink('paper')} />
              <path d={`M${x(b.at) - 9} ${y}l18 18m0 -18l-18 18`} />
            </g>
          ))}
        </g>
      ))}
      {runs.map((r) =>
        r.stations.map((s) => (
          <Dial
            key={r.phase + s.at + String(s.sleeve)}
            s={s}
            phase={r.phase}
            x={x(s.at)}
            largest={largest}
            quiet={r.phase === 'found' && later(s)}
          />
        )),
      )}
      <Strip y={150} name="12 up" x={x} runs={runs} largest={largest} of={(p) => p.towards_12} />
      <Strip y={226} name="3 up" x={x} runs={runs} largest={largest} of={(p) => p.towards_3} />
    </svg>
  )
}

/** A run in words, for whoever does not see the picture. */
const told = (r: Run, show: (s: Station['size']) => string) =>
  `${phases[r.phase].word}: ${r.stations
    .map((s) => `${s.title} ${show(s.size)}${s.high ? `, high at ${s.high} o’clock` : ''}`)
    .join('; ')}.`

/** A little dial above a station, its hand as long as the run-out. */
function Dial({
  s,
  phase,
  x,
  largest,
  quiet,
}: {
  s: Station
  phase: Run['phase']
  x: number
  largest: number
  /** its figure is not written: another reading stands there */
  quiet: boolean
}) {
  const { show } = useUnit()
  const look = phases[phase]
  const k = FACE / largest
  const cy = FACE + 18
  const [dx, dy] = [s.towards_3 * k, -s.towards_12 * k]
  return (
    <g>
      <circle cx={x} cy={cy} r={FACE} fill={ink('paper')} stroke={ink('rule')} />
      <path
        d={`M${x} ${cy}l${dx} ${dy}`}
        stroke={ink('dye')}
        strokeWidth="2.2"
        strokeDasharray={look.dash && '3 2'}
      />
      <circle
        cx={x + dx}
        cy={cy + dy}
        r="3.6"
        stroke={ink('dye')}
        strokeWidth="1.6"
        fill={look.filled ? ink('dye') : ink('paper')}
      />
      {!quiet && (
        <text
          x={x}
          y={11}
          textAnchor="middle"
          style={{ fontFamily: mono, fontSize: size.minor }}
          fill={look.filled ? ink('ink') : ink('ink2')}
        >
          {s.letter} {show(s.size)}
        </text>
      )}
    </g>
  )
}

/** The run-outs in one plane along the shaft, and what fits them. */
function Strip({
  y,
  name,
  x,
  runs,
  largest,
  of,
}: {
  y: number
  name: string
  x: (at: number) => number
  runs: Run[]
  largest: number
  of: (p: { towards_12: number; towards_3: number }) => number
}) {
  const k = HALF / largest
  return (
    <g>
      <text x={0} y={y + 5} fill={ink('ink2')}>
        {name}
      </text>
      <path d={`M${LEFT} ${y}H${WIDTH - RIGHT}`} stroke={ink('rule')} strokeDasharray="10 3 2 3" />
      {runs[0]?.bearings.map((b) => (
        <path key={b.title} d={`M${x(b.at)} ${y - HALF}v${2 * HALF}`} stroke={ink('hair')} />
      ))}
      {runs.map((r) => (
        <g key={r.phase}>
          {r.curve && (
            <path
              d={r.curve.map((p, i) => `${i ? 'L' : 'M'}${x(p.at)} ${y - of(p) * k}`).join('')}
              fill="none"
              stroke={ink('dye')}
              strokeWidth="1.8"
              strokeDasharray={phases[r.phase].dash}
            />
          )}
          {r.stations.map((s) => (
            <circle
              key={s.at + String(s.sleeve)}
              cx={x(s.at)}
              cy={y - of(s) * k}
              r="4"
              stroke={ink('dye')}
              strokeWidth="1.8"
              fill={phases[r.phase].filled ? ink('dye') : ink('paper')}
            />
          ))}
        </g>
      ))}
    </g>
  )
}
