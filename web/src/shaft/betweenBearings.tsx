import { ink } from '../theme'
import { Ball, Both, Shaft, edge, turning, type DrawProps } from './pieces'

// A rotor between two bearings. The outboard is the inboard turned about.

const turned = (width: number) => `translate(${width} 0) scale(-1 1)`

export function BearingInboard({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-50} to={30} r={11} />
      <Shaft from={30} to={96} r={14} />
      <Shaft from={96} to={126} r={18} />
      <Both>
        <path d="M22 -46H108V-40H116V-20H104V-36H40V-20H22Z" {...edge} fill={hatch('left')} />
        <rect x="46" y="-36" width="32" height="5" {...edge} fill={hatch('right')} />
        <rect x="46" y="-19" width="32" height="5" {...turning} />
        <Ball x={62} y={-25} r={5.6} />
        <rect x="24" y="-18" width="10" height="6" fill={ink('ink')} />
        <rect x="104" y="-18" width="8" height="6" fill={ink('ink')} />
      </Both>
      <path d="M46 -46V-54H58V-46M50 46V54H60V46" {...edge} fill={ink('paper')} />
    </g>
  )
}

export function BearingOutboard({ hatch }: DrawProps) {
  return (
    <g>
      <g transform={turned(124)}>
        <BearingInboard hatch={hatch} />
      </g>
      {/* the locked bearing: its nut and tab washer */}
      <Both>
        <path d="M80 -14V-24H92V-14Z" {...turning} />
        <path d="M79 -27V-14" stroke={ink('ink')} strokeWidth="2.5" />
      </Both>
    </g>
  )
}

export function SealInboard({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={130} r={16} fill={ink('sleeve')} />
      <Both>
        <path d="M66 -30V-46H112V-58H126V-22H112V-34H80V-22H66Z" {...edge} fill={hatch('right')} />
        <path d="M66 -18H74V-30H66Z" {...edge} fill={hatch('left')} />
        <path d="M76 -19H86V-28H76Z" fill={ink('ink')} />
        <path
          d="M87 -19L92 -28L97 -19L102 -28L107 -19"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <path d="M58 -42H76" stroke={ink('ink')} strokeWidth="3" />
      </Both>
    </g>
  )
}

export function SealOutboard({ hatch }: DrawProps) {
  return (
    <g transform={turned(112)}>
      <SealInboard hatch={hatch} />
    </g>
  )
}

/** The impeller drawn twice, back to back; the lower casing alone is there until it is closed. */
export function DoubleVolute({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-20} to={280} r={14} />
      <path
        d="M0 30V60L40 72C90 80 100 66 130 78C160 66 170 80 220 72L260 60V30H248V50L212 60C176 62 172 54 168 44H152L140 66H120L108 44H92C88 54 84 62 48 60L12 50V30Z"
        {...edge}
        fill={hatch('left')}
      />
      <path
        d="M0 -30V-60L40 -72C90 -80 100 -66 130 -78C160 -66 170 -80 220 -72L260 -60V-30"
        fill="none"
        stroke={ink('ink2')}
        strokeWidth="1.2"
        strokeDasharray="9 3 2 3"
      />
      <Both>
        <path
          d="M130 -62C118 -44 108 -38 84 -36V-14H176V-36C152 -38 142 -44 130 -62Z"
          {...turning}
        />
        <path
          d="M130 -58V-20M92 -30C112 -30 122 -38 128 -52M168 -30C148 -30 138 -38 132 -52"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1"
        />
        <path d="M76 -36H92V-44H76ZM168 -36H184V-44H168Z" {...edge} fill={ink('brass')} />
      </Both>
    </g>
  )
}
