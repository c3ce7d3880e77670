import type { Verdict } from '../api/types'
import { VerdictMark } from '../shapes/Verdict'
import { condensed, ink } from '../theme'

interface Props {
  places: { at: string; low?: number; high?: number; result?: string }[]
  min?: number
  max?: number
  size?: number
}

/** Places round the impeller seen face-on: the trace tells an even gap from a
 * tilted one; the ring is the window it is set in. */
export function Disc({ places, min, max, size = 150 }: Props) {
  const n = Math.max(places.length, 1)
  const top = Math.max(max ?? 0, ...places.map((p) => p.high ?? 0), 1)
  const r = (um: number) => 34 + (um / top) * 44
  const clock = places.every((p) => /^\d+$/.test(p.at))
  const points = places.map((p, i) => {
    const angle = ((clock ? Number(p.at) * 30 : (i * 360) / n) * Math.PI) / 180
    const radius = p.low !== undefined && p.high !== undefined ? r((p.low + p.high) / 2) : undefined
    return {
      ...p,
      x: Math.sin(angle),
      y: -Math.cos(angle),
      radius,
      name: clock ? p.at : String(i + 1),
    }
  })
  const trace = points.filter((p) => p.radius !== undefined)
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 190 190"
      aria-hidden
      style={{ fontFamily: condensed }}
    >
      <g transform="translate(95 95)">
        <circle r="80" fill={ink('dye')} />
        {max !== undefined && (
          <circle
            r={min !== undefined ? (r(min) + r(max)) / 2 : r(max) / 2}
            fill="none"
            stroke={ink('scribe')}
            strokeOpacity="0.4"
            strokeWidth={min !== undefined ? r(max) - r(min) : r(max)}
          />
        )}
        {points.map((p, i) => (
          <path
            key={i}
            d={`M${p.x * 14} ${p.y * 14}Q${p.x * 40 - p.y * 14} ${p.y * 40 + p.x * 14} ${p.x * 76} ${p.y * 76}`}
            stroke={ink('scribe')}
            strokeWidth="1.2"
            fill="none"
          />
        ))}
        <circle r="14" fill={ink('wash')} stroke={ink('ink')} />
        {trace.length > 2 && (
          <path
            d={
              trace
                .map((p, i) => `${i ? 'L' : 'M'}${p.x * p.radius!} ${p.y * p.radius!}`)
                .join('') + 'Z'
            }
            fill="none"
            stroke={ink('face')}
            strokeWidth="2"
          />
        )}
        {points.map((p, i) => (
          <g key={i}>
            <text
              x={p.x * 89}
              y={p.y * 89 + 5}
              textAnchor="middle"
              fontSize="17"
              fontWeight="600"
              fill={ink('ink')}
            >
              {p.name}
            </text>
            {p.radius !== undefined && (
              <>
                <circle cx={p.x * p.radius} cy={p.y * p.radius} r="8" fill={ink('paper')} />
                <VerdictMark
                  verdict={p.result as Verdict}
                  x={p.x * p.radius}
                  y={p.y * p.radius}
                  size={13}
                />
              </>
            )}
          </g>
        ))}
      </g>
    </svg>
  )
}
