import type { ReactNode } from 'react'
import { ink } from '../theme'

const line = { fill: 'none', stroke: ink('ink'), strokeWidth: 2 } as const
const metal = { fill: ink('wash'), stroke: ink('ink'), strokeWidth: 1.5 } as const
const brass = { fill: ink('brass'), stroke: ink('ink'), strokeWidth: 1.5 } as const
const dye = { fill: ink('dye'), stroke: ink('ink'), strokeWidth: 1.5 } as const

/** Each instrument as it lies in its cut-out, 160 by 76. */
const drawn: Record<string, ReactNode> = {
  runout: (
    <>
      <circle cx="80" cy="32" r="28" {...dye} />
      <path d="M80 32 96 14" stroke={ink('brass')} strokeWidth="2.5" />
      <path d="M80 60v14m-4-2h8" {...line} />
      <circle cx="80" cy="32" r="3" fill={ink('brass')} />
    </>
  ),
  float: (
    <>
      <rect x="10" y="28" width="120" height="20" {...metal} />
      <path d="M28 62H62m-8-5 8 5-8 5M52 62H20m8-5-8 5 8 5" {...line} />
      <circle cx="146" cy="38" r="13" {...dye} />
      <path d="M133 38h-4" {...line} />
    </>
  ),
  gap: (
    <>
      {[-14, -5, 4, 13].map((a) => (
        <rect
          key={a}
          x="34"
          y="32"
          width="104"
          height="11"
          rx="5"
          transform={`rotate(${a} 36 38)`}
          {...metal}
        />
      ))}
      <circle cx="36" cy="38" r="9" {...brass} />
    </>
  ),
  ring: (
    <>
      <circle cx="80" cy="38" r="35" {...metal} />
      <circle cx="80" cy="38" r="24" fill={ink('panel')} stroke={ink('ink')} strokeWidth="1.5" />
      <circle cx="80" cy="38" r="19" fill={ink('sleeve')} stroke={ink('ink')} strokeWidth="1.5" />
    </>
  ),
  fit: (
    <>
      <path d="M30 10h14v46h72V10h14v60H30z" {...metal} />
      <rect x="116" y="26" width="38" height="12" {...brass} />
      <path d="M44 32h14m44 0h14" {...line} strokeWidth="6" />
    </>
  ),
  shim: (
    <>
      {[12, 24, 34, 42, 54].map((y, i) => (
        <rect key={y} x={26 + i * 3} y={y} width="104" height={[10, 8, 6, 10, 14][i]} {...brass} />
      ))}
    </>
  ),
  'shim-trial': (
    <>
      {[10, 42, 74, 106].map((x, i) => (
        <rect
          key={x}
          x={x}
          y={52 - i * 10}
          width="24"
          height={16 + i * 10}
          {...brass}
          fillOpacity={i < 2 ? 0.3 : 1}
        />
      ))}
      <path d="m136 44 8 8 12-18" {...line} strokeWidth="3" />
    </>
  ),
  setting: (
    <>
      <rect x="6" y="22" width="12" height="46" {...metal} />
      <rect x="18" y="36" width="130" height="16" {...metal} />
      <rect
        x="92"
        y="26"
        width="22"
        height="36"
        fill={ink('sleeve')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <path d="M18 14H92M18 8v12M92 8v12" stroke={ink('dyeText')} strokeWidth="2" />
    </>
  ),
  heat: (
    <>
      <circle cx="56" cy="38" r="32" {...metal} />
      <circle cx="56" cy="38" r="16" fill={ink('panel')} stroke={ink('ink')} strokeWidth="1.5" />
      {[0, 60, 120, 180, 240, 300].map((a) => (
        <circle
          key={a}
          cx={56 + 24 * Math.cos((a * Math.PI) / 180)}
          cy={38 + 24 * Math.sin((a * Math.PI) / 180)}
          r="5.5"
          fill={ink('panel')}
          stroke={ink('ink')}
        />
      ))}
      <path d="M112 62V16a7 7 0 0 1 14 0v46a10 10 0 1 1-14 0" {...line} />
      <path d="M119 66V34" stroke={ink('out')} strokeWidth="5" />
    </>
  ),
  torque: (
    <>
      <rect x="8" y="32" width="100" height="12" rx="6" {...metal} />
      <rect x="8" y="28" width="38" height="20" rx="4" {...brass} />
      <circle cx="122" cy="38" r="20" {...metal} />
      <rect x="114" y="30" width="16" height="16" {...dye} />
    </>
  ),
  lateral: (
    <>
      <path
        d="M80 6 108 22v32L80 70 52 54V22z"
        fill={ink('sleeve')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <circle cx="80" cy="38" r="15" {...metal} />
      <path d="M124 20a44 44 0 0 1 0 36m0 0 2-9m-2 9-8-4" {...line} />
    </>
  ),
  drip: (
    <>
      <rect x="12" y="24" width="136" height="14" {...metal} />
      <rect x="52" y="10" width="36" height="42" {...brass} />
      {[0, 1, 2].map((i) => (
        <path
          key={i}
          d={`M${100 + i * 16} ${46 + i * 8}c-5 8-5 14 0 14s5-6 0-14`}
          fill={ink('dyeText')}
        />
      ))}
    </>
  ),
  align: (
    <>
      <rect x="8" y="20" width="50" height="30" {...metal} />
      <rect x="62" y="14" width="14" height="42" {...dye} />
      <g transform="rotate(4 90 36)">
        <rect
          x="80"
          y="14"
          width="14"
          height="42"
          fill={ink('sleeve')}
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <rect x="98" y="18" width="54" height="34" {...metal} />
        <path d="M104 56h12M134 56h12" {...line} strokeWidth="5" />
      </g>
    </>
  ),
  wear: (
    <>
      <path d="M20 8V66H148" {...line} />
      <path d="M20 20H148" stroke={ink('out')} strokeWidth="2" strokeDasharray="5 4" />
      <path d="M28 58 62 50 96 38 136 22" {...line} stroke={ink('dyeText')} strokeWidth="2.5" />
      {[
        [28, 58],
        [62, 50],
        [96, 38],
      ].map(([x, y]) => (
        <circle key={x} cx={x} cy={y} r="4.5" {...dye} />
      ))}
    </>
  ),
  grease: (
    <>
      <rect x="16" y="26" width="74" height="24" rx="3" {...metal} />
      <path d="M90 38h26l20-14" {...line} strokeWidth="4" />
      <path d="M30 50 44 70h24" {...line} />
      <circle cx="142" cy="22" r="8" {...brass} />
    </>
  ),
  length: (
    <>
      <rect x="6" y="22" width="148" height="32" {...brass} />
      {Array.from({ length: 19 }, (_, i) => (
        <path
          key={i}
          d={`M${12 + i * 7.6} 22v${i % 4 === 0 ? 16 : 9}`}
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
      ))}
    </>
  ),
  bend: (
    <>
      <path d="M8 46H60Q100 46 152 18" {...line} strokeWidth="7" stroke={ink('ink2')} />
      <path d="M8 46H152" {...line} strokeDasharray="10 3 2 3" strokeWidth="1.2" />
      {[30, 60].map((x) => (
        <rect key={x} x={x - 7} y="30" width="14" height="32" {...metal} />
      ))}
      <circle cx="138" cy="25" r="6" {...brass} />
    </>
  ),
  stiffness: (
    <>
      <rect x="8" y="30" width="92" height="14" {...metal} />
      <path d="M18 56 24 44h12l6 12zM68 56l6-12h12l6 12z" {...dye} />
      <path d="M100 30q20 2 30 12v14q-12-10-30-12z" {...metal} />
      <path d="M138 10v26m-6-8 6 8 6-8" {...line} stroke={ink('out')} />
    </>
  ),
  balance: (
    <>
      <circle cx="80" cy="38" r="34" {...metal} />
      <circle cx="80" cy="38" r="9" fill={ink('panel')} stroke={ink('ink')} />
      <path d="M80 38 102 20" {...line} stroke={ink('dyeText')} />
      <circle cx="104" cy="18" r="8" {...brass} />
    </>
  ),
  compression: (
    <>
      <rect x="10" y="12" width="12" height="52" {...metal} />
      <path d="M22 38l8-18 14 36 14-36 14 36 14-36 14 36 8-18" {...line} strokeWidth="3" />
      <rect x="108" y="12" width="16" height="52" {...brass} />
    </>
  ),
  flatness: (
    <>
      <circle cx="80" cy="38" r="34" {...metal} />
      {[-20, -10, 0, 10, 20].map((y) => (
        <path key={y} d={`M52 ${40 + y}q28 -10 56 0`} {...line} stroke={ink('dyeText')} />
      ))}
    </>
  ),
  packing: (
    <>
      <path d="M14 8h110v16H14zM14 52h110v16H14z" {...metal} />
      <rect x="4" y="30" width="150" height="16" fill={ink('sleeve')} stroke={ink('ink')} />
      {[20, 36, 52, 84, 100].map((x) => (
        <path key={x} d={`M${x} 24h14v6h-14zM${x} 46h14v6h-14z`} {...brass} />
      ))}
    </>
  ),
  bearing: (
    <>
      <circle cx="80" cy="38" r="34" {...metal} />
      <circle cx="80" cy="38" r="24" fill={ink('panel')} stroke={ink('ink')} />
      {[0, 60, 120, 180, 240, 300].map((a) => (
        <circle
          key={a}
          cx={80 + 20 * Math.cos((a * Math.PI) / 180)}
          cy={38 + 20 * Math.sin((a * Math.PI) / 180)}
          r="5"
          {...brass}
        />
      ))}
      <circle cx="80" cy="38" r="13" {...metal} />
    </>
  ),
  evenness: (
    <>
      <path d="M20 14h120v12H20z" {...metal} />
      <path d="M20 60 140 48v14H20z" {...metal} />
      <path d="M36 28v28M124 28v20" {...line} stroke={ink('dyeText')} />
    </>
  ),
  growth: (
    <>
      <rect x="10" y="26" width="96" height="24" {...metal} />
      <path d="M106 38h40m-10-7 10 7-10 7" {...line} stroke={ink('out')} strokeWidth="3" />
      <path d="M26 16q6-6 0-12m20 12q6-6 0-12m20 12q6-6 0-12" {...line} />
    </>
  ),
  endplay: (
    <>
      <rect x="50" y="10" width="16" height="56" {...metal} />
      {[70, 76, 82].map((x) => (
        <rect key={x} x={x} y="10" width="4" height="56" {...brass} />
      ))}
      <rect x="90" y="4" width="18" height="68" {...dye} />
      <path d="M8 38h36m-9-6 9 6-9 6M17 32l-9 6 9 6" {...line} />
    </>
  ),
  stretch: (
    <>
      <path d="M76 4h8v48h-8z" {...metal} />
      <rect x="62" y="6" width="36" height="12" {...brass} />
      <path d="M52 52h56l-10 18H62z" {...dye} />
      <path d="M122 14v48m-6-8 6 8 6-8" {...line} stroke={ink('out')} />
    </>
  ),
  bolt: (
    <>
      <path d="M20 22h22v32H20z" {...brass} />
      <rect x="42" y="28" width="92" height="20" {...metal} />
      {[84, 94, 104, 114, 124].map((x) => (
        <path key={x} d={`M${x} 28l6 20`} {...line} strokeWidth="1.5" />
      ))}
    </>
  ),
  'soft-foot': (
    <>
      <rect x="36" y="8" width="88" height="36" {...metal} />
      <path d="M30 44h30v8H30zM100 44h30v8h-30z" {...dye} />
      <path d="M10 60h70M80 60h70" {...line} strokeWidth="4" />
      <path d="M100 56h30" stroke={ink('out')} strokeWidth="3" strokeDasharray="4 3" />
    </>
  ),
  'pipe-strain': (
    <>
      <path d="M8 28h52v20H8z" {...metal} />
      <rect x="60" y="18" width="10" height="40" {...dye} />
      <g transform="rotate(7 100 38)">
        <rect x="78" y="18" width="10" height="40" {...dye} />
        <path d="M88 28h62v20H88z" {...metal} />
      </g>
    </>
  ),
  handback: (
    <>
      <path d="M8 40h22l8-24 12 46 12-52 12 44 8-14h66" {...line} stroke={ink('dyeText')} />
      <rect x="120" y="10" width="30" height="20" {...brass} />
    </>
  ),
}

export function Instrument({ kind }: { kind: string }) {
  return (
    <svg width="100%" viewBox="0 0 160 76" aria-hidden>
      {drawn[kind]}
    </svg>
  )
}
