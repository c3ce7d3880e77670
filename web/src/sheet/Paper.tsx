import Box from '@mui/material/Box'
import type { JobView, Outcome, Rows, Sheet, Verdict } from '../api/types'
import { photoAt } from '../api/client'
import { useUnit } from '../app/settings'
import { Nameplate } from '../pumps/Nameplate'
import { lay, locate } from '../shaft/geometry'
import { Metal } from '../shaft/Metal'
import { ShaftRuns } from '../shaft/Runs'
import {
  OutcomeShape,
  VerdictMark,
  VerdictShape,
  outcomeWord,
  verdictInk,
  verdictWord,
} from '../shapes/Verdict'
import { condensed, ink, mono, onPaper } from '../theme'

const paper = {
  ...onPaper,
  border: `1px solid ${ink('rule')}`,
  p: 5,
  fontSize: '0.875rem',
  lineHeight: 1.25,
  minWidth: 0,
  '& table': { borderCollapse: 'collapse', width: '100%' },
  '& th': {
    fontFamily: condensed,
    fontWeight: 600,
    color: ink('dyeText'),
    textAlign: 'left',
    borderTop: `2px solid ${ink('dyeText')}`,
    borderBottom: `1px solid ${ink('ink')}`,
    p: '3px 6px 3px 0',
    whiteSpace: 'nowrap',
  },
  '& td': {
    borderBottom: `1px solid ${ink('hair')}`,
    p: '3px 6px 3px 0',
    verticalAlign: 'baseline',
  },
  '& .n': { fontFamily: mono, textAlign: 'right', whiteSpace: 'nowrap' },
  '& section': { breakInside: 'avoid' },
  '@media print': {
    border: 'none',
    p: 0,
    fontSize: '8.6pt',
    '@page': { margin: '10mm' },
    printColorAdjust: 'exact',
  },
} as const

/** The build sheet as the server lays its rows out, with the plate and the shaft line above. */
export function Paper({ job, rows }: { job: JobView; rows: Rows }) {
  const { sheet, pump } = job
  const date = new Date(sheet.signed?.at ?? job.opened).toLocaleDateString(undefined, {
    dateStyle: 'medium',
  })
  return (
    <Box component="article" aria-label="Build sheet" sx={paper}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'auto minmax(0, 1.1fr) minmax(0, 1.4fr)' },
          gap: 5,
          alignItems: 'start',
          mb: 4,
          '@media print': {
            gridTemplateColumns: 'auto minmax(0, 1.2fr) minmax(0, 1.2fr)',
            gap: 3,
            mb: 2,
          },
        }}
      >
        <Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>
            Build sheet
          </Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: '2.5rem', lineHeight: 1 }}>
            {pump.tag}
          </Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: '1.25rem' }}>
            {pump.name}
          </Box>
          <Box sx={{ color: ink('ink2') }}>
            {job.number}, {date}
          </Box>
          {rows.head.taken?.map((t) => (
            <Box key={t} data-taken sx={{ mt: 1, maxWidth: 420, fontWeight: 600 }}>
              {t}
            </Box>
          ))}
        </Box>
        <Nameplate pump={pump} />
        <LetterLine sheet={sheet} />
      </Box>
      <Checks rows={rows} />
      {rows.repeats.map((t) => (
        <Several key={t.title} table={t} />
      ))}
      {rows.runs?.some((r) => r.stations.length > 1) && <ShaftRuns runs={rows.runs} paper />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 3fr) minmax(0, 2fr)' },
          gap: 5,
          mt: 3,
          '@media print': { gridTemplateColumns: 'minmax(0, 3fr) minmax(0, 2fr)', gap: 4, mt: 2 },
        }}
      >
        <Parts rows={rows} />
        <Done rows={rows} />
      </Box>
      <Notes rows={rows} />
      <Cautions rows={rows} />
      <Gauges rows={rows} />
      <Photos rows={rows} />
      <Sources rows={rows} />
      <Box
        component="section"
        sx={{
          mt: 4,
          pt: 2,
          borderTop: `2px solid ${ink('dyeText')}`,
          display: 'grid',
          gridTemplateColumns: 'repeat(3, 1fr)',
          gap: 5,
          '@media print': { mt: 2 },
        }}
      >
        <Sign
          title={rows.head.worked}
          name={sheet.signed?.by.name}
          note={sheet.signed ? moment(sheet.signed.at) : 'not signed yet'}
        />
        <Sign
          title="Checked by"
          name={sheet.checked?.by.name}
          note={
            sheet.checked ? moment(sheet.checked.at) : sheet.second ? 'not checked yet' : undefined
          }
        />
        <Sign title="Handed back to" />
      </Box>
      <Box sx={{ mt: 3, color: ink('ink2'), fontSize: '0.8125rem' }}>
        {sheet.signed?.remark && <>Next time: {sheet.signed.remark} </>}
        Why it was here: {rows.head.complaint}. {rows.head.scope && <>Scope: {rows.head.scope}. </>}
        Plan: {rows.head.plan}.{' '}
        {rows.head.schools.map((s) => `${s.title}: ${s.choice.toLowerCase()}`).join('. ')}. Settle
        advises; the maker's manual, site permits and local codes come first.
      </Box>
      <Box sx={{ mt: 1, color: ink('ink2'), fontSize: '0.75rem', overflowWrap: 'anywhere' }}>
        Fingerprint of the record, {rows.head.entries} entries, SHA-256:{' '}
        <Box component="span" sx={{ fontFamily: mono }}>
          {rows.head.hash}
        </Box>
      </Box>
      {rows.mark && <Mark mark={rows.mark} />}
    </Box>
  )
}

const moment = (at: string) =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

/** The signature by the shop's key, for people and as a code. */
function Mark({ mark }: { mark: NonNullable<Rows['mark']> }) {
  return (
    <Box
      data-mark
      sx={{ mt: 2, display: 'flex', gap: 3, alignItems: 'center', breakInside: 'avoid' }}
    >
      <Box
        component="img"
        alt="The signature as a code"
        src={`data:image/svg+xml,${encodeURIComponent(mark.qr)}`}
        sx={{ width: 112, height: 112, flex: 'none' }}
      />
      <Box sx={{ fontSize: '0.8125rem' }}>
        <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>
          {mark.whose}
        </Box>
        <Box sx={{ fontFamily: mono }}>Sheet {mark.sheet}</Box>
        <Box sx={{ fontFamily: mono }}>Key {mark.key}</Box>
        {mark.edited && <Box>The pump’s plate or papers were edited since it was signed.</Box>}
        <Box sx={{ color: ink('ink2') }}>
          settle verify, with the JSON of this job or what is read off the code, says whether they
          belong together.
        </Box>
      </Box>
    </Box>
  )
}

/** The shaft line with letters only; the same letters stand in the table. */
function LetterLine({ sheet }: { sheet: Sheet }) {
  const { laid, width: span } = lay(sheet.pieces)
  const n = sheet.stations.length
  // A short pump stands in the middle of the same paper.
  const width = Math.max(span, 1150)
  const inset = (width - span) / 2
  return (
    <svg viewBox={`0 0 ${width} 268`} width="100%" aria-hidden style={{ fontFamily: condensed }}>
      <g transform={`translate(${inset} 178)`}>
        <Metal laid={laid} width={span} plain />
      </g>
      {sheet.stations.map((s, i) => {
        const at = locate(laid, s.at)
        if (!at) return null
        const p = { x: at.x + inset, y: at.y }
        // Letters keep their distance where points crowd.
        const x = Math.max(p.x, 0) * 0.55 + (40 + (i * (width - 80)) / Math.max(n - 1, 1)) * 0.45
        return (
          <g key={s.letter}>
            <path
              d={`M${x} 64L${p.x} 88V${178 + p.y}`}
              fill="none"
              stroke={ink('face')}
              strokeWidth="6"
            />
            <path
              d={`M${x} 64L${p.x} 88V${178 + p.y}`}
              fill="none"
              stroke={ink('ink')}
              strokeWidth="2"
            />
            <text
              x={x}
              y="30"
              textAnchor="middle"
              fontSize="34"
              fontWeight="600"
              fill={ink('dyeText')}
            >
              {s.letter}
            </text>
            <VerdictMark verdict={s.built?.verdict} x={x} y={50} size={28} />
          </g>
        )
      })}
    </svg>
  )
}

type Cell = NonNullable<Rows['checks'][number]['built']>

/** A reading with the shape of its verdict. */
function Reading({ cell, none = '' }: { cell: Cell | null | undefined; none?: string }) {
  const { show } = useUnit()
  if (!cell) return none
  return (
    <>
      {cell.verdict && <VerdictShape verdict={cell.verdict} size={12} />} {show(cell.text)}
      <Judged cell={cell} />
    </>
  )
}

/** Which figure of a reading it is, and small what was read. */
function Judged({ cell }: { cell: Cell }) {
  const { show } = useUnit()
  if (!cell.what && !cell.raw) return null
  return (
    <div
      style={{
        ...grey,
        fontFamily: condensed,
        fontSize: '0.8125rem',
        fontWeight: 400,
        whiteSpace: 'normal',
      }}
    >
      {cell.what}
      {cell.what && cell.raw ? ', ' : ''}
      {cell.raw && show(cell.raw)}
    </div>
  )
}

function VerdictWords({ cell }: { cell: Cell | undefined }) {
  const verdict: Verdict = cell?.verdict ?? ''
  return (
    <>
      <VerdictShape verdict={verdict} size={12} /> {cell?.word ?? verdictWord('')}
      {cell?.accepted ? ', accepted' : ''}
    </>
  )
}

const note = (from: number | undefined) =>
  from ? <sup style={{ color: ink('ink2'), marginLeft: 3 }}>{from}</sup> : null
const right = { textAlign: 'right' } as const
const grey = { color: ink('ink2') } as const

function Checks({ rows }: { rows: Rows }) {
  const { show, unit } = useUnit()
  return (
    <Box component="section" sx={{ overflowX: 'auto' }}>
      <table>
        <thead>
          <tr>
            <th />
            <th>Check, {unit}</th>
            <th style={right}>Found</th>
            <th style={right}>Limit</th>
            <th style={right}>Built</th>
            <th style={right}>Change</th>
            <th style={{ paddingLeft: 12 }}>Verdict</th>
          </tr>
        </thead>
        <tbody>
          {rows.checks
            .filter((c) => !c.repeat)
            .map((c) => (
              <tr key={c.letter + c.check} data-check={c.check}>
                <td style={letter}>{c.letter}</td>
                <td>
                  {c.title}
                  {c.along && <span style={grey}>, {show(c.along)}</span>}
                </td>
                <td className="n" style={grey}>
                  <Reading cell={c.found} />
                </td>
                <td className="n">
                  {show(c.limit)}
                  {note(c.from)}
                </td>
                <td className="n" style={{ fontWeight: 600, fontSize: '1.08em' }}>
                  {c.earlier?.map((r, i) => (
                    <div key={i} style={{ fontWeight: 400, ...grey }}>
                      round {i + 1}: <Reading cell={r} />
                    </div>
                  ))}
                  <span data-built>{c.built ? show(c.built.text) : '––'}</span>
                  {c.built && <Judged cell={c.built} />}
                </td>
                <td className="n" style={grey}>
                  {c.change && show(c.change)}
                </td>
                <td
                  style={{
                    color: verdictInk(c.built?.verdict),
                    fontWeight: 600,
                    whiteSpace: 'nowrap',
                    paddingLeft: 12,
                  }}
                >
                  <VerdictWords cell={c.built} />
                </td>
              </tr>
            ))}
        </tbody>
      </table>
    </Box>
  )
}

const letter = {
  fontFamily: condensed,
  fontWeight: 600,
  color: ink('dyeText'),
  fontSize: '1.1em',
} as const

type Table = Rows['repeats'][number]

/** What the pump has several of, such as stages: a column for each. */
function Several({ table }: { table: Table }) {
  const { show } = useUnit()
  const few = table.members.length <= 4
  return (
    <Box component="section" sx={{ overflowX: 'auto', mt: 3 }} data-repeat={table.title}>
      <table>
        <thead>
          <tr>
            <th>{table.title}</th>
            <th style={right}>Limit</th>
            {table.members.map((m) => (
              <th key={m} style={{ textAlign: 'center' }}>
                {m}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((w, i) => (
            <tr key={i}>
              <td>
                {w.title}
                {w.cells.some((c) => c?.found) && <div style={grey}>found, and built</div>}
              </td>
              <td className="n">
                {w.limit && show(w.limit)}
                {note(w.from)}
              </td>
              {w.cells.map((c, k) => (
                <td
                  key={k}
                  className={c?.outcome ? undefined : 'n'}
                  style={{ textAlign: 'center' }}
                >
                  {c && <Work cell={c} few={few} />}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  )
}

function Work({
  cell,
  few,
}: {
  cell: NonNullable<Table['rows'][number]['cells'][number]>
  few: boolean
}) {
  const { show } = useUnit()
  if (cell.outcome)
    return (
      <>
        <OutcomeShape outcome={cell.outcome} size={12} /> {few && outcomeWord(cell.outcome)}
      </>
    )
  if (cell.done) {
    if (few) return <Reading cell={cell.done} />
    return cell.done.verdict ? <VerdictShape verdict={cell.done.verdict} size={12} /> : 'done'
  }
  return (
    <>
      {cell.letter && <span style={letter}>{cell.letter} </span>}
      {cell.found && (
        <div style={grey}>
          <Reading cell={cell.found} />
        </div>
      )}
      <Reading cell={cell.built} none="–" />
      {few && cell.along && <div style={grey}>{show(cell.along)}</div>}
    </>
  )
}

function Decision({ outcome }: { outcome: Outcome | undefined }) {
  if (!outcome) return '––'
  return (
    <>
      <OutcomeShape outcome={outcome} size={12} /> {outcomeWord(outcome)}
    </>
  )
}

function Parts({ rows }: { rows: Rows }) {
  const own = rows.parts
    .filter((p) => !p.sound && !p.repeat && (p.outcome || p.words))
    .map((p) => ({ part: p.part, outcome: p.outcome, words: p.words }))
  const together = (part: string, outcome: Outcome | undefined, of: string[]) =>
    of.length > 0 ? [{ part, outcome, words: of.join(', ') }] : []
  const all = [
    ...own,
    ...together('Nothing against them', 'reuse', rows.sound),
    ...together('Not looked at yet', undefined, rows.waiting),
  ]
  return (
    <section>
      <table>
        <thead>
          <tr>
            <th>Part</th>
            <th>Decision</th>
            <th>Found, and the rule</th>
          </tr>
        </thead>
        <tbody>
          {all.map((p) => (
            <tr key={p.part}>
              <td style={{ fontWeight: 500 }}>{p.part}</td>
              <td style={{ whiteSpace: 'nowrap', fontWeight: 600 }}>
                <Decision outcome={p.outcome} />
              </td>
              <td>{p.words}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** What was turned, counted, marked, tightened, set and tested. */
function Done({ rows }: { rows: Rows }) {
  const { show } = useUnit()
  return (
    <section>
      <table>
        <thead>
          <tr>
            <th>Turned, tightened, set, tested</th>
            <th>Entered</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.done
            .filter((d) => !d.repeat)
            .map((d) => (
              <tr key={d.title}>
                <td>{d.title}</td>
                <td style={{ fontWeight: 600 }}>{d.entered ? show(d.entered.text) : '––'}</td>
                <td>
                  {d.entered?.verdict && <VerdictShape verdict={d.entered.verdict} size={12} />}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
    </section>
  )
}

/** Corrections, decisions and what was taken back: the entry and what it took the place of. */
function Notes({ rows }: { rows: Rows }) {
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
function Photos({ rows }: { rows: Rows }) {
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
          <Box component="figcaption" sx={{ fontSize: '0.8125rem', color: ink('ink2') }}>
            {p.title}
          </Box>
        </Box>
      ))}
    </Box>
  )
}

/** Who said that it was safe to put hands in, and when. */
function Cautions({ rows }: { rows: Rows }) {
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
function Gauges({ rows }: { rows: Rows }) {
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
function Sources({ rows }: { rows: Rows }) {
  if (rows.sources.length === 0) return null
  return (
    <Box component="ol" sx={{ mt: 3, mb: 0, pl: 4, color: ink('ink2'), fontSize: '0.8125rem' }}>
      {rows.sources.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </Box>
  )
}

function Sign({ title, name, note }: { title: string; name?: string; note?: string }) {
  return (
    <Box>
      <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>{title}</Box>
      <Box
        sx={{
          borderBottom: `1px solid ${ink('ink')}`,
          minHeight: 26,
          fontSize: '1.125rem',
          fontWeight: 600,
        }}
      >
        {name}
      </Box>
      <Box sx={{ color: ink('ink2') }}>{note}</Box>
    </Box>
  )
}
