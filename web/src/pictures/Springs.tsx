import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

/** The springs of a seal: free, fitted, and after the shaft has moved, with the length at
 * which they are closed. */
export function Springs({
  free,
  fitted,
  after,
  solid,
  label,
}: {
  free: number
  fitted: number
  after: number
  solid?: number
  label: (um: number) => string
}) {
  const x = (um: number) => 70 + (um / Math.max(free, fitted, after, 1)) * 300
  const coil = (to: number, y: number) => {
    const turns = 9
    const step = (to - 84) / turns
    return (
      `M84 ${y}` +
      Array.from(
        { length: turns },
        (_, i) => `l${step / 2} ${i % 2 ? 16 : -16}l${step / 2} ${i % 2 ? -16 : 16}`,
      ).join('')
    )
  }
  return (
    <svg
      width="100%"
      viewBox="0 0 440 220"
      role="img"
      aria-label="The springs free, fitted and after the moves"
      style={{ fontFamily: condensed, maxHeight: 300 }}
    >
      <Hatches id="springs" />
      {solid !== undefined && (
        <rect
          x="84"
          y="14"
          width={Math.max(x(solid) - 84, 0)}
          height="170"
          fill="url(#springs-past)"
        />
      )}
      {(
        [
          ['free', free],
          ['fitted', fitted],
          ['after', after],
        ] as const
      ).map(([name, um], i) => (
        <g key={name}>
          <text x="10" y={46 + i * 60} fontSize="16" fontWeight="600" fill={ink('ink')}>
            {name}
          </text>
          <rect
            x="76"
            y={20 + i * 60}
            width="8"
            height="42"
            fill={ink('wash')}
            stroke={ink('ink')}
          />
          <path
            d={coil(x(um), 41 + i * 60)}
            fill="none"
            stroke={ink('dyeText')}
            strokeWidth="2.5"
          />
          <rect
            x={x(um)}
            y={20 + i * 60}
            width="10"
            height="42"
            fill={ink('brass')}
            stroke={ink('ink')}
          />
          <text x={x(um) + 16} y={47 + i * 60} fontSize="15" fontWeight="600" fill={ink('ink')}>
            {label(um)}
          </text>
        </g>
      ))}
      {solid !== undefined && (
        <text x={x(solid)} y="206" textAnchor="end" fontSize="14" fill={ink('ink2')}>
          closed at {label(solid)}
        </text>
      )}
    </svg>
  )
}
