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
const { extent, shapes } = await vite.ssrLoadModule('/src/shaft/geometry.ts')
const { drawings } = await vite.ssrLoadModule('/src/shaft/drawings.ts')
await vite.close()

const round = (x) => Math.round(x * 100) / 100

/** A path, in lines and curves: ["M", x, y], ["L", x, y], ["C", x, y, x, y, x, y], ["Z"]. */
function path(d, mirrored) {
  const out = []
  let [x, y] = [0, 0]
  const to = (...n) => n.map((v, i) => round(i % 2 && mirrored ? -v : v))
  for (const [, c, list] of d.matchAll(/([A-Za-z])([^A-Za-z]*)/g)) {
    const n = (list.match(/-?\d*\.?\d+/g) ?? []).map(Number)
    if (c === 'Z') out.push(['Z'])
    else if (c === 'H') for (x of n) out.push(['L', ...to(x, y)])
    else if (c === 'V') for (y of n) out.push(['L', ...to(x, y)])
    else if ('MLC'.includes(c)) {
      const size = c === 'C' ? 6 : 2
      for (let i = 0; i < n.length; i += size)
        out.push([c === 'M' && i ? 'L' : c, ...to(...n.slice(i, i + size))])
      ;[x, y] = n.slice(-2)
    } else throw new Error(`the paper does not know ${c} in a path`)
  }
  return out
}

const lines = (metal) =>
  metal.flatMap(({ how, d, both }) =>
    [{ how, path: path(d) }].concat(both ? { how, path: path(d, true) } : []),
  )
const entries = (all) =>
  Object.entries(all)
    .map(([k, v]) => `${JSON.stringify(k)}: ${JSON.stringify(v)}`)
    .join(',\n')
const written = (all) =>
  Object.fromEntries(
    Object.entries(all).map(([name, { metal, ...rest }]) => [
      name,
      { ...rest, extent: extent({ metal }), shapes: lines(metal) },
    ]),
  )
writeFileSync(
  process.argv[2],
  `{"pieces": {\n${entries(written(shapes))}\n}, "drawings": {\n${entries(written(drawings))}\n}}\n`,
)
