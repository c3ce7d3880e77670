import { condensed, ink } from '../theme'

interface Axis {
  offset_um: number
  angle_mm_per_m: number
}
interface Move {
  shim_um: number
  side_um: number
}
interface Props {
  vertical: Axis
  horizontal: Axis
  front: Move
  back: Move
  label: (um: number) => string
}

/** The coupling and the driver's feet, from the side and from above. The tilt
 * is drawn far larger than it is; the figures are what it comes to. */
export function Feet({ vertical, horizontal, front, back, label }: Props) {
  return (
    <svg
      width="100%"
      viewBox="0 0 440 352"
      role="img"
      aria-label="The driver against the pump, from the side and from above"
      style={{ fontFamily: condensed, maxHeight: 400 }}
    >
      <View
        y={76}
        title="from the side"
        axis={vertical}
        front={shim(front.shim_um, label)}
        back={shim(back.shim_um, label)}
        up={[front.shim_um, back.shim_um]}
        feet
      />
      <View
        y={252}
        title="from above"
        axis={{ offset_um: -horizontal.offset_um, angle_mm_per_m: -horizontal.angle_mm_per_m }}
        front={side(front.side_um, label)}
        back={side(back.side_um, label)}
        up={[-front.side_um, -back.side_um]}
      />
    </svg>
  )
}

const shim = (um: number, label: Props['label']) =>
  um > 0 ? `add ${label(um)}` : um < 0 ? `take off ${label(-um)}` : 'leave'
const side = (um: number, label: Props['label']) =>
  um > 0 ? `${label(um)} to the right` : um < 0 ? `${label(-um)} to the left` : 'leave'

/** The driver lies left, the pump right: what is drawn upwards is up, or to the left seen from the driver. */
function View({
  y,
  title,
  axis,
  front,
  back,
  up,
  feet,
}: {
  y: number
  title: string
  axis: Axis
  front: string
  back: string
  up: [number, number]
  feet?: boolean
}) {
  const scale = Math.max(Math.abs(axis.offset_um) / 14, Math.abs(axis.angle_mm_per_m) / 6, 0.001)
  const off = axis.offset_um / scale
  const tilt = (Math.atan((axis.angle_mm_per_m / scale) * 0.018) * 180) / Math.PI
  const arrow = (x: number, um: number) =>
    um !== 0 && (
      <path
        d={
          um > 0
            ? `M${x} ${y + 72}V${y + 54}m-6 7 6-8 6 8`
            : `M${x} ${y + 52}V${y + 70}m-6-7 6 8 6-8`
        }
        fill="none"
        stroke={ink('dyeText')}
        strokeWidth="2.5"
      />
    )
  return (
    <g>
      <text x="8" y={y - 50} fontSize="15" fontWeight="600" fill={ink('ink2')}>
        {title}
      </text>
      <path d={`M8 ${y}H432`} stroke={ink('ink')} strokeDasharray="14 4 3 4" strokeWidth="1" />
      <rect
        x="300"
        y={y - 24}
        width="26"
        height="48"
        fill={ink('wash')}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      <rect x="326" y={y - 9} width="60" height="18" fill={ink('wash')} stroke={ink('ink')} />
      <text x="392" y={y + 28} fontSize="15" fill={ink('ink2')} textAnchor="middle">
        pump
      </text>
      <g transform={`translate(0 ${-off}) rotate(${tilt} 294 ${y})`}>
        <rect
          x="266"
          y={y - 24}
          width="26"
          height="48"
          fill={ink('sleeve')}
          stroke={ink('ink')}
          strokeWidth="1.5"
        />
        <rect x="210" y={y - 8} width="56" height="16" fill={ink('wash')} stroke={ink('ink')} />
        <rect
          x="50"
          y={y - 30}
          width="160"
          height="66"
          fill="none"
          stroke={ink('ink')}
          strokeDasharray="9 4"
        />
        <path
          d={`M40 ${y}H294`}
          stroke={ink('dyeText')}
          strokeWidth="1.5"
          strokeDasharray="14 4 3 4"
        />
        {feet && (
          <>
            <rect x="166" y={y + 36} width="30" height="8" fill={ink('ink')} />
            <rect x="64" y={y + 36} width="30" height="8" fill={ink('ink')} />
          </>
        )}
      </g>
      {arrow(216, up[0])}
      {arrow(104, up[1])}
      <text x="206" y={y + 90} textAnchor="middle" fontSize="17" fontWeight="600" fill={ink('ink')}>
        {front}
      </text>
      <text x="66" y={y + 90} textAnchor="middle" fontSize="17" fontWeight="600" fill={ink('ink')}>
        {back}
      </text>
      <text x="206" y={y + 68} textAnchor="end" fontSize="14" fill={ink('ink2')}>
        front feet
      </text>
      <text x="94" y={y + 68} textAnchor="end" fontSize="14" fill={ink('ink2')}>
        back feet
      </text>
    </g>
  )
}
