import { useId } from 'react'
import Box from '@mui/material/Box'
import { condensed, ink, size } from '../theme'
import { drawings } from './drawings'
import type { Laid } from './geometry'
import type { How, Shape } from './metal'

const edge = { stroke: ink('ink'), strokeWidth: 1.3, strokeLinejoin: 'round' } as const
const none = { fill: 'none', stroke: ink('ink') }

/** How a shape is drawn; cut metal and shade are filled with hatching. */
const pens: Record<How, Record<string, string | number>> = {
  left: edge,
  right: edge,
  turn: { ...edge, fill: ink('wash') },
  sleeve: { ...edge, fill: ink('sleeve') },
  brass: { ...edge, fill: ink('brass') },
  leaf: { ...edge, fill: ink('brass'), strokeWidth: 0.9 },
  paper: { ...edge, fill: ink('paper') },
  ring: { ...edge, fill: ink('paper'), strokeWidth: 0.9 },
  stone: { ...edge, fill: ink('stone') },
  dark: { fill: ink('ink') },
  shade: { opacity: 0.45 },
  bolt: { ...none, strokeWidth: 3 },
  wire: { ...none, strokeWidth: 1.6 },
  line: { ...none, strokeWidth: 1.1 },
  thin: { ...none, stroke: ink('ink2'), strokeWidth: 1.2 },
  dotted: { ...none, stroke: ink('ink2'), strokeWidth: 1, strokeDasharray: '7 3' },
  mark: { fill: 'none', stroke: ink('dyeText'), strokeWidth: 2.6, strokeLinejoin: 'round' },
  phantom: { ...none, stroke: ink('ink2'), strokeWidth: 1.2, strokeDasharray: '9 3 2 3' },
}

/** Shapes with the hatching they need. On the paper cut metal is plain. */
function useShapes(plain?: boolean) {
  const id = useId()
  const draw = ({ how, d }: Shape) => {
    const lean = how === 'shade' ? 'left' : how
    const fill = lean === 'left' || lean === 'right' ? { fill: `url(#${id}${lean})` } : {}
    return <path d={d} {...pens[how]} {...fill} />
  }
  const hatching = (
    <defs>
      {(['left', 'right'] as const).map((lean) => (
        <pattern
          key={lean}
          id={id + lean}
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform={`rotate(${lean === 'left' ? -45 : 45})`}
        >
          <rect width="5" height="5" fill={ink(plain ? 'face' : 'panel')} />
          <path d="M0 0V5" stroke={ink(plain ? 'onFace' : 'ink')} strokeWidth="1" />
        </pattern>
      ))}
    </defs>
  )
  const shapes = (metal: Shape[]) =>
    metal.map((s, k) => (
      <g key={k}>
        {draw(s)}
        {s.both && <g transform="scale(1 -1)">{draw(s)}</g>}
      </g>
    ))
  return { hatching, shapes }
}

/** Pieces on their centre line. What is off the pump is pale; on the paper nothing is. */
export function Metal({ laid, width, plain }: { laid: Laid[]; width: number; plain?: boolean }) {
  const { hatching, shapes } = useShapes(plain)
  return (
    <g>
      {hatching}
      {laid.map(({ piece, x, fitted }, i) => (
        <g key={i} transform={`translate(${x} 0)`} opacity={fitted || plain ? 1 : 0.4}>
          {shapes(piece.metal)}
        </g>
      ))}
      <path
        d={`M0 0H${width}`}
        stroke={ink('dyeText')}
        strokeWidth="1"
        strokeDasharray="16 4 3 4"
        fill="none"
      />
    </g>
  )
}

/** The small drawing of a step: how it goes in. */
export function Small({ name }: { name: string }) {
  const { hatching, shapes } = useShapes()
  const d = drawings[name]
  if (!d) return null
  return (
    <Box component="figure" sx={{ m: 0, my: 3, maxWidth: 330 }} data-drawing={name}>
      <svg viewBox="-105 -80 210 166" width="100%" aria-hidden>
        {hatching}
        {shapes(d.metal)}
        {d.words?.map(([x, y, text]) => (
          <text
            key={text}
            x={x}
            y={y}
            fontFamily={condensed}
            fontWeight="600"
            fontSize="12"
            fill={ink('ink')}
            stroke={ink('panel')}
            strokeWidth="3"
            paintOrder="stroke"
          >
            {text}
          </text>
        ))}
      </svg>
      <Box component="figcaption" sx={{ fontSize: size.text }}>
        {d.caption}
      </Box>
    </Box>
  )
}
