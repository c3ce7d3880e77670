import Box from '@mui/material/Box'
import type { Outcome, Rows, Verdict } from '../api/types'
import { useUnit } from '../app/settings'
import { OutcomeShape, VerdictShape, outcomeWord, verdictInk, verdictWord } from '../shapes/Verdict'
import { condensed, ink, size } from '../theme'
import { grey } from './onPaper'

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
        fontSize: size.small,
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

export function Checks({ rows }: { rows: Rows }) {
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
                <td className="n" style={{ fontWeight: 600, fontSize: size.more }}>
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
  fontSize: size.more,
} as const

type Table = Rows['repeats'][number]

/** What the pump has several of, such as stages: a column for each. */
export function Several({ table }: { table: Table }) {
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

export function Parts({ rows }: { rows: Rows }) {
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
export function Done({ rows }: { rows: Rows }) {
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
