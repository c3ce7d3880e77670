import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

interface Props {
  setting?: number
  tolerance?: number
  measured?: number
  /** where to mark now, if the shaft is still to be moved */
  markNow?: number
  verdict?: string
  label: (um: number) => string
}

/** The seal's head as a ruler from its datum: above the whole way, below what
 * matters of it, enlarged. */
export function Ruler({ setting, tolerance, measured, markNow, verdict, label }: Props) {
  const marks = [setting, measured, markNow].filter((x) => x !== undefined)
  const end = Math.max(...marks, 1) * 1.18
  const x = (um: number) => 26 + (um / end) * 380
  const around = setting ?? measured ?? 0
  const reach =
    Math.max(...marks.map((m) => Math.abs(m - around)), tolerance ?? 0, around * 0.002, 1) * 1.5
  const near = (um: number) => 216 + ((um - around) / reach) * 176
  return (
    <svg
      width="100%"
      viewBox="0 0 432 262"
      role="img"
      aria-label="The seal's place from its datum"
      style={{ fontFamily: condensed, maxHeight: 300 }}
    >
      <Hatches id="ruler" />
      <rect x="6" y="18" width="20" height="84" fill="url(#ruler-cut)" stroke={ink('ink')} />
      <text x="30" y="14" fontSize="14" fill={ink('ink2')}>
        datum: chamber face
      </text>
      <path d="M26 84H424" stroke={ink('ink')} strokeDasharray="14 4 3 4" />
      <rect x="26" y="76" width="392" height="16" fill={ink('wash')} stroke={ink('ink')} />
      {setting !== undefined && (
        <rect
          x={x(setting)}
          y="50"
          width="34"
          height="68"
          fill={ink('sleeve')}
          stroke={ink('ink')}
        />
      )}
      {setting !== undefined && (
        <path
          d={`M26 34H${x(setting)}M26 28V40M${x(setting)} 28V48`}
          stroke={ink('dyeText')}
          strokeWidth="1.5"
          fill="none"
        />
      )}
      {setting !== undefined && (
        <text
          x={(26 + x(setting)) / 2}
          y="29"
          textAnchor="middle"
          fontSize="16"
          fontWeight="600"
          fill={ink('dyeText')}
        >
          {label(setting)}
        </text>
      )}
      <path d={`M${x(around)} 118L40 150M${x(around)} 118L392 150`} stroke={ink('rule')} />
      <rect
        x="24"
        y="150"
        width="384"
        height="64"
        fill={tolerance !== undefined ? 'url(#ruler-past)' : ink('paper')}
        stroke={ink('ink')}
      />
      {setting !== undefined && tolerance !== undefined && (
        <rect
          x={near(setting - tolerance)}
          y="150"
          width={near(setting + tolerance) - near(setting - tolerance)}
          height="64"
          fill={ink('paper')}
          stroke={ink('ink')}
        />
      )}
      {setting !== undefined && (
        <path d={`M${near(setting)} 146V214`} stroke={ink('dyeText')} strokeWidth="3" />
      )}
      {markNow !== undefined && (
        <g>
          <path d={`M${near(markNow)} 158V214`} stroke={ink('brass')} strokeWidth="4" />
          <text
            x={clamp(near(markNow))}
            y="250"
            textAnchor="middle"
            fontSize="15"
            fontWeight="600"
            fill={ink('ink')}
          >
            mark now {label(markNow)}
          </text>
        </g>
      )}
      {measured !== undefined && (
        <g>
          <path
            d={`M${near(measured)} 170l10 10-10 10-10-10z`}
            fill={verdict === 'out' ? ink('out') : ink('within')}
            stroke={ink('paper')}
            strokeWidth="1.5"
          />
          <text
            x={clamp(near(measured))}
            y="231"
            textAnchor="middle"
            fontSize="15"
            fontWeight="600"
            fill={ink('ink')}
          >
            measured {label(measured)}
          </text>
        </g>
      )}
    </svg>
  )
}

const clamp = (x: number) => Math.min(Math.max(x, 80), 352)
