import { ink } from '../theme'
import { Ball, Both, Shaft, edge, turning, type DrawProps } from './pieces'

// Motors, pedestals and what sits on their shafts.

const phantom = { fill: 'none', stroke: ink('ink2'), strokeWidth: 1.2, strokeDasharray: '9 3 2 3' }

export function Motor({ hatch }: DrawProps) {
  return (
    <g>
      <path d="M6 -40H20M6 40H20M6 -40V40" {...phantom} />
      <Shaft from={24} to={262} r={11} />
      <Both>
        <path
          d="M20 -56H196V-46H204V-30H212V-56H222V-22H200V-34H176V-44H34V-34H20Z"
          {...edge}
          fill={hatch('left')}
        />
        <rect x="178" y="-34" width="20" height="5" {...edge} fill={hatch('right')} />
        <rect x="178" y="-17" width="20" height="5" {...turning} />
        <Ball x={188} y={-23} r={5.4} />
        <rect x="26" y="-34" width="18" height="5" {...edge} fill={hatch('right')} />
        <rect x="26" y="-17" width="18" height="5" {...turning} />
        <Ball x={35} y={-23} r={5.4} />
      </Both>
      <path d="M56 -40H166V-16H56ZM56 40H166V16H56Z" {...phantom} />
      <path d="M60 56V68H84V56M140 56V68H164V56" {...edge} fill={hatch('right')} />
    </g>
  )
}

/** The motor of a submersible: below the pump, so on the right. */
export function MotorBelow({ hatch }: DrawProps) {
  return (
    <g transform="translate(262 0) scale(-1 1)">
      <Motor hatch={hatch} />
    </g>
  )
}

export function Pedestal({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-50} to={40} r={11} />
      <Shaft from={40} to={222} r={15} />
      <Shaft from={222} to={396} r={11} />
      <Both>
        <path
          d="M28 -46H44V-40H214V-46H236V-18H222V-34H206V-30H82V-34H44V-18H28Z"
          {...edge}
          fill={hatch('left')}
        />
        <rect x="48" y="-35" width="28" height="5" {...edge} fill={hatch('right')} />
        <rect x="48" y="-20" width="28" height="5" {...turning} />
        <Ball x={62} y={-25} r={5} />
        <rect x="186" y="-35" width="28" height="5" {...edge} fill={hatch('right')} />
        <rect x="186" y="-20" width="28" height="5" {...turning} />
        <Ball x={200} y={-25} r={5} />
        <rect x="30" y="-17" width="10" height="5" fill={ink('ink')} />
        <rect x="224" y="-17" width="9" height="5" fill={ink('ink')} />
      </Both>
      <path d="M70 40V66H60V72H190V66H180V40" {...edge} fill={hatch('right')} />
    </g>
  )
}

export function ClampSleeve() {
  return (
    <g>
      <Shaft from={-20} to={60} r={11} />
      <Shaft from={22} to={190} r={15} fill={ink('sleeve')} />
      <Both>
        <path d="M24 -15V-32H48V-15Z" {...turning} />
        <path d="M36 -32V-15" stroke={ink('ink')} strokeWidth="3" />
        <path d="M30 -27H42" stroke={ink('ink')} strokeWidth="2" />
      </Both>
    </g>
  )
}

export function BackPlate({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-30} to={60} r={11} />
      <Both>
        <path d="M4 -20V-46H-26V-54H14V-70H30V-20Z" {...edge} fill={hatch('right')} />
        <path d="M-22 -50H6" stroke={ink('ink')} strokeWidth="3" />
      </Both>
    </g>
  )
}

export function ShaftSeal({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-30} to={90} r={11} />
      <Both>
        <path d="M4 -14V-28H18V-24H22V-14Z" {...edge} fill={hatch('left')} />
        <path d="M23 -23H34V-20L40 -14H23Z" fill={ink('ink')} />
        <path
          d="M40 -15L46 -23L52 -15L58 -23L64 -15L70 -23L76 -15"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <path d="M76 -12V-24H84V-12Z" {...turning} />
      </Both>
    </g>
  )
}

export function OuterSeal({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-30} to={100} r={11} />
      <Both>
        <path d="M8 -12V-28H16V-22H24V-12Z" {...turning} />
        <path d="M26 -23H38V-12H26Z" fill={ink('ink')} />
        <path
          d="M40 -13L46 -22L52 -13L58 -22L64 -13L70 -22L76 -13"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <path d="M78 -13V-30H92V-13Z" {...edge} fill={hatch('left')} />
      </Both>
    </g>
  )
}

export function ShimPack() {
  return (
    <g>
      <Shaft from={-20} to={40} r={11} />
      <Both>
        {[6, 12, 17, 21].map((x) => (
          <rect
            key={x}
            x={x}
            y={-28}
            width={x < 12 ? 5 : 3}
            height="17"
            {...edge}
            strokeWidth={0.9}
            fill={ink('brass')}
          />
        ))}
      </Both>
    </g>
  )
}

export function SpringCoupler() {
  return (
    <g>
      <Shaft from={-10} to={44} r={8} />
      <Shaft from={66} to={120} r={8} />
      <Both>
        <path d="M18 -8V-26H34V-8ZM76 -8V-26H92V-8Z" {...turning} />
        <path
          d="M34 -22L40 -12L46 -24L52 -12L58 -24L64 -12L70 -24L76 -12"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.8"
        />
      </Both>
    </g>
  )
}

export function BearingCartridge({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={240} r={9} />
      <Both>
        <path d="M14 -40H120V-64H136V-12H122V-30H64V-34H14Z" {...edge} fill={hatch('left')} />
        <path d="M20 -30H52V-10H20Z" {...edge} fill={ink('brass')} />
        <path d="M70 -28H108V-10H70Z" {...edge} fill={ink('brass')} />
        <path d="M138 -20H146V-10H138Z" fill={ink('ink')} />
        <path
          d="M147 -11L152 -20L157 -11L162 -20L167 -11"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
      </Both>
      <path d="M30 -40V-52H42V-40M28 -52H44V-58H28Z" {...edge} fill={ink('paper')} />
    </g>
  )
}
