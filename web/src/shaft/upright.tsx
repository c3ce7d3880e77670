import { ink } from '../theme'
import { Both, Shaft, edge, turning, type DrawProps } from './pieces'

// Pumps that stand, laid along the line: up is to the left.

export function AdjustingNut() {
  return (
    <g>
      <Shaft from={-20} to={160} r={11} />
      <Both>
        <path d="M8 -11V-24H22V-46H42V-11Z" {...turning} />
        <path d="M84 -11V-46H104V-24H120V-11Z" {...turning} />
        <path d="M54 -11V-30H78V-11Z" {...edge} fill={ink('brass')} />
        <path d="M58 -26H74M58 -20H74" stroke={ink('ink')} strokeWidth="0.9" />
        <path d="M36 -40H90" stroke={ink('ink')} strokeWidth="3" />
        <path d="M10 -16H20V-11H10Z" fill={ink('ink')} />
      </Both>
    </g>
  )
}

export function DischargeHead({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-20} to={200} r={11} />
      <Both>
        <path
          d="M20 -13V-32H112V-60H150V-72H172V-46H134V-24H112V-13H104V-24H32V-13Z"
          {...edge}
          fill={hatch('left')}
        />
        {[34, 46, 58, 76, 88].map((x) => (
          <rect
            key={x}
            x={x}
            y="-23"
            width="11"
            height="11"
            {...edge}
            strokeWidth={0.9}
            fill={ink('paper')}
          />
        ))}
        <rect x="70" y="-23" width="5" height="11" fill={ink('ink')} />
        <path d="M4 -13V-30H16V-22H30V-13Z" {...edge} fill={hatch('right')} />
        <path d="M10 -28H36" stroke={ink('ink')} strokeWidth="2.5" />
      </Both>
      <path
        d="M120 60V78M148 60V78"
        stroke={ink('ink2')}
        strokeWidth="1.2"
        strokeDasharray="9 3 2 3"
      />
    </g>
  )
}

export function Column({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={92} r={9} />
      <Shaft from={110} to={240} r={9} />
      <Both>
        <path
          d="M-10 -52H92M-10 -44H92M110 -52H220M110 -44H220"
          stroke={ink('ink')}
          strokeWidth="1.3"
        />
        <path d="M-10 -52V-64H8V-52M202 -52V-64H220V-52" {...edge} fill={hatch('left')} />
        <path d="M42 -9V-18H90V-9Z" {...turning} />
        <path
          d="M140 -10V-20H160V-10ZM146 -20L140 -44H160L154 -20Z"
          {...edge}
          fill={hatch('right')}
        />
      </Both>
      <path
        d="M92 -56C98 -30 88 -10 94 10C100 30 90 44 94 58M110 -56C116 -30 106 -10 112 10C118 30 108 44 112 58"
        fill="none"
        stroke={ink('ink2')}
        strokeWidth="1.2"
      />
    </g>
  )
}

export function Bowl({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={128} r={9} />
      <Both>
        <path
          d="M0 -44V-58H14V-54C40 -70 76 -70 104 -54V-58H118V-40H106C80 -56 56 -58 30 -46L20 -44Z"
          {...edge}
          fill={hatch('left')}
        />
        <path d="M30 -9L40 -44H58C62 -30 70 -18 84 -9Z" {...turning} />
        <path
          d="M40 -40C46 -26 56 -16 70 -11M52 -42C56 -30 64 -20 76 -13"
          fill="none"
          stroke={ink('ink')}
          strokeWidth="1"
        />
        <path d="M90 -10V-20H108V-10Z" {...edge} fill={hatch('right')} />
        <path d="M92 -20L84 -50M106 -20L104 -46" stroke={ink('ink')} strokeWidth="1.2" />
      </Both>
    </g>
  )
}

export function SuctionBell({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={56} r={9} />
      <Both>
        <path
          d="M0 -44V-58H12C36 -50 64 -54 88 -74L94 -68C72 -46 44 -40 16 -44Z"
          {...edge}
          fill={hatch('right')}
        />
        <path d="M24 -10V-20H58V-10Z" {...edge} fill={hatch('left')} />
        <path d="M30 -20L26 -44M52 -20L56 -44" stroke={ink('ink')} strokeWidth="1.2" />
      </Both>
      <path d="M58 -12H66V12H58Z" {...edge} fill={hatch('left')} />
    </g>
  )
}

export function Intake({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={140} r={9} />
      <Both>
        <path d="M0 -40V-54H14V-48H102V-56H122V-20H108V-40Z" {...edge} fill={hatch('left')} />
        {[24, 36, 48, 60, 72, 84].map((x) => (
          <path key={x} d={`M${x} -48V-40`} stroke={ink('ink')} strokeWidth="4" />
        ))}
        <path d="M16 -9V-18H44V-9Z" {...turning} />
      </Both>
    </g>
  )
}

export function Stage({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={-10} to={100} r={9} />
      <Both>
        <path
          d="M0 -56H92V-48H80C66 -50 60 -40 56 -30H44V-46H10V-48H0Z"
          {...edge}
          fill={hatch('left')}
        />
        <path d="M20 -9V-40H40C42 -26 46 -16 58 -9Z" {...turning} />
        <path d="M24 -36C30 -24 38 -16 50 -11" fill="none" stroke={ink('ink')} strokeWidth="1" />
        <path d="M62 -9V-17H78V-9Z" {...edge} fill={ink('brass')} />
      </Both>
    </g>
  )
}

export function TopHead({ hatch }: DrawProps) {
  return (
    <g>
      <Shaft from={130} to={180} r={9} />
      <Both>
        <path
          d="M10 -36H60V-50H150V-56H170V-40H140V-38H64V-26H10Z"
          {...edge}
          fill={hatch('right')}
        />
        <path d="M12 -30V-26M22 -30V-26M32 -30V-26" stroke={ink('ink')} strokeWidth="2" />
        <path d="M92 -62H172" stroke={ink('ink')} strokeWidth="4" />
        <path d="M70 -34L84 -10V0H70Z" {...edge} fill={ink('wash')} />
      </Both>
      <path
        d="M84 0L90 -6L96 6L102 -6L108 6L114 -6L120 0"
        fill="none"
        stroke={ink('ink')}
        strokeWidth="1.6"
      />
    </g>
  )
}
