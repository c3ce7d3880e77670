import { ink } from '../theme'
import { Ball, Both, Shaft, edge, turning, type DrawProps } from './pieces'

// What only one construction has.

export function Regen({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-30} to={110} r={11} />
      <Both>
        <path d="M40 -14V-34H62V-50H70V-70H82V-78H30V-34H40Z" {...edge} fill={hatch('left')} />
        <path d="M108 -14V-50H98V-70H90V-78H128V-20H140V-14Z" {...edge} fill={hatch('right')} />
        <path d="M72 -11V-64H96V-11Z" {...turning} />
        {[0, 1, 2, 3].map((i) => (
          <path
            key={i}
            d={`M72 ${-62 + i * 4}H78M90 ${-62 + i * 4}H96`}
            stroke={ink('ink')}
            strokeWidth="1.4"
          />
        ))}
        <path d="M82 -74H132" stroke={ink('ink')} strokeWidth="3" />
        <path d="M98 -70H102V-50H98Z" fill={ink('brass')} />
      </Both>
      <path d="M60 -78V-84M108 -78V-84" stroke={ink('ink2')} strokeDasharray="6 3" />
    </g>
  )
}

export function Chopper() {
  return (
    <g>
      <Shaft from={-30} to={70} r={11} />
      <Both>
        <path d="M10 -11V-66H34C36 -54 44 -48 96 -48V-40C70 -38 60 -24 56 -11Z" {...turning} />
        <path d="M96 -50L108 -44L96 -38Z" {...edge} fill={ink('ink')} />
        <path d="M20 -62C28 -40 40 -24 52 -14" fill="none" stroke={ink('ink')} strokeWidth="1" />
      </Both>
      <path d="M70 -9H100L106 0L100 9H70Z" {...edge} fill={ink('brass')} />
    </g>
  )
}

export function StrikerPlate({ hatch }: DrawProps) {
  return (
    <g>
      <Both>
        <path d="M0 -24V-66H14V-24Z" {...edge} fill={hatch('right')} />
        <path d="M14 -56V-78H34V-62H22V-56Z" {...edge} fill={hatch('left')} />
        <path d="M14 -72H22V-62H14Z" {...edge} fill={ink('brass')} />
        <path d="M4 -70H42" stroke={ink('ink')} strokeWidth="3" />
        <path d="M-110 -80H14V-72H-100Z" {...edge} fill={hatch('left')} />
      </Both>
      <path d="M44 -40C54 -20 44 10 54 40" fill="none" stroke={ink('ink2')} strokeWidth="1.2" />
    </g>
  )
}

export function PackingBox({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-30} to={180} r={12} />
      <Both>
        <path d="M6 -14V-46H-10V-54H22V-40H118V-28H22V-14Z" {...edge} fill={hatch('right')} />
        {[26, 40, 54, 76, 90].map((x) => (
          <rect
            key={x}
            x={x}
            y="-27"
            width="13"
            height="14"
            {...edge}
            strokeWidth={0.9}
            fill={ink('paper')}
          />
        ))}
        <rect x="68" y="-27" width="7" height="14" fill={ink('ink')} />
        <path d="M104 -14V-26H122V-46H136V-14Z" {...edge} fill={hatch('left')} />
        <path d="M110 -42H144" stroke={ink('ink')} strokeWidth="2.5" />
      </Both>
    </g>
  )
}

export function Gear({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-30} to={60} r={12} />
      <Both>
        <path d="M10 -14V-40H24V-70H196V-78H10V-50H0V-14Z" {...edge} fill={hatch('left')} />
        <path d="M34 -12V-64H176V-44H60V-12Z" {...turning} />
        <path d="M188 0V-70H212V0Z" {...edge} fill={hatch('right')} />
        <path d="M180 -74H224" stroke={ink('ink')} strokeWidth="3" />
      </Both>
      <path d="M84 -42H176V4H84Z" {...turning} fill={ink('sleeve')} />
      {[-36, -28, 0].map((y) => (
        <path key={y} d={`M84 ${y}H176`} stroke={ink('ink')} strokeWidth="1" />
      ))}
      <path d="M96 -26H208V-12H96Z" {...edge} fill={ink('paper')} />
      <path d="M150 14C170 14 184 20 188 30V44H150Z" {...edge} fill={hatch('left')} />
    </g>
  )
}

export function Governor({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-50} to={210} r={11} />
      <Both>
        <path d="M30 -14V-58H170V-14H160V-50H40V-14Z" {...edge} fill={hatch('left')} />
        <path d="M56 -12V-18H70L88 -42L98 -36L84 -14V-12Z" {...turning} />
        <Ball x={72} y={-20} r={3.4} />
        <path
          d="M104 -13L110 -28L116 -13L122 -28L128 -13L134 -28L140 -13"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.6"
        />
        <path d="M142 -12V-30H150V-12Z" {...turning} />
      </Both>
    </g>
  )
}

export function Expeller({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-20} to={80} r={11} />
      <Both>
        <path d="M20 -11V-54H34V-11Z" {...turning} />
        <path d="M14 -50H20M14 -42H20M14 -34H20M14 -26H20" stroke={ink('ink')} strokeWidth="2" />
        <path d="M0 -20V-62H48V-70H-8V-20Z" {...edge} fill={hatch('right')} />
      </Both>
    </g>
  )
}
