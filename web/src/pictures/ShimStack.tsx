import { condensed, ink } from '../theme'
import { Hatches } from './hatch'

interface Props {
  /** thicknesses of one stack, µm */
  before: number[]
  after: number[]
  add: number[]
  remove: number[]
  stacks: number
  label: (um: number) => string
  onTake?: (um: number) => void
  /** for a column beside the boxes */
  narrow?: boolean
}

/** One stack edge-on, before and after, to scale: what comes off is hatched,
 * what goes on has a heavy edge. */
export function ShimStack({ before, after, add, remove, stacks, label, onTake, narrow }: Props) {
  const w = narrow ? 56 : 120
  const total = Math.max(sum(before), sum(after), 1)
  const most = Math.max(before.length, after.length, 1)
  const k = 210 / total
  const height = 262
  const gone = marked(before, remove)
  const fresh = marked(after, add)
  const column = (x: number, list: number[], on: boolean[], mark: 'off' | 'on', title: string) => {
    const tops = list.map((um, i) => ({
      um,
      h: Math.max(um * k, 3),
      y: height - 22 - sum(list.slice(0, i).map((u) => Math.max(u * k, 3))) - Math.max(um * k, 3),
    }))
    return (
      <g>
        <text
          x={x + w / 2}
          y={height + 2}
          textAnchor="middle"
          fontSize="16"
          fontWeight="600"
          fill={ink('ink')}
        >
          {title}
        </text>
        <path d={`M${x - 6} ${height - 22}H${x + w + 6}`} stroke={ink('ink')} strokeWidth="2" />
        {tops.map((p, i) => (
          <g
            key={i}
            {...(mark === 'off' &&
              onTake && { onClick: () => onTake(p.um), style: { cursor: 'pointer' } })}
          >
            <rect
              x={x}
              y={p.y}
              width={w}
              height={p.h}
              fill={ink('brass')}
              fillOpacity={on[i] && mark === 'off' ? 0.15 : 1}
              stroke={ink('ink')}
              strokeWidth={on[i] && mark === 'on' ? 3 : 1}
            />
            {on[i] && mark === 'off' && (
              <rect x={x} y={p.y} width={w} height={p.h} fill="url(#shim-past)" />
            )}
          </g>
        ))}
        {labels(tops, most).map(({ y, p }, i) => (
          <g key={i}>
            <path d={`M${x + w} ${p.y + p.h / 2}L${x + w + 10} ${y}`} stroke={ink('ink2')} />
            <text
              x={x + w + 13}
              y={y + 5}
              fontSize="15"
              fontWeight={on[i] ? 600 : 400}
              fill={on[i] ? (mark === 'off' ? ink('out') : ink('dyeText')) : ink('ink')}
            >
              {label(p.um)}
              {on[i] ? (mark === 'off' ? ', off' : ', on') : ''}
            </text>
          </g>
        ))}
        {list.length === 0 && (
          <text x={x + w / 2} y={height - 34} textAnchor="middle" fontSize="15" fill={ink('ink2')}>
            no shim
          </text>
        )}
      </g>
    )
  }
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${narrow ? 250 : 440} ${height + 26}`}
      role="img"
      aria-label="The stack of shims before and after"
      style={{ fontFamily: condensed, maxHeight: narrow ? 210 : 320 }}
    >
      <Hatches id="shim" />
      {column(narrow ? 6 : 12, before, gone, 'off', 'now')}
      {column(narrow ? 130 : 232, after, fresh, 'on', 'then')}
      {stacks > 1 && (
        <text
          x={narrow ? 125 : 220}
          y={height + 22}
          textAnchor="middle"
          fontSize="14"
          fill={ink('ink2')}
        >
          the same in each of the {stacks} stacks
        </text>
      )}
    </svg>
  )
}

const sum = (list: number[]) => list.reduce((a, b) => a + b, 0)

/** Which pieces of a stack are among those on the other list, each once. */
function marked(stack: number[], some: number[]): boolean[] {
  const left = [...some]
  return stack.map((um) => {
    const i = left.indexOf(um)
    if (i >= 0) left.splice(i, 1)
    return i >= 0
  })
}

/** Heights for labels that do not run into each other; thin pieces lie close. */
function labels<P extends { y: number; h: number }>(pieces: P[], most: number) {
  const gap = Math.min(18, 232 / most)
  let below = Infinity
  const out = pieces.map((p) => {
    below = Math.min(p.y + p.h / 2, below - gap)
    return { y: below, p }
  })
  const over = 8 - Math.min(...out.map((l) => l.y), 8)
  return over > 0 ? out.map(({ y, p }, i) => ({ y: y + (over * (i + 1)) / out.length, p })) : out
}
