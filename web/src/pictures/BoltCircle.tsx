import { condensed, ink } from '../theme'

interface Props {
  n: number
  /** the bolt whose turn it is, 0 for none */
  next?: number
  on?: (bolt: number) => boolean
  /** its turn, written outside the circle */
  turn?: (bolt: number) => string
  title?: string
  note?: string
  label: string
  /** how much of each pass is done, 0 to 1 */
  shares?: number[]
  size?: number
}

/** The holes of a bolt circle on the dyed disc, and a ring for each pass. */
export function BoltCircle({
  n,
  next = 0,
  on = () => false,
  turn,
  title = '',
  note = '',
  label,
  shares = [],
  size = 300,
}: Props) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="-150 -150 300 300"
      role="img"
      aria-label={label}
      style={{ fontFamily: condensed }}
    >
      <circle r="120" fill={ink('dye')} />
      <circle r="62" fill={ink('panel')} stroke={ink('ink')} />
      {shares.map((share, p) => {
        const r = 128 + p * 5
        const end = share * 2 * Math.PI
        return (
          share > 0 &&
          (share === 1 ? (
            <circle key={p} r={r} fill="none" stroke={ink('within')} strokeWidth="3.4" />
          ) : (
            <path
              key={p}
              d={`M0 ${-r}A${r} ${r} 0 ${end > Math.PI ? 1 : 0} 1 ${r * Math.sin(end)} ${-r * Math.cos(end)}`}
              fill="none"
              stroke={ink('within')}
              strokeWidth="3.4"
            />
          ))
        )
      })}
      {Array.from({ length: n }, (_, i) => {
        const angle = (i / n) * 2 * Math.PI
        const [x, y] = [Math.sin(angle) * 92, -Math.cos(angle) * 92]
        const now = next === i + 1
        const r = Math.min(19, 250 / n)
        return (
          <g key={i}>
            <circle
              cx={x}
              cy={y}
              r={now ? r + 3 : r}
              fill={now ? ink('face') : on(i + 1) ? ink('scribe') : ink('dye')}
              stroke={now ? ink('brass') : ink('scribe')}
              strokeWidth={now ? 4 : 1.5}
            />
            <text
              x={x}
              y={y + Math.min(r * 0.34, 6)}
              textAnchor="middle"
              fontSize={Math.min(17, r * 1.1)}
              fontWeight="600"
              fill={now || on(i + 1) ? ink('onFace') : ink('face')}
            >
              {i + 1}
            </text>
            {turn && (
              <text
                x={(x / 92) * 134}
                y={(y / 92) * 134 + 5}
                textAnchor="middle"
                fontSize={n > 24 ? 11 : 15}
                fill={ink('ink2')}
              >
                {turn(i + 1)}
              </text>
            )}
          </g>
        )
      })}
      <text y="-6" textAnchor="middle" fontSize="22" fontWeight="600" fill={ink('ink')}>
        {title}
      </text>
      <text y="18" textAnchor="middle" fontSize="16" fill={ink('ink2')}>
        {note}
      </text>
    </svg>
  )
}
