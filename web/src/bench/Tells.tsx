import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { Limit, Reading, Step, Tell } from '../api/types'
import { roleOf, useMe, works } from '../door/me'
import { judgedFigure, judgedHigh, judgedLimit } from '../app/judged'
import { useUnit } from '../app/settings'
import { VerdictShape, verdictInk } from '../shapes/Verdict'
import { condensed, ink, size } from '../theme'

interface Props {
  step: Step
  reading: Reading | undefined
  tell: Tell | undefined
  kept: boolean
  busy: boolean
  /** the box of a decision's reason */
  box: React.RefObject<HTMLInputElement | null>
  onDecide: (why: string) => void
  onWithdraw: (() => void) | undefined
}

/** What a reading tells: the verdict in words, its limit drawn, what to do, what it usually comes from. */
export function Tells(props: Props) {
  const { step, reading, tell, kept, busy, box, onDecide, onWithdraw } = props
  const { show } = useUnit()
  const p = step.panel
  const headline = show(tell?.headline)
  const limit = judgedLimit(reading, p.limit)
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Typography variant="h2">What this tells you</Typography>
      {headline ? (
        <Box
          sx={{
            display: 'flex',
            gap: 2,
            alignItems: 'flex-start',
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.large,
            lineHeight: 1.15,
            color: verdictInk(reading?.verdict),
          }}
        >
          <Box sx={{ pt: 0.5 }}>
            <VerdictShape verdict={reading?.verdict} size={18} />
          </Box>
          <span data-headline>{headline}</span>
        </Box>
      ) : (
        <Typography sx={{ color: ink('ink2') }}>{step.why}</Typography>
      )}
      {limit && (limit.min || limit.max) && (
        <LimitBar limit={limit} reading={reading} found={p.found} />
      )}
      {limit && (
        <Typography
          variant="body2"
          sx={{ display: 'block', '&::first-letter': { textTransform: 'uppercase' } }}
        >
          {limit.origin === 'none' ? `${limit.source}.` : `Limit from: ${limit.source}`}
        </Typography>
      )}
      {tell && tell.lines.length > 0 && (
        <List title="What to do" lines={tell.lines.map((l) => show(l))} />
      )}
      {tell && tell.causes.length > 0 && <List title="Likely causes" lines={tell.causes} />}
      {headline && step.why && (
        <>
          <Rule />
          <Typography variant="body2">{step.why}</Typography>
        </>
      )}
      {kept && (step.state === 'decide' || step.decision) && (
        <Decide step={step} busy={busy} box={box} onDecide={onDecide} onWithdraw={onWithdraw} />
      )}
    </Box>
  )
}

const Rule = () => <Box sx={{ borderTop: `1px solid ${ink('rule')}` }} />

function List({ title, lines }: { title: string; lines: string[] }) {
  return (
    <Box>
      <Rule />
      <Typography variant="h3" sx={{ mt: 2, mb: 1, color: ink('ink2') }}>
        {title}
      </Typography>
      <Box
        component="ul"
        sx={{ m: 0, pl: 4, '& li': { mb: 1 }, '& li::marker': { color: ink('dyeText') } }}
      >
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </Box>
    </Box>
  )
}

/** Where the scale of a limit begins: at nothing, or with room below the lowest mark
 * where that is below nothing, or far from it beside how far the marks lie apart. */
function scaleFrom(lowest: number, highest: number) {
  if (lowest < 0) return lowest * 1.3
  const apart = highest - lowest
  return apart > 0 && lowest > 3 * apart ? lowest - 0.4 * apart : 0
}

/** The reading against its limit: clear where it may be, hatched beyond, a
 * whisker for the uncertainty of the gauge and an open diamond for what was found. */
function LimitBar({
  limit,
  reading,
  found,
}: {
  limit: Limit
  reading: Reading | undefined
  found: Reading['figure']
}) {
  const { show } = useUnit()
  const value = judgedFigure(reading)?.um
  const high = judgedHigh(reading)?.um
  const u = reading?.uncertainty?.um ?? 0
  const marks = [limit.min?.um, limit.max?.um, value, high, found?.um].filter(
    (x) => x !== undefined,
  )
  const low = scaleFrom(Math.min(...marks), Math.max(...marks))
  const span = (Math.max(...marks) - low) * 1.25 || 1
  const w = 262
  const x = (um: number) => 4 + ((um - low) / span) * (w - 8)
  const close = limit.min && limit.max && x(limit.max.um) - x(limit.min.um) < 90
  const anchor = (i: number) =>
    !close ? 'middle' : i === 1 ? 'start' : x(limit.min!.um) > 50 ? 'end' : 'middle'
  const from = limit.min ? x(limit.min.um) : x(low)
  const to = limit.max ? x(limit.max.um) : w - 4
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${w} 70`}
      role="img"
      aria-label={`Limit ${show(limit.min)} ${show(limit.max)}, reading ${show(judgedFigure(reading), 'not taken')}`}
      style={{ fontFamily: condensed, fontSize: size.minor, fontWeight: 600 }}
    >
      <defs>
        <pattern
          id="beyond"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke={ink('out')} strokeWidth="1.2" />
        </pattern>
      </defs>
      <rect x="4" y="26" width={w - 8} height="22" fill="url(#beyond)" stroke={ink('ink')} />
      <rect
        x={from}
        y="26"
        width={Math.max(to - from, 0)}
        height="22"
        fill={ink('paper')}
        stroke={ink('ink')}
      />
      {[limit.min, limit.max].map(
        (l, i) =>
          l && (
            <g key={i}>
              <path d={`M${x(l.um)} 20V54`} stroke={ink('ink')} strokeWidth="2" />
              <text x={x(l.um)} y="14" textAnchor={anchor(i)} fill={ink('ink')}>
                {i === 0 && limit.max ? '' : 'limit '}
                {show(l)}
              </text>
            </g>
          ),
      )}
      {found && (
        <g>
          <path
            d={`M${x(found.um)} 30l7 7-7 7-7-7z`}
            fill={ink('paper')}
            stroke={ink('out')}
            strokeWidth="1.6"
          />
          <text
            x={Math.min(x(found.um), w - 34)}
            y="66"
            textAnchor="middle"
            fill={ink('ink2')}
            fontWeight="500"
          >
            found {show(found)}
          </text>
        </g>
      )}
      {value !== undefined && (
        <g stroke={verdictInk(reading?.verdict)} fill={verdictInk(reading?.verdict)}>
          {u > 0 && (
            <path
              d={`M${x(value - u)} 37H${x(value + u)}M${x(value - u)} 32V42M${x(value + u)} 32V42`}
              strokeWidth="3"
              fill="none"
            />
          )}
          {high !== undefined && high !== value && (
            <path d={`M${x(value)} 37H${x(high)}`} strokeWidth="6" />
          )}
          <circle cx={x(value)} cy="37" r="6" stroke={ink('paper')} strokeWidth="1.5" />
        </g>
      )}
    </svg>
  )
}

/** A person decides on a reading that is out, undecided or without a limit. */
function Decide({
  step,
  busy,
  box,
  onDecide,
  onWithdraw,
}: Pick<Props, 'step' | 'busy' | 'box' | 'onDecide' | 'onWithdraw'>) {
  const [why, setWhy] = useState('')
  const me = useMe()
  const leads = step.decide_by === 'lead'
  const not = leads ? me.role !== 'lead' : !works(me)
  if (step.decision) {
    return (
      <Box sx={{ border: `1.5px solid ${ink('ink')}`, background: ink('paper'), p: 2.5 }}>
        <Typography variant="h3">Accepted by {step.decision.by.name}</Typography>
        <Typography>{step.decision.reason}</Typography>
        {onWithdraw && (
          <Button variant="text" size="small" sx={{ px: 0 }} onClick={onWithdraw}>
            Withdraw the decision
          </Button>
        )}
      </Box>
    )
  }
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        if (why.trim()) onDecide(why)
      }}
      sx={{
        border: `2px solid ${ink('ink')}`,
        background: ink('paper'),
        p: 2.5,
        display: 'flex',
        flexDirection: 'column',
        gap: 2,
      }}
    >
      <Typography variant="h3" data-decide-by={step.decide_by}>
        {leads ? 'A lead decides' : 'A technician or a lead decides'}
      </Typography>
      <Typography variant="body2">
        Measure again, or accept it as it is with a reason. The sheet shows both.
        {not && ' You are signed in as ' + me.name + ', ' + roleOf(me).toLowerCase() + '.'}
      </Typography>
      <TextField
        size="small"
        inputRef={box}
        label="Reason (d)"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        slotProps={{ htmlInput: { 'data-decide': '', autoComplete: 'off' } }}
      />
      <Button type="submit" variant="outlined" disabled={!why.trim() || busy || not}>
        Accept as it is
      </Button>
    </Box>
  )
}
