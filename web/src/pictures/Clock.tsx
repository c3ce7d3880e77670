import { condensed, ink } from '../theme'

const SIZE = 232
const C = SIZE / 2
const R = 112 // of the dial face

interface Props {
  points?: { deg: number; um: number }[]
  /** the level the circle was fitted at, where it is known */
  level?: number
  fitted?: number
  offCentre?: number
  highDeg?: number
  highClock?: string
  limit?: number
  /** that the same was read as found, as a dotted ring */
  ring?: boolean
  /** how oval it is, and where one of its highs lies */
  oval?: { um: number; deg: number }
}

const turn = (deg: number) =>
  [Math.sin((deg * Math.PI) / 180), -Math.cos((deg * Math.PI) / 180)] as const
const mean = (xs: number[]) => xs.reduce((sum, x) => sum + x, 0) / Math.max(xs.length, 1)

/** The dyed face of a dial: the readings on their level circle, the circle
 * fitted to them, its high spot, and how far the centre may lie off. */
export function Clock({
  points,
  level: given,
  fitted,
  offCentre,
  highDeg,
  highClock,
  limit,
  ring,
  oval,
}: Props) {
  const a = offCentre ?? (fitted ? fitted / 2 : 0)
  const level = given ?? mean(points?.map((p) => p.um) ?? [])
  const spread = Math.max(
    a,
    ...(points ?? []).map((p) => Math.abs(p.um - level)),
    limit ? limit / 2 : 0,
    10,
  )
  const k = (R * 0.36) / spread
  const base = R * 0.6
  const [hx, hy] = turn(highDeg ?? 0)
  return (
    <svg
      width={SIZE}
      height={SIZE}
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      aria-hidden
      style={{ fontFamily: condensed }}
    >
      <circle cx={C} cy={C} r={R} fill={ink('dye')} />
      <g stroke={ink('scribe')} fill="none" opacity="0.55" strokeWidth="0.8">
        {[0.3, 0.6, 0.9].map((f) => (
          <circle key={f} cx={C} cy={C} r={R * f} />
        ))}
        <path d={`M${C - R} ${C}H${C + R}M${C} ${C - R}V${C + R}`} strokeDasharray="10 3 2 3" />
      </g>
      {Array.from({ length: 60 }, (_, i) => {
        const [x, y] = turn(i * 6)
        const inner = R - (i % 5 === 0 ? 9 : 5)
        return (
          <path
            key={i}
            d={`M${C + x * inner} ${C + y * inner}L${C + x * R} ${C + y * R}`}
            stroke={ink('scribe')}
            strokeWidth={i % 15 === 0 ? 2 : 0.8}
          />
        )
      })}
      {limit !== undefined && (
        <circle
          cx={C}
          cy={C}
          r={Math.min((limit / 2) * k, R * 0.4)}
          fill="none"
          stroke={ink('brass')}
          strokeDasharray="5 4"
          strokeWidth="1.6"
        />
      )}
      {ring && (
        <circle
          cx={C}
          cy={C}
          r={R * 0.6}
          fill="none"
          stroke={ink('scribe')}
          strokeWidth="1.4"
          strokeDasharray="1.5 4"
        />
      )}
      {fitted !== undefined && highDeg !== undefined && (
        <g>
          <circle
            cx={C + hx * a * k}
            cy={C + hy * a * k}
            r={base}
            fill="none"
            stroke={ink('face')}
            strokeWidth="2.4"
          />
          <path
            d={`M${C} ${C}L${C + hx * (base + a * k - 6)} ${C + hy * (base + a * k - 6)}`}
            stroke={ink('brass')}
            strokeWidth="2.4"
          />
          <circle cx={C + hx * a * k} cy={C + hy * a * k} r="3.5" fill={ink('brass')} />
          {highClock && (
            <text
              x={C}
              y={C + (hy < 0 ? 84 : -74)}
              textAnchor="middle"
              fill={ink('face')}
              stroke={ink('dye')}
              strokeWidth="5"
              paintOrder="stroke"
              fontSize="16"
              fontWeight="600"
            >
              High spot {highClock} o’clock
            </text>
          )}
        </g>
      )}
      {fitted !== undefined && highDeg === undefined && (
        <>
          <circle cx={C} cy={C} r={base} fill="none" stroke={ink('face')} strokeWidth="2.4" />
          <text
            x={C}
            y={C + 5}
            textAnchor="middle"
            fill={ink('face')}
            fontSize="16"
            fontWeight="600"
          >
            Runs true
          </text>
        </>
      )}
      {oval && (
        <ellipse
          cx={C}
          cy={C}
          rx={base + (oval.um / 2) * k}
          ry={base - (oval.um / 2) * k}
          transform={`rotate(${oval.deg - 90} ${C} ${C})`}
          fill="none"
          stroke={ink('scribe')}
          strokeWidth="1.8"
          strokeDasharray="7 4"
        />
      )}
      {points?.map((p) => {
        const [x, y] = turn(p.deg)
        const r = base + (p.um - level) * k
        return (
          <circle
            key={p.deg}
            cx={C + x * r}
            cy={C + y * r}
            r="4.6"
            fill={ink('face')}
            stroke={ink('dye')}
            strokeWidth="1.5"
          />
        )
      })}
      {!points && (
        <text x={C} y={C + 5} textAnchor="middle" fill={ink('scribe')} fontSize="15">
          Zero at 12
        </text>
      )}
    </svg>
  )
}
