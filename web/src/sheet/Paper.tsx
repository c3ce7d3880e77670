import Box from '@mui/material/Box'
import type { Check, JobView, Sheet, Step } from '../api/types'
import { photoAt } from '../api/client'
import { useUnit } from '../app/settings'
import { limitText } from '../bench/Result'
import { Nameplate } from '../pumps/Nameplate'
import { lay, locate } from '../shaft/geometry'
import { Metal } from '../shaft/ShaftLine'
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

export function Paper({ job }: { job: JobView }) {
  const { sheet, pump } = job
  const steps = sheet.stages.flatMap((s) => s.steps)
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
        </Box>
        <Nameplate pump={pump} />
        <LetterLine sheet={sheet} />
      </Box>
      <Checks sheet={sheet} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 3fr) minmax(0, 2fr)' },
          gap: 5,
          mt: 3,
          '@media print': { gridTemplateColumns: 'minmax(0, 3fr) minmax(0, 2fr)', gap: 4, mt: 2 },
        }}
      >
        <Parts steps={steps} />
        <Rest steps={steps} />
      </Box>
      <Notes job={job} />
      <Photos steps={steps} />
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
          title="Rebuilt by"
          name={sheet.signed?.by.name}
          note={
            sheet.signed
              ? new Date(sheet.signed.at).toLocaleString(undefined, {
                  dateStyle: 'medium',
                  timeStyle: 'short',
                })
              : 'not signed yet'
          }
        />
        <Sign title="Checked by" />
        <Sign title="Handed back to" />
      </Box>
      <Box sx={{ mt: 3, color: ink('ink2'), fontSize: '0.8125rem' }}>
        {sheet.signed?.remark && <>Next time: {sheet.signed.remark} </>}
        Why it was here: {job.complaint}. Plan: {job.plan}.{' '}
        {job.schools.map((s) => `${s.title}: ${s.choice.toLowerCase()}`).join('. ')}. Settle
        advises; the maker's manual, site permits and local codes come first.
      </Box>
    </Box>
  )
}

/** The shaft line with letters only; the same letters stand in the table. */
function LetterLine({ sheet }: { sheet: Sheet }) {
  const { laid, width: span } = lay(sheet.pieces.map((p) => p.piece))
  const n = sheet.stations.length
  // A short pump stands in the middle of the same paper.
  const width = Math.max(span, 1150)
  const inset = (width - span) / 2
  return (
    <svg viewBox={`0 0 ${width} 268`} width="100%" aria-hidden style={{ fontFamily: condensed }}>
      <g transform={`translate(${inset} 178)`}>
        <Metal
          sheet={{ ...sheet, pieces: sheet.pieces.map((p) => ({ ...p, fitted: true })) }}
          plain
        />
      </g>
      {sheet.stations.map((s, i) => {
        const at = locate(laid, s.at)
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

function Checks({ sheet }: { sheet: Sheet }) {
  const { show, unit } = useUnit()
  return (
    <Box component="section" sx={{ overflowX: 'auto' }}>
      <table>
        <thead>
          <tr>
            <th />
            <th>Check, {unit}</th>
            <th style={{ textAlign: 'right' }}>Found</th>
            <th style={{ textAlign: 'right' }}>Limit</th>
            <th>Limit from</th>
            <th style={{ textAlign: 'right' }}>Built</th>
            <th style={{ textAlign: 'right' }}>Change</th>
            <th>Verdict</th>
          </tr>
        </thead>
        <tbody>
          {sheet.checks.map((c) => (
            <tr key={c.check} data-check={c.check}>
              <td
                style={{
                  fontFamily: condensed,
                  fontWeight: 600,
                  color: ink('dyeText'),
                  fontSize: '1.1em',
                }}
              >
                {c.letter}
              </td>
              <td>{c.title}</td>
              <td className="n" style={{ color: ink('ink2') }}>
                {c.found && <VerdictShape verdict={c.found.verdict} size={12} />}{' '}
                {range(c, 'found', show)}
              </td>
              <td className="n">{limitText(c.limit, show)}</td>
              <td style={{ color: ink('ink2'), fontSize: '0.92em' }}>{c.limit.source}</td>
              <td className="n" style={{ fontWeight: 600, fontSize: '1.08em' }} data-built>
                {c.built?.earlier?.map((r, i) => (
                  <div key={i} style={{ fontWeight: 400, color: ink('ink2') }} title={r.why}>
                    round {i + 1}: {show(r.figure, 'not taken')}{' '}
                    <VerdictShape verdict={r.verdict} size={11} />
                  </div>
                ))}
                {range(c, 'built', show)}
              </td>
              <td className="n" style={{ color: ink('ink2') }}>
                {show(c.change)}
              </td>
              <td
                style={{
                  color: verdictInk(c.built?.verdict),
                  fontWeight: 600,
                  whiteSpace: 'nowrap',
                }}
              >
                <VerdictShape verdict={c.built?.verdict} size={12} />{' '}
                {verdictWord(c.built?.verdict)}
                {c.built?.decision ? ', accepted' : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  )
}

/** A figure, or the smallest and largest where it was taken at several places. */
function range(c: Check, which: 'found' | 'built', show: ReturnType<typeof useUnit>['show']) {
  const t = c[which]
  if (!t) return which === 'built' ? '––' : ''
  if (!t.figure) return 'not taken'
  return t.high && t.high.um !== t.figure.um
    ? `${show(t.figure)} – ${show(t.high)}`
    : show(t.figure)
}

function Parts({ steps }: { steps: Step[] }) {
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
          {steps
            .filter((s) => s.kind === 'inspect')
            .map((s) => (
              <tr key={s.id}>
                <td style={{ fontWeight: 500 }}>{s.panel.part}</td>
                <td style={{ whiteSpace: 'nowrap', fontWeight: 600 }}>
                  {s.reading?.outcome ? (
                    <>
                      <OutcomeShape outcome={s.reading.outcome} size={12} />{' '}
                      {outcomeWord(s.reading.outcome)}
                    </>
                  ) : (
                    '––'
                  )}
                </td>
                <td>
                  {s.reading?.outcome ? (
                    <>
                      {[s.reading.text, s.reading.rule].filter(Boolean).join('; ')}
                      {s.reading.by_rule &&
                        ` (the rule says ${outcomeWord(s.reading.by_rule).toLowerCase()})`}
                    </>
                  ) : (
                    s.reading?.text
                  )}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
    </section>
  )
}

// What is neither a check nor a part, by the kind of its step.
const others = [
  'turn',
  'count',
  'mark',
  'torque',
  'set',
  'heat',
  'wait',
  'drip',
  'test',
  'align',
  'grease',
  'photo',
]

/** What was turned, counted, marked, tightened, set and tested. */
function Rest({ steps }: { steps: Step[] }) {
  const { show, unit } = useUnit()
  const rows = steps.filter((s) => others.includes(s.kind))
  const entered = ({ reading, panel, kind }: Step) => {
    if (!reading) return '––'
    if (reading.torque)
      return `${panel.order?.length} × ${reading.torque.lbf_ft} lbf·ft (${reading.torque.nm} N·m)`
    const words = reading.tool?.words?.main
    // How a bearing went home stands in its text.
    if (words) return `${words.name} ${kind === 'heat' ? reading.text : show(words.value)}`
    return (
      reading.text + (kind === 'count' && reading.high ? `, ${show(reading.high)} ${unit}` : '')
    )
  }
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
          {rows.map((s) => (
            <tr key={s.id}>
              <td>{s.title}</td>
              <td style={{ fontWeight: 600 }}>{entered(s)}</td>
              <td>
                {s.reading?.verdict && <VerdictShape verdict={s.reading.verdict} size={12} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

const what = {
  kept: 'entered again',
  decided: 'accepted',
  withdrawn: 'withdrawn',
  amended: 'amended',
  ended: 'ended unsigned',
}

/** Corrections, decisions and what was taken back: the entry and what it took the place of. */
function Notes({ job }: { job: JobView }) {
  const { show } = useUnit()
  const rows = job.sheet.notes
  if (rows.length === 0) return null
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
          {rows.map((n) => (
            <tr key={n.entry} data-note={n.kind}>
              <td>
                {n.title ? `${n.title}, ` : ''}
                {what[n.kind]}
              </td>
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
function Photos({ steps }: { steps: Step[] }) {
  const taken = steps.flatMap((s) =>
    (s.pictures ?? []).map((p) => ({
      id: p.id,
      title: p.of ? `${s.panel.part}: ${p.of}` : s.title,
    })),
  )
  if (taken.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 3, display: 'flex', flexWrap: 'wrap', gap: 3 }}>
      {taken.map((p, i) => (
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
