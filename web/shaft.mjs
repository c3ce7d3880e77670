// Writes what the shaft line is drawn from as plain numbers, for the printed sheet: the
// paper shows what the screen shows, and there is one drawing of each piece.
//
//   node shaft.mjs ../internal/report/shaft.json
import { writeFileSync } from 'node:fs'
import process from 'node:process'
import { createServer } from 'vite'

const vite = await createServer({
  server: { middlewareMode: true, hmr: false, ws: false },
  appType: 'custom',
  logLevel: 'error',
  optimizeDeps: { noDiscovery: true, include: [] },
})
const { draw } = await vite.ssrLoadModule('/src/shaft/draw.ts')
const { shapes } = await vite.ssrLoadModule('/src/shaft/geometry.ts')
await vite.close()

const round = (x) => Math.round(x * 100) / 100
const at = (m, x, y) => [round(m[0] * x + m[2] * y + m[4]), round(m[1] * x + m[3] * y + m[5])]
const times = (a, b) => [
  a[0] * b[0] + a[2] * b[1],
  a[1] * b[0] + a[3] * b[1],
  a[0] * b[2] + a[2] * b[3],
  a[1] * b[2] + a[3] * b[3],
  a[0] * b[4] + a[2] * b[5] + a[4],
  a[1] * b[4] + a[3] * b[5] + a[5],
]

/** The matrix of a transform such as "translate(4 0) scale(1 -1)". */
function matrix(text = '') {
  let m = [1, 0, 0, 1, 0, 0]
  for (const [, name, list] of text.matchAll(/(\w+)\(([^)]*)\)/g)) {
    const n = list
      .trim()
      .split(/[\s,]+/)
      .map(Number)
    if (name === 'translate') m = times(m, [1, 0, 0, 1, n[0], n[1] ?? 0])
    else if (name === 'scale') m = times(m, [n[0], 0, 0, n[1] ?? n[0], 0, 0])
    else throw new Error(`the paper does not know the transform ${name}`)
  }
  return m
}

/** A path in absolute lines and curves: ["M", x, y], ["L", x, y], ["C", x, y, x, y, x, y], ["Z"]. */
function path(d, m) {
  const out = []
  let [x, y] = [0, 0]
  for (const [, c, list] of d.matchAll(/([A-Za-z])([^A-Za-z]*)/g)) {
    const n = (list.match(/-?\d*\.?\d+/g) ?? []).map(Number)
    const by = c === c.toLowerCase() ? [x, y] : [0, 0]
    const to = (px, py) => at(m, (x = px), (y = py))
    switch (c.toUpperCase()) {
      case 'M':
        for (let i = 0; i < n.length; i += 2)
          out.push([
            i ? 'L' : 'M',
            ...to(
              (i ? (c === 'm' ? x : 0) : by[0]) + n[i],
              (i ? (c === 'm' ? y : 0) : by[1]) + n[i + 1],
            ),
          ])
        break
      case 'L':
        for (let i = 0; i < n.length; i += 2) {
          const from = c === 'l' ? [x, y] : [0, 0]
          out.push(['L', ...to(from[0] + n[i], from[1] + n[i + 1])])
        }
        break
      case 'H':
        for (const v of n) out.push(['L', ...to((c === 'h' ? x : 0) + v, y)])
        break
      case 'V':
        for (const v of n) out.push(['L', ...to(x, (c === 'v' ? y : 0) + v)])
        break
      case 'C':
        for (let i = 0; i < n.length; i += 6) {
          const [fx, fy] = c === 'c' ? [x, y] : [0, 0]
          const one = at(m, fx + n[i], fy + n[i + 1])
          const two = at(m, fx + n[i + 2], fy + n[i + 3])
          out.push(['C', ...one, ...two, ...to(fx + n[i + 4], fy + n[i + 5])])
        }
        break
      case 'Z':
        out.push(['Z'])
        break
      default:
        throw new Error(`the paper does not know ${c} in a path`)
    }
  }
  return out
}

const box = ({ x = 0, y = 0, width, height }) => `M${x} ${y}h${width}v${height}h${-width}Z`
function round4({ cx, cy, r }) {
  const k = r * 0.5523
  return (
    `M${cx + +r} ${cy}C${cx + +r} ${cy + k} ${cx + k} ${cy + +r} ${cx} ${cy + +r}` +
    `C${cx - k} ${cy + +r} ${cx - r} ${cy + k} ${cx - r} ${cy}` +
    `C${cx - r} ${cy - k} ${cx - k} ${cy - r} ${cx} ${cy - r}` +
    `C${cx + k} ${cy - r} ${cx + +r} ${cy - k} ${cx + +r} ${cy}Z`
  )
}

/** The name of an ink, hatch-left and hatch-right for cut metal, '' for none. */
function paint(value) {
  if (!value || value === 'none') return ''
  if (value.startsWith('hatch')) return value
  return value.match(/(\w+)\)$/)?.[1] ?? value
}

function walk(node, m, out) {
  if (Array.isArray(node)) return node.forEach((n) => walk(n, m, out))
  if (!node || typeof node !== 'object') return
  const { type, props } = node
  if (typeof type === 'function') return walk(type(props), m, out)
  if (typeof type !== 'string') return walk(props.children, m, out) // a fragment
  const here = times(m, matrix(props.transform))
  const n = (v) => Number(v)
  const d =
    type === 'path'
      ? props.d
      : type === 'rect'
        ? box(props)
        : type === 'circle'
          ? round4({ cx: n(props.cx), cy: n(props.cy), r: n(props.r) })
          : undefined
  if (d !== undefined)
    out.push({
      path: path(d, here),
      fill: paint(props.fill ?? 'ink'),
      stroke: paint(props.stroke),
      width: n(props.strokeWidth ?? 1),
      dash: (props.strokeDasharray ?? '').split(/\s+/).filter(Boolean).map(Number),
      pale: props.opacity !== undefined,
    })
  walk(props.children, here, out)
}

const pieces = {}
for (const name of Object.keys(shapes)) {
  const drawn = []
  if (!draw[name]) throw new Error(`no drawing for the piece ${name}`)
  walk({ type: draw[name], props: { hatch: (lean) => `hatch-${lean}` } }, [1, 0, 0, 1, 0, 0], drawn)
  pieces[name] = { ...shapes[name], shapes: drawn }
}
writeFileSync(
  process.argv[2],
  '{\n' +
    Object.entries(pieces)
      .map(([k, v]) => `${JSON.stringify(k)}: ${JSON.stringify(v)}`)
      .join(',\n') +
    '\n}\n',
)
