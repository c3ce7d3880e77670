import { condensed, ink } from '../theme'

interface Station {
  z: number
  /** the place as it was typed */
  at: string
  um: number
  deg: number
  sleeve: boolean
}

/** A shaft seen from the side, its run-out much enlarged: stations at their places, those
 * of the shaft full and those of the sleeve open, the bearings under it, and where it may
 * be bent. Sideways is the way in which most of it runs out. */
export function Bend({
  stations,
  bearings,
  bend,
  label,
}: {
  stations: Station[]
  bearings: number[]
  bend?: { from: number; to: number; at: number }
  label: (um: number) => string
}) {
  const all = [...stations.map((s) => s.z), ...bearings]
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const x = (z: number) => 40 + ((z - low) / (high - low || 1)) * 360
  const largest = [...stations].sort((a, b) => b.um - a.um)[0]
  const sideways = (s: Station) => s.um * Math.cos(((s.deg - (largest?.deg ?? 0)) * Math.PI) / 180)
  const most = Math.max(...stations.map((s) => Math.abs(sideways(s))), 1)
  const y = (um: number) => 100 - (um / most) * 62
  const shaft = stations.filter((s) => !s.sleeve).sort((a, b) => a.z - b.z)
  return (
    <svg
      width="100%"
      viewBox="0 0 440 210"
      role="img"
      aria-label="Run-out along the shaft"
      style={{ fontFamily: condensed, maxHeight: 300 }}
    >
      <path d="M20 100H420" stroke={ink('ink2')} strokeDasharray="12 4 3 4" />
      {bend && (
        <rect
          x={x(bend.from)}
          y="30"
          width={Math.max(x(bend.to) - x(bend.from), 3)}
          height="140"
          fill={ink('wash')}
        />
      )}
      {bearings.map((z) => (
        <g key={z}>
          <path d={`M${x(z)} 106l-11 20h22z`} fill={ink('dye')} stroke={ink('ink')} />
          <text x={x(z)} y="146" textAnchor="middle" fontSize="14" fill={ink('ink2')}>
            bearing
          </text>
        </g>
      ))}
      <path
        d={shaft.map((s, i) => `${i ? 'L' : 'M'}${x(s.z)} ${y(sideways(s))}`).join('')}
        fill="none"
        stroke={ink('dyeText')}
        strokeWidth="3"
      />
      {bend && (
        <text x={x(bend.at)} y="24" textAnchor="middle" fontSize="15" fontWeight="600">
          bent here
        </text>
      )}
      {stations.map((s, i) => (
        <g key={i}>
          <circle
            cx={x(s.z)}
            cy={y(sideways(s))}
            r="6"
            fill={ink(s.sleeve ? 'paper' : 'dye')}
            stroke={ink('ink')}
            strokeWidth="1.5"
          />
          <text
            x={x(s.z)}
            y={y(sideways(s)) + (sideways(s) >= 0 ? -12 : 24)}
            textAnchor="middle"
            fontSize="15"
            fontWeight="600"
            fill={ink('ink')}
          >
            {label(s.um)}
          </text>
          <text x={x(s.z)} y="186" textAnchor="middle" fontSize="13" fill={ink('ink2')}>
            {s.at}
          </text>
        </g>
      ))}
      <text x="20" y="204" fontSize="13" fill={ink('ink2')}>
        Place along the shaft; run-out enlarged
      </text>
    </svg>
  )
}
