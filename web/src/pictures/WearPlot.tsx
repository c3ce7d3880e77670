import { ink } from '../theme'
import type {} from '../api/types'
import { Hatches } from './hatch'

// What was found is a dot, what was set a ring: with no set, all are dots.
import { frame, type Label } from './small'

interface WearProps {
  history: { hours: number; um: number; set?: boolean }[]
  limit: number
  planned: number
  left?: number
  label: Label
  title?: string
}

/** Up to how many readings each has its figure beside it. */
const few = 10

/** Clearance over running hours, its trend, the limit and the planned stop. */
export function WearPlot({ history, limit, planned, left, label, title = 'Clearance' }: WearProps) {
  const last = history.at(-1) ?? { hours: 0, um: 0 }
  const end =
    Math.max(
      last.hours + planned,
      left !== undefined && left < 1e6
        ? Math.min(last.hours + left, (last.hours + planned) * 2)
        : 0,
      1,
    ) * 1.06
  const top = Math.max(limit, ...history.map((h) => h.um)) * 1.15 || 1
  const x = (h: number) => 40 + (h / end) * 386
  const y = (um: number) => 210 - (um / top) * 180
  // The trend runs from the last reading to the limit: where the two meet is what the core says.
  const meets =
    left !== undefined && left > 0
      ? [
          x(Math.min(last.hours + left, end)),
          y(
            last.hours + left > end
              ? last.um + ((limit - last.um) * (end - last.hours)) / left
              : limit,
          ),
        ]
      : undefined
  const stop = last.hours + planned
  return (
    <svg {...frame(`${title} over running hours`, 250)}>
      <Hatches id="wear" />
      <rect x="40" y={y(top)} width="386" height={y(limit) - y(top)} fill="url(#wear-past)" />
      <path d="M40 20V210H428" fill="none" stroke={ink('ink')} strokeWidth="1.5" />
      <path d={`M40 ${y(limit)}H428`} stroke={ink('out')} strokeWidth="2" />
      <text
        x="44"
        y={y(limit) - 5}
        fontSize="15"
        fontWeight="600"
        fill={ink('ink')}
        stroke={ink('panel')}
        strokeWidth="4"
        paintOrder="stroke"
      >
        limit {label(limit)}
      </text>
      {planned > 0 && (
        <>
          <path
            d={`M${x(stop)} 20V210`}
            stroke={ink('dyeText')}
            strokeWidth="1.5"
            strokeDasharray="6 4"
          />
          <text
            x={Math.min(x(stop), 392)}
            y="246"
            textAnchor="middle"
            fontSize="15"
            fill={ink('dyeText')}
          >
            planned stop
          </text>
        </>
      )}
      {meets && (
        <path
          d={`M${x(last.hours)} ${y(last.um)}L${meets[0]} ${meets[1]}`}
          stroke={ink('ink')}
          strokeWidth="2"
          strokeDasharray="3 4"
        />
      )}
      <polyline
        points={history.map((h) => `${x(h.hours)},${y(h.um)}`).join(' ')}
        fill="none"
        stroke={ink('ink')}
        strokeWidth="2"
      />
      {history.map((h, i) => (
        <g key={i}>
          <circle
            cx={x(h.hours)}
            cy={y(h.um)}
            r={history.length > few ? 3.5 : 6}
            fill={ink(h.set ? 'paper' : 'dye')}
            stroke={ink(h.set ? 'dye' : 'paper')}
            strokeWidth={h.set ? 2.5 : 1.5}
          />
          {(history.length <= few || i >= history.length - 2) && (
            <text
              x={x(h.hours)}
              y={y(h.um) - 12}
              textAnchor="middle"
              fontSize="15"
              fontWeight="600"
              fill={ink('ink')}
              stroke={ink('stone')}
              strokeWidth="4"
              paintOrder="stroke"
            >
              {label(h.um)}
            </text>
          )}
        </g>
      ))}
      {[0, last.hours].map((h, i) => (
        <text key={i} x={x(h)} y="228" textAnchor="middle" fontSize="14" fill={ink('ink2')}>
          {h} h
        </text>
      ))}
    </svg>
  )
}
