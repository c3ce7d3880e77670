import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

/** A stuffing box cut open, its bottom at the left: the rings, the lantern ring among them,
 * the port over it, and where the follower begins. */
export function PackingBox({
  depth,
  section,
  rings,
  under,
  lantern,
  port,
}: {
  depth: number
  section: number
  rings: number
  under?: number
  lantern?: number
  port?: number
}) {
  const k = 330 / Math.max(depth, 1)
  const before = lantern ? (under ?? 0) : rings
  const at = (i: number) => 50 + (i * section + (i >= before && lantern ? lantern : 0)) * k
  const tall = 34
  const row = (y: number) => (
    <g>
      {Array.from({ length: Math.min(rings, 60) }, (_, i) => (
        <rect
          key={i}
          x={at(i)}
          y={y}
          width={Math.max(section * k - 2, 1)}
          height={tall}
          fill={ink('brass')}
          stroke={ink('ink')}
        />
      ))}
      {lantern && (
        <rect
          x={50 + before * section * k}
          y={y}
          width={Math.max(lantern * k - 2, 1)}
          height={tall}
          fill={ink('dye')}
          stroke={ink('ink')}
        />
      )}
    </g>
  )
  return (
    <svg
      width="100%"
      viewBox="0 0 440 230"
      role="img"
      aria-label={`${rings} rings in the box`}
      style={{ fontFamily: condensed, maxHeight: 300 }}
    >
      <Hatches id="box" />
      <path
        d="M20 34H380V56H50V174H380V196H20Z"
        fill="url(#box-cut)"
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <rect x="10" y="96" width="420" height="38" fill={ink('wash')} stroke={ink('ink')} />
      {row(59)}
      {row(137)}
      {port !== undefined && (
        <g>
          <path
            d={`M${50 + port * k} 14V56m-5-8 5 8 5-8`}
            fill="none"
            stroke={ink('dyeText')}
            strokeWidth="2"
          />
          <text x={50 + port * k + 10} y="26" fontSize="14" fill={ink('ink2')}>
            flush
          </text>
        </g>
      )}
      <text x="215" y="121" textAnchor="middle" fontSize="15" fill={ink('ink')}>
        shaft
      </text>
      <text x="20" y="218" fontSize="14" fill={ink('ink2')}>
        bottom
      </text>
      <text x="380" y="218" textAnchor="end" fontSize="14" fill={ink('ink2')}>
        follower
      </text>
    </svg>
  )
}
