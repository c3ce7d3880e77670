import Box from '@mui/material/Box'
import type { Figure, Limit, Reading, Step } from '../api/types'
import { judgedFigure, judgedHigh, judgedLimit } from '../app/judged'
import { useUnit } from '../app/settings'
import {
  OutcomeShape,
  VerdictShape,
  outcomeWord,
  readWord,
  verdictInk,
  verdictWord,
} from '../shapes/Verdict'
import { condensed, ink, mono, size } from '../theme'

/** The number that is judged, large, with its verdict and what stands behind it. */
export function Result({ step, reading }: { step: Step; reading: Reading | undefined }) {
  const { show, second, unit, other } = useUnit()
  const p = step.panel
  if (['ack', 'sign', 'mark'].includes(p.instrument)) return null
  if (reading?.tool?.words) return <Answer reading={reading} />
  if (p.figure_title) {
    const figure = judgedFigure(reading)
    // What cannot be worked out has no figure, and says why.
    const none = !figure && reading?.text
    const verdict = figure || none ? reading?.verdict : undefined
    const high = judgedHigh(reading)
    const held = reading?.held
    const text = high ? `${show(figure)} – ${show(high)}` : show(figure, '––')
    const raw = held?.raw && `${show(held.raw)}${held.raw_high ? ` – ${show(held.raw_high)}` : ''}`
    return (
      <Box aria-live="polite" data-result>
        <Box sx={{ fontFamily: condensed, fontWeight: 500, fontSize: size.label }}>
          {held?.name ?? p.figure_title}
        </Box>
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, whiteSpace: 'nowrap' }}>
          <Box
            component="span"
            data-figure
            sx={{
              fontFamily: mono,
              fontWeight: 600,
              lineHeight: 1,
              fontSize: fitting(text),
              letterSpacing: '-0.04em',
              color: figure ? ink('ink') : ink('none'),
            }}
          >
            {text}
          </Box>
          <Box component="span" sx={{ fontWeight: 600, fontSize: size.large }}>
            {unit}
          </Box>
        </Box>
        <Box sx={{ fontFamily: mono, color: ink('ink2'), minHeight: 22 }}>
          {figure && `${second(figure)}${high ? ` – ${second(high)}` : ''} ${other}`}
        </Box>
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            my: 1,
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.strong,
            lineHeight: 1.1,
            color: verdictInk(verdict),
          }}
        >
          <VerdictShape verdict={verdict} size={22} />{' '}
          <span data-verdict>{figure ? readWord(verdict) : verdictWord(verdict)}</span>
        </Box>
        {none && <Box sx={{ mb: 1 }}>{none}.</Box>}
        <Rows
          rows={[
            ...heldTo(step, show),
            ['Limit', limitText(judgedLimit(reading, p.limit), show)],
            ...(raw ? ([[held.raw_name ?? 'Read', raw]] as [string, string][]) : []),
          ]}
        />
      </Box>
    )
  }
  if (reading?.outcome) {
    return (
      <Box aria-live="polite">
        <Box sx={{ fontFamily: condensed, fontWeight: 500, fontSize: size.label }}>{p.part}</Box>
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            my: 1.5,
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.answer,
            lineHeight: 1,
          }}
        >
          <OutcomeShape outcome={reading.outcome} size={26} />{' '}
          <span data-outcome>{outcomeWord(reading.outcome)}</span>
        </Box>
        <Box sx={{ color: ink('ink2') }}>
          {reading.by_rule ? (
            <>Decided by a person. The rule says {outcomeWord(reading.by_rule).toLowerCase()}.</>
          ) : (
            <>Rule: {reading.rule}.</>
          )}
        </Box>
        {reading.was && (
          <Box role="note" sx={{ mt: 1.5, color: ink('close'), fontWeight: 500 }}>
            It was {outcomeWord(reading.was).toLowerCase()} when it was entered: a reading since
            then says otherwise.
          </Box>
        )}
        {reading.text && <Box sx={{ mt: 1 }}>{reading.text}</Box>}
      </Box>
    )
  }
  // Until the last bolt is ticked the wrench's setting counts, and stands in the panel.
  if (p.instrument === 'torque' && !reading?.verdict) return null
  if (!reading?.text && !reading?.torque) return null
  return (
    <Box
      aria-live="polite"
      sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.title, lineHeight: 1.1 }}
    >
      {reading.verdict && (
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            color: verdictInk(reading.verdict),
            fontSize: size.strong,
            mb: 1,
          }}
        >
          <VerdictShape verdict={reading.verdict} size={22} />
          <span data-verdict>{verdictWord(reading.verdict)}</span>
        </Box>
      )}
      {reading.torque ? (
        <>
          {reading.torque.lbf_ft} lbf·ft
          <Box sx={{ fontFamily: mono, fontWeight: 400, fontSize: size.body, color: ink('ink2') }}>
            {reading.torque.nm} N·m
          </Box>
        </>
      ) : (
        reading.text
      )}
    </Box>
  )
}

/** As large as a figure has room for beside its unit. */
function fitting(text: string) {
  const sizes = [
    [3, size.full],
    [5, size.wide],
    [9, size.result],
    [11, size.figure],
    [13, size.strong],
  ] as const
  return sizes.find(([most]) => text.length <= most)?.[1] ?? size.large
}

/** What a calculation came to: its figure, its verdict, what stands behind it. */
function Answer({ reading }: { reading: Reading }) {
  const { show, other } = useUnit()
  const words = reading.tool!.words!
  const main = show(words.main.value)
  const second = words.main.value[other]
  return (
    <Box aria-live="polite" data-result>
      <Box sx={{ fontFamily: condensed, fontWeight: 500, fontSize: size.label }}>
        {words.main.name}
      </Box>
      <Box
        data-figure
        sx={{
          fontFamily: mono,
          fontWeight: 600,
          lineHeight: 1.05,
          letterSpacing: '-0.03em',
          fontSize: main.length > 14 ? size.large : size.figure,
        }}
      >
        {main}
      </Box>
      {second !== words.main.value[other === 'thou' ? 'mm' : 'thou'] && (
        <Box sx={{ fontFamily: mono, color: ink('ink2') }}>{second}</Box>
      )}
      {reading.verdict && (
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            my: 1,
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.strong,
            lineHeight: 1.1,
            color: verdictInk(reading.verdict),
          }}
        >
          <VerdictShape verdict={reading.verdict} size={22} />{' '}
          <span data-verdict>{verdictWord(reading.verdict)}</span>
        </Box>
      )}
      {words.judged && (
        <Box data-judged>
          {words.judged.name}: <strong>{show(words.judged.value)}</strong>
        </Box>
      )}
    </Box>
  )
}

/** What stands behind the number, below the button, so that the button keeps its place. */
export function Behind({ step, reading }: { step: Step; reading: Reading | undefined }) {
  const { show } = useUnit()
  const words = reading?.tool?.words
  const rows: [string, string][] = words
    ? words.rows.map((r) => [r.name, show(r.value)])
    : step.panel.figure_title
      ? behind(step, reading, show)
      : []
  return rows.length > 0 && <Rows rows={rows} />
}

type Show = (f: Figure | undefined, missing?: string) => string

/** A limit in figures: "2.0 max", "12.0 to 18.0". */
export function limitText(limit: Limit | undefined, show: Show): string {
  if (limit?.rate) return limit.rate
  if (limit?.min && limit.max) return `${show(limit.min)} to ${show(limit.max)}`
  if (limit?.max) return `${show(limit.max)} max`
  if (limit?.min) return `${show(limit.min)} min`
  return 'none known'
}

/** The other reading of the job that this one is judged against. */
function heldTo({ panel }: Step, show: Show): [string, string][] {
  return panel.held_to ? [[panel.held_to.of, show(panel.held_to.figure)]] : []
}

function behind(step: Step, r: Reading | undefined, show: Show): [string, string][] {
  const rows: [string, string][] = []
  const add = (name: string, f: Figure | undefined) => {
    if (f) rows.push([name, show(f)])
  }
  const { found } = step.panel
  add('As found', found)
  if (r?.dial) {
    add('Off centre', r.dial.off_centre)
    if (r.dial.high_clock) rows.push(['High spot', `${r.dial.high_clock} o'clock`])
    add('Back to start, change', r.dial.closure)
    add('Form', r.dial.form)
    add('Twice a turn: oval', r.dial.oval)
  }
  if (r?.places && !r.held?.high && !r.held?.raw_high) add('Largest', r.high)
  add('Spread', r?.spread)
  add('Set to', step.panel.nominal)
  if (step.panel.nominal) add('Measured', r?.against)
  return rows
}

export function Rows({ rows }: { rows: [string, string][] }) {
  return (
    <Box component="dl" sx={{ m: 0, borderTop: `1px solid ${ink('rule')}` }}>
      {rows.map(([name, value]) => (
        <Box
          key={name}
          sx={{
            display: 'flex',
            alignItems: 'baseline',
            gap: 2,
            py: 0.5,
            borderBottom: `1px solid ${ink('rule')}`,
          }}
        >
          <Box component="dt" sx={{ flex: 1 }}>
            {name}
          </Box>
          <Box
            component="dd"
            sx={{
              m: 0,
              fontFamily: mono,
              fontWeight: 600,
              textAlign: 'right',
              fontSize: value.length > 12 ? size.small : undefined,
            }}
          >
            {value}
          </Box>
        </Box>
      ))}
    </Box>
  )
}
