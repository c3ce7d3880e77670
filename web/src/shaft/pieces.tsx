import type { ReactNode } from 'react'
import { ink } from '../theme'

// Each piece is drawn round the centre line y = 0 from its own x = 0. Standing
// metal is hatched, neighbours leaning opposite ways; what turns is dye wash.

export interface DrawProps {
  hatch: (lean: 'left' | 'right') => string
}

export const edge = { stroke: ink('ink'), strokeWidth: 1.3, strokeLinejoin: 'round' as const }
export const turning = { ...edge, fill: ink('wash') }

/** Both halves of a body of revolution: drawn above, mirrored below. */
export function Both({ children }: { children: ReactNode }) {
  return (
    <>
      <g>{children}</g>
      <g transform="scale(1 -1)">{children}</g>
    </>
  )
}

/** A length of shaft. */
export function Shaft({
  from,
  to,
  r,
  fill = ink('wash'),
}: {
  from: number
  to: number
  r: number
  fill?: string
}) {
  return <rect x={from} y={-r} width={to - from} height={2 * r} {...edge} fill={fill} />
}

export function Ball({ x, y, r }: { x: number; y: number; r: number }) {
  return <circle cx={x} cy={y} r={r} {...edge} fill={ink('paper')} />
}

export function Driver() {
  const phantom = {
    fill: 'none',
    stroke: ink('ink2'),
    strokeWidth: 1.2,
    strokeDasharray: '9 3 2 3',
  }
  return (
    <g>
      <path
        d="M2 -34H46V-11H96M2 34H46V11H96M2 -34V34M58 -24H78V-11M58 24H78V11M58 -24V24"
        {...phantom}
      />
    </g>
  )
}

export function Coupling({ hatch }: DrawProps) {
  return (
    <g>
      <Both>
        <path d="M18 -12V-38H34V-24H66V-12Z" {...edge} fill={ink('wash')} />
        <path d="M18 -38H34V-12H18Z" fill={hatch('left')} stroke="none" opacity="0.45" />
        <path d="M10 -34V-18M14 -34V-18" stroke={ink('ink2')} strokeWidth="1.2" />
      </Both>
      <rect x="36" y="-14" width="30" height="5" {...edge} fill={ink('paper')} />
    </g>
  )
}

export function BearingFrame({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-50} to={62} r={11} />
      <Shaft from={62} to={140} r={16} />
      <Shaft from={140} to={316} r={20} />
      <Shaft from={316} to={366} r={16} />
      <Shaft from={366} to={395} r={13} />
      <Shaft from={395} to={720} r={11} />
      {/* the rotor reaches on through what is bolted to the frame */}
      <Both>
        <rect x="489" y="-15" width="231" height="4" {...edge} fill={ink('sleeve')} />
      </Both>
      <path
        d="M419 -11L427 -25H432L426 -11M419 11L415 25H420L426 11"
        {...edge}
        fill={ink('wash')}
      />
      <path d="M140 -20V20M316 -20V20" {...edge} />
      <Both>
        {/* cover with its seal, barrel, thin middle, right barrel and flange */}
        <path d="M44 -18V-47H62V-41H76V-34H58V-18Z" {...edge} fill={hatch('right')} />
        <path
          d="M62 -41H150L160 -36H296L304 -42H352V-56H372V-24H360V-33H296V-29H160V-33H66V-34H62Z"
          {...edge}
          fill={hatch('left')}
        />
        <rect x="48" y="-18" width="10" height="5" fill={ink('ink')} />
        <rect x="362" y="-23" width="8" height="8" fill={ink('ink')} />
        {/* lock nut, thrust bearing of two rows, radial bearing */}
        <path d="M66 -16V-23H80V-16Z" {...turning} />
        <rect x="84" y="-33" width="46" height="5" {...edge} fill={hatch('right')} />
        <rect x="84" y="-21" width="46" height="5" {...turning} />
        <Ball x={95} y={-24.6} r={5} />
        <Ball x={119} y={-24.6} r={5} />
        <rect x="320" y="-33" width="34" height="5" {...edge} fill={hatch('right')} />
        <rect x="320" y="-21" width="34" height="5" {...turning} />
        <Ball x={337} y={-24.6} r={5} />
      </Both>
      {/* breather above, sump with its oil below */}
      <path d="M216 -36V-43H234V-36M212 -43H238V-49H212Z" {...edge} fill={ink('paper')} />
      <path d="M164 36L176 58H280L292 36" {...edge} fill={hatch('left')} />
      <path d="M172 33L182 52H274L284 33Z" {...edge} fill={ink('stone')} />
      <path
        d="M174 37H282M186 43H214M224 43H262M198 48H240"
        stroke={ink('ink2')}
        strokeWidth="1"
        fill="none"
        strokeDasharray="8 4"
      />
      <path d="M222 58V63H236V58" {...edge} fill={ink('paper')} />
      <path d="M36 -34H50M352 -50H386" stroke={ink('ink')} strokeWidth="3" />
      <path d="M36 34H50M352 50H386" stroke={ink('ink')} strokeWidth="3" />
    </g>
  )
}

export function FrameAdapter({ hatch }: DrawProps) {
  return (
    <g>
      <Both>
        <path
          d="M-23 -56H6L18 -60H292L300 -69H326V-52H304V-53H20L8 -44H-23Z"
          {...edge}
          fill={hatch('right')}
        />
      </Both>
    </g>
  )
}

export function SealChamber({ hatch }: DrawProps) {
  return (
    <g>
      <Both>
        <path d="M0 -27V-40H100V-51H135V-18H118V-27Z" {...edge} fill={hatch('left')} />
      </Both>
    </g>
  )
}

// The seal belongs into the chamber, so it is drawn back from its own place.
export function Seal({ hatch }: DrawProps) {
  return (
    <Both>
      <g transform="translate(-135 0)">
        <path d="M-14 -18V-37H0V-27H8V-24H-4V-18Z" {...edge} fill={hatch('right')} />
        <path d="M-24 -34H12" stroke={ink('ink')} strokeWidth="2.5" />
        <rect x="-2" y="-24" width="12" height="8" fill={ink('ink2')} stroke={ink('ink')} />
        <path d="M11 -23H24V-20L30 -16H11Z" fill={ink('ink')} />
        <path
          d="M30 -17L36 -24L42 -17L48 -24L54 -17L60 -24L66 -17"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <path d="M67 -15V-24H82V-15Z" {...turning} />
        <path d="M74 -24V-15" stroke={ink('ink')} strokeWidth="2" />
      </g>
    </Both>
  )
}

export function Impeller() {
  return (
    <g>
      <path d="M0 -15H44V15H0Z" {...turning} />
      <Both>
        <path d="M2 -15L8 -66H30C32 -46 40 -28 56 -16L44 -13V-15Z" {...turning} />
        <path
          d="M12 -62C16 -42 22 -26 36 -16M22 -64C25 -46 31 -30 46 -17"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1"
        />
      </Both>
      <path d="M44 -11H58C66 -10 70 -5 70 0C70 5 66 10 58 11H44Z" {...turning} />
      <path d="M-6 -8H44M-6 8H44" stroke={ink('ink2')} strokeWidth="0.8" strokeDasharray="3 2" />
    </g>
  )
}

export function Casing({ hatch }: DrawProps) {
  return (
    <g>
      <Both>
        <path
          d="M-80 -69H-54V-74H-36C-38 -76 -40 -70 -40 -66C-36 -46 -28 -32 -14 -24H150V-48H166V-54H140V-32H10C-4 -38 -14 -52 -16 -78L-44 -80H-80Z"
          {...edge}
          fill={hatch('left')}
        />
        <path d="M-98 -73H-70" stroke={ink('ink')} strokeWidth="3" />
      </Both>
      <path
        d="M-60 -80C-50 -88 -40 -76 -28 -82C-22 -85 -18 -80 -14 -79"
        fill="none"
        stroke={ink('ink2')}
        strokeWidth="1.2"
      />
    </g>
  )
}
