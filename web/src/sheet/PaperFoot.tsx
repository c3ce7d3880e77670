import Box from '@mui/material/Box'
import type { Rows } from '../api/types'
import { photoAt } from '../api/client'
import { useUnit } from '../app/settings'
import { ink, size } from '../theme'
import { grey, moment } from './onPaper'

/** Corrections, decisions and what was taken back: the entry and what it took the place of. */
export function Notes({ rows }: { rows: Rows }) {
  const { show } = useUnit()
  if (rows.notes.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 3 }}>
      <table>
        <thead>
          <tr>
            <th>Corrected, accepted, withdrawn</th>
            <th>Reason</th>
            <th>What stood there before</th>
            <th>By</th>
          </tr>
        </thead>
        <tbody>
          {rows.notes.map((n, i) => (
            <tr key={i} data-note={n.kind}>
              <td>{n.what}</td>
              <td>{n.reason}</td>
              <td>{show(n.before)}</td>
              <td style={{ whiteSpace: 'nowrap' }}>
                {n.by}, {day(n.at)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  )
}

const day = (at: string) => new Date(at).toLocaleDateString(undefined, { dateStyle: 'medium' })

/** The pictures of the job, small, with the step they belong to. */
export function Photos({ rows }: { rows: Rows }) {
  if (rows.photos.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 3, display: 'flex', flexWrap: 'wrap', gap: 3 }}>
      {rows.photos.map((p, i) => (
        <Box component="figure" key={i} sx={{ m: 0, width: 150, breakInside: 'avoid' }}>
          <img
            src={photoAt(p.id)}
            alt={p.title}
            style={{
              display: 'block',
              width: 150,
              height: 110,
              objectFit: 'cover',
              border: `1px solid ${ink('ink')}`,
            }}
          />
          <Box component="figcaption" sx={{ fontSize: size.small, color: ink('ink2') }}>
            {p.title}
          </Box>
        </Box>
      ))}
    </Box>
  )
}

/** Who said that it was safe to put hands in, and when. */
export function Cautions({ rows }: { rows: Rows }) {
  if (!rows.cautions) return null
  return (
    <section data-sheet-cautions>
      <table>
        <thead>
          <tr>
            <th>Made safe</th>
            <th>What stood there</th>
            <th>Said by</th>
          </tr>
        </thead>
        <tbody>
          {rows.cautions.map((c, i) => (
            <tr key={i}>
              <td>
                {c.title}
                {c.noted && `, ${c.noted}`}
              </td>
              <td style={grey}>{c.absent ? `Not done: ${c.absent}` : c.says}</td>
              <td style={{ whiteSpace: 'nowrap' }}>
                {c.by}, {moment(c.at)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** What it was measured with, and when that was calibrated. */
export function Gauges({ rows }: { rows: Rows }) {
  if (!rows.gauges) return null
  return (
    <section data-sheet-gauges>
      <table>
        <thead>
          <tr>
            <th>Gauge</th>
            <th>What it is</th>
            <th>Division, error</th>
            <th>Calibrated, due</th>
            <th>Used at</th>
          </tr>
        </thead>
        <tbody>
          {rows.gauges.map((g, i) => (
            <tr key={i}>
              <td style={{ fontWeight: 600 }}>{g.key}</td>
              <td>{g.name}</td>
              <td className="n">{[g.graduation, g.mpe].filter(Boolean).join(', ')}</td>
              <td className="n">
                {[g.calibrated || 'never', g.due].filter(Boolean).join(', ')}
                {g.past_due && <div style={{ fontWeight: 600 }}>past due: {g.word}</div>}
              </td>
              <td>{g.steps.join('; ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** Where the limits come from, by the number that stands behind each. */
export function Sources({ rows }: { rows: Rows }) {
  if (rows.sources.length === 0) return null
  return (
    <Box component="ol" sx={{ mt: 3, mb: 0, pl: 4, color: ink('ink2'), fontSize: size.small }}>
      {rows.sources.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </Box>
  )
}
