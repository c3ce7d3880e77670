import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

interface Props {
  part: 'shaft' | 'housing'
  className: string
  /** deviations from nominal, µm: least and greatest */
  zone: [number, number]
  ring: [number, number]
  readings: { plane: string; um: number }[]
  mean?: number
  label: (um: number) => string
}

/** Tolerance zones about the nominal line, to scale, with the readings on them. */
export function FitZones({ part, className, zone, ring, readings, mean, label }: Props) {
  const all = [...zone, ...ring, 0, ...readings.map((r) => r.um)]
  const high = Math.max(...all)
  const low = Math.min(...all)
  const pad = (high - low || 1) * 0.12
  const y = (um: number) => 20 + ((high + pad - um) / (high - low + 2 * pad)) * 220
  const bar = (x: number, w: number, [a, b]: [number, number], title: string, fill: string) => (
    <g>
      <rect
        x={x}
        y={y(b)}
        width={w}
        height={Math.max(y(a) - y(b), 2)}
        fill={fill}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <text
        x={x + w / 2}
        y="262"
        textAnchor="middle"
        fontSize="15"
        fontWeight="600"
        fill={ink('ink')}
      >
        {title}
      </text>
      <text x={x + w + 5} y={y(b) + 5} fontSize="14" fill={ink('ink2')}>
        {label(b)}
      </text>
      {y(a) - y(b) > 16 && (
        <text x={x + w + 5} y={y(a) + 5} fontSize="14" fill={ink('ink2')}>
          {label(a)}
        </text>
      )}
    </g>
  )
  return (
    <svg
      width="100%"
      viewBox="0 0 440 270"
      role="img"
      aria-label="Tolerance zones of bearing and seat with the readings"
      style={{ fontFamily: condensed, maxHeight: 300 }}
    >
      <Hatches id="fit" />
      <path d={`M8 ${y(0)}H432`} stroke={ink('ink')} strokeWidth="1.5" strokeDasharray="14 4 3 4" />
      <text x="8" y={y(0) - 5} fontSize="14" fill={ink('ink2')}>
        nominal
      </text>
      {bar(70, 74, ring, part === 'shaft' ? 'bearing bore' : 'bearing outside', 'url(#fit-cut)')}
      {bar(220, 120, zone, `${part === 'shaft' ? 'journal' : 'housing'} ${className}`, ink('wash'))}
      {mean !== undefined && (
        <path d={`M216 ${y(mean)}H344`} stroke={ink('dyeText')} strokeWidth="2.5" />
      )}
      {readings.map((r, i) => {
        const inside = r.um >= zone[0] && r.um <= zone[1]
        const x = 228 + ((i + 0.5) / readings.length) * 104
        return inside ? (
          <circle
            key={i}
            cx={x}
            cy={y(r.um)}
            r="6"
            fill={ink('within')}
            stroke={ink('paper')}
            strokeWidth="1.5"
          />
        ) : (
          <path
            key={i}
            d={`M${x} ${y(r.um) - 8}l8 8-8 8-8-8z`}
            fill={ink('out')}
            stroke={ink('paper')}
            strokeWidth="1.5"
          />
        )
      })}
    </svg>
  )
}
