import { condensed, ink } from '../theme'
import { VerdictMark } from '../shapes/Verdict'
import { Hatches } from './hatch'

// The pictures that are little more than a scale.

export type Label = (um: number) => string
export const frame = (label: string, height: number, max = 300) =>
  ({
    width: '100%',
    viewBox: `0 0 440 ${height}`,
    role: 'img',
    'aria-label': label,
    style: { fontFamily: condensed, maxHeight: max },
  }) as const

/** Each push and pull as a line between its two readings. */
export function Travel({ trials, label }: { trials: { in: number; out: number }[]; label: Label }) {
  const all = trials.flatMap((t) => [t.in, t.out])
  const [low, high] = [Math.min(...all, 0), Math.max(...all, 1)]
  const x = (um: number) => 60 + ((um - low) / (high - low)) * 300
  return (
    <svg {...frame('The shaft pushed in and pulled out', 60 + trials.length * 44, 240)}>
      <text x="60" y="18" fontSize="15" fill={ink('ink2')}>
        in
      </text>
      <text x="360" y="18" textAnchor="end" fontSize="15" fill={ink('ink2')}>
        out
      </text>
      {trials.map((t, i) => (
        <g key={i} transform={`translate(0 ${46 + i * 44})`}>
          <text x="20" y="6" fontSize="17" fontWeight="600" fill={ink('ink')}>
            {i + 1}
          </text>
          <rect
            x={Math.min(x(t.in), x(t.out))}
            y="-10"
            width={Math.max(Math.abs(x(t.out) - x(t.in)), 2)}
            height="20"
            fill={ink('wash')}
            stroke={ink('ink')}
          />
          <path
            d={`M${x(t.in)} 0H${x(t.out)}m-9-6 9 6-9 6`}
            fill="none"
            stroke={ink('dyeText')}
            strokeWidth="2"
          />
          <text
            x={Math.max(x(t.in), x(t.out)) + 10}
            y="6"
            fontSize="16"
            fontWeight="600"
            fill={ink('ink')}
          >
            {label(t.out)}
          </text>
        </g>
      ))}
    </svg>
  )
}

/** A ring on its hub: what lies between them, on both sides together, enlarged. */
export function RingOnHub({
  clearance,
  limit,
  out,
  label,
}: {
  clearance: number
  limit: number
  out: boolean
  label: Label
}) {
  const gap = Math.min(Math.max((clearance / Math.max(limit, clearance, 1)) * 34, 0), 34)
  const allowed = Math.min((limit / Math.max(limit, clearance, 1)) * 34, 34)
  return (
    <svg {...frame('The ring on its hub', 250)}>
      <Hatches id="ring" />
      <circle
        cx="220"
        cy="122"
        r="116"
        fill="url(#ring-cut)"
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <circle
        cx="220"
        cy="122"
        r={62 + gap}
        fill={ink('paper')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <circle
        cx="220"
        cy="122"
        r={62 + allowed}
        fill="none"
        stroke={ink('out')}
        strokeWidth="1.5"
        strokeDasharray="5 4"
      />
      <circle cx="220" cy="122" r="62" fill={ink('wash')} stroke={ink('ink')} strokeWidth="1.5" />
      <text
        x="220"
        y="118"
        textAnchor="middle"
        fontSize="22"
        fontWeight="600"
        fill={out ? ink('out') : ink('ink')}
      >
        {label(clearance)}
      </text>
      <text x="220" y="138" textAnchor="middle" fontSize="14" fill={ink('ink2')}>
        across both sides
      </text>
      <text x="346" y="20" fontSize="14" fill={ink('ink2')}>
        dashed: the limit
      </text>
    </svg>
  )
}

/** The packs in order of thickness, with how the shaft turned on each. */
export function Packs({
  packs,
  trials,
  next,
  answer,
  label,
}: {
  packs: number[]
  trials: { um: number; turns: string }[]
  next?: number
  answer?: number
  label: Label
}) {
  const list = [...new Set(packs)].sort((a, b) => a - b)
  const top = Math.max(...list, 1)
  const step = 400 / Math.max(list.length, 1)
  return (
    <svg {...frame('The packs, thin to thick', 240)}>
      {list.map((um, i) => {
        const h = 14 + (um / top) * 120
        const x = 20 + i * step + step / 2
        const w = Math.min(step * 0.6, 60)
        const tried = trials.findLast((t) => t.um === um)
        const word = answer === um ? 'this one' : tried ? tried.turns : next === um ? 'try' : ''
        return (
          <g key={um}>
            <rect
              x={x - w / 2}
              y={180 - h}
              width={w}
              height={h}
              fill={ink('brass')}
              fillOpacity={tried && tried.turns !== 'free' ? 0.25 : 1}
              stroke={ink('ink')}
              strokeWidth={next === um || answer === um ? 3.5 : 1}
            />
            <text
              x={x}
              y="200"
              textAnchor="middle"
              fontSize="16"
              fontWeight="600"
              fill={ink('ink')}
            >
              {label(um)}
            </text>
            <text x={x} y="222" textAnchor="middle" fontSize="15" fill={ink('ink2')}>
              {word}
            </text>
            {tried && (
              <VerdictMark
                verdict={tried.turns === 'free' ? 'within' : 'out'}
                x={x}
                y={166 - h}
                size={16}
              />
            )}
          </g>
        )
      })}
    </svg>
  )
}

/** The adjusting nut from where it is turned, with its flats and the turn. */
export function Nut({
  degrees,
  divisions,
  direction,
}: {
  degrees: number
  divisions?: number
  direction?: string
}) {
  const flats = divisions ?? 6
  const sign = direction === 'anticlockwise' ? -1 : 1
  const shown = Math.abs(degrees) % 360
  const end = ((shown * sign - 90) * Math.PI) / 180
  const at = (r: number, a: number) => `${r * Math.cos(a)} ${r * Math.sin(a)}`
  return (
    <svg {...frame('The nut and its turn', 240)}>
      <g transform="translate(220 122)">
        {flats === 6 ? (
          <path
            d={
              Array.from(
                { length: 6 },
                (_, i) => `${i ? 'L' : 'M'}${at(76, ((i * 60 + 30 - 90) * Math.PI) / 180)}`,
              ).join('') + 'Z'
            }
            fill={ink('sleeve')}
            stroke={ink('ink')}
            strokeWidth="2"
          />
        ) : (
          <circle r="72" fill={ink('sleeve')} stroke={ink('ink')} strokeWidth="2" />
        )}
        {flats !== 6 &&
          Array.from({ length: Math.min(flats, 120) }, (_, i) => {
            const a = ((i * 360) / flats - 90) * (Math.PI / 180)
            return (
              <path
                key={i}
                d={`M${at(62, a)}L${at(74, a)}`}
                stroke={ink('ink')}
                strokeWidth={flats > 40 ? 1 : 3}
              />
            )
          })}
        <circle r="34" fill={ink('wash')} stroke={ink('ink')} strokeWidth="1.5" />
        {shown > 0 && (
          <path
            d={`M0 -98A98 98 0 ${shown > 180 ? 1 : 0} ${sign > 0 ? 1 : 0} ${at(98, end)}`}
            fill="none"
            stroke={ink('dyeText')}
            strokeWidth="5"
          />
        )}
        <circle cx={98 * Math.cos(end)} cy={98 * Math.sin(end)} r="7" fill={ink('dye')} />
        <path d="M0 -106V-88" stroke={ink('brass')} strokeWidth="4" />
      </g>
      {degrees >= 360 && (
        <text x="220" y="128" textAnchor="middle" fontSize="17" fontWeight="600" fill={ink('ink')}>
          {Math.floor(degrees / 360)} × round
        </text>
      )}
    </svg>
  )
}

/** A bearing in section with its fill, and the strokes of the gun. */
export function GreaseFill({ strokes }: { strokes?: number }) {
  return (
    <svg {...frame('Grease in the bearing', 220)}>
      <Hatches id="grease" />
      <rect
        x="130"
        y="20"
        width="180"
        height="34"
        fill="url(#grease-cut)"
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <rect
        x="130"
        y="116"
        width="180"
        height="34"
        fill={ink('wash')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <rect x="130" y="86" width="180" height="30" fill={ink('brass')} />
      <rect x="130" y="54" width="180" height="62" fill="none" stroke={ink('ink')} />
      <circle cx="220" cy="85" r="33" fill={ink('paper')} stroke={ink('ink')} strokeWidth="1.5" />
      {strokes !== undefined &&
        strokes <= 60 &&
        Array.from({ length: strokes }, (_, i) => (
          <path
            key={i}
            d={`M${220 - (Math.min(strokes, 30) - 1) * 6 + (i % 30) * 12} ${172 + Math.floor(i / 30) * 22}v14`}
            stroke={ink('dyeText')}
            strokeWidth="4"
          />
        ))}
    </svg>
  )
}

/** The same length on an inch scale and on a millimetre scale. */
export function TwoScales({ um, inch, mm }: { um: number; inch: string; mm: string }) {
  const inches = Math.abs(um) / 25400
  const span = Math.max(1, Math.ceil(inches * 1.1))
  const x = (i: number) => 20 + (i / span) * 400
  const sixteenths = span <= 4 ? 16 : span <= 12 ? 4 : 1
  const ticks = span <= 60 ? span * sixteenths : 0
  const mms = Math.floor(span * 25.4)
  return (
    <svg {...frame('The length on an inch and a millimetre scale', 170, 220)}>
      <rect
        x="14"
        y="40"
        width="412"
        height="84"
        fill={ink('paper')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      {Array.from({ length: ticks + 1 }, (_, i) => (
        <path
          key={i}
          d={`M${x(i / sixteenths)} 40v${i % sixteenths === 0 ? 26 : i % (sixteenths / 2) === 0 ? 18 : 10}`}
          stroke={ink('ink')}
        />
      ))}
      {mms <= 320 &&
        Array.from({ length: mms + 1 }, (_, i) => (
          <path
            key={i}
            d={`M${x(i / 25.4)} 124v${i % 10 === 0 ? -26 : i % 5 === 0 ? -18 : -10}`}
            stroke={ink('ink')}
            strokeWidth={mms > 120 ? 0.5 : 1}
          />
        ))}
      <path d={`M${x(inches)} 30V134`} stroke={ink('dyeText')} strokeWidth="3" />
      <text
        x={Math.min(Math.max(x(inches), 60), 380)}
        y="22"
        textAnchor="middle"
        fontSize="18"
        fontWeight="600"
        fill={ink('ink')}
      >
        {inch} in
      </text>
      <text
        x={Math.min(Math.max(x(inches), 60), 380)}
        y="156"
        textAnchor="middle"
        fontSize="18"
        fontWeight="600"
        fill={ink('ink')}
      >
        {mm} mm
      </text>
    </svg>
  )
}

/** The gland with its drops, as many across as they fall in ten seconds. */
export function Drops({ perMinute }: { perMinute?: number }) {
  const n = perMinute === undefined ? 0 : Math.min(Math.round(perMinute / 6), 24)
  return (
    <svg {...frame('The gland and its drops', 150, 180)}>
      <Hatches id="drip" />
      <rect x="60" y="20" width="90" height="40" fill="url(#drip-cut)" stroke={ink('ink')} />
      <rect x="60" y="84" width="90" height="20" fill="url(#drip-cut)" stroke={ink('ink')} />
      <rect x="20" y="60" width="400" height="24" fill={ink('wash')} stroke={ink('ink')} />
      <rect x="150" y="14" width="22" height="46" fill={ink('sleeve')} stroke={ink('ink')} />
      <rect x="150" y="84" width="22" height="26" fill={ink('sleeve')} stroke={ink('ink')} />
      {Array.from({ length: n }, (_, i) => (
        <path key={i} d={`M${186 + i * 9.6} 118c-4 7-4 12 0 12s4-5 0-12`} fill={ink('dyeText')} />
      ))}
      <text x="186" y="148" fontSize="14" fill={ink('ink2')}>
        {perMinute === undefined ? '' : 'drops in ten seconds'}
      </text>
    </svg>
  )
}
