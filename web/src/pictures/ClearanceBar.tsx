import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

/** What is left of a bearing's clearance, from the box to hot: each a bar from its least to
 * its most, the likely one thick. Below nothing is preload. */
export function ClearanceBar({
  bars,
  label,
}: {
  bars: { name: string; from: number; to: number; likely?: boolean }[]
  label: (um: number) => string
}) {
  const all = bars.flatMap((b) => [b.from, b.to])
  const [low, high] = [Math.min(0, ...all), Math.max(1, ...all)]
  const x = (um: number) => 96 + ((um - low) / (high - low)) * 280
  return (
    <svg
      width="100%"
      viewBox={`0 0 440 ${40 + bars.length * 52}`}
      role="img"
      aria-label="The clearance from the box to hot"
      style={{ fontFamily: condensed, maxHeight: 320 }}
    >
      <Hatches id="left" />
      <rect
        x="80"
        y="8"
        width={Math.max(x(0) - 80, 0)}
        height={bars.length * 52}
        fill="url(#left-past)"
      />
      <path d={`M${x(0)} 4V${12 + bars.length * 52}`} stroke={ink('ink')} strokeWidth="1.5" />
      {bars.map((b, i) => (
        <g key={b.name}>
          <text x="4" y={40 + i * 52} fontSize="16" fontWeight="600" fill={ink('ink')}>
            {b.name}
          </text>
          <rect
            x={x(b.from)}
            y={(b.likely ? 22 : 27) + i * 52}
            width={Math.max(x(b.to) - x(b.from), 2)}
            height={b.likely ? 26 : 16}
            fill={ink(b.likely ? 'dye' : 'wash')}
            stroke={ink('ink')}
          />
          <Number x={x(b.from)} y={62 + i * 52}>
            {label(b.from)}
          </Number>
          <Number x={x(b.to)} y={62 + i * 52}>
            {label(b.to)}
          </Number>
        </g>
      ))}
      <text x={x(0)} y={32 + bars.length * 52} textAnchor="middle" fontSize="14" fill={ink('ink2')}>
        no play
      </text>
    </svg>
  )
}

/** A figure that is read on a hatched ground, too. */
function Number({ x, y, children }: { x: number; y: number; children: string }) {
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      fontSize="14"
      fill={ink('ink')}
      stroke={ink('panel')}
      strokeWidth="5"
      paintOrder="stroke"
    >
      {children}
    </text>
  )
}
