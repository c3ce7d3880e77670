import { useEffect, useRef } from 'react'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import type { JobView, Stage, Step } from '../api/types'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { OutcomeShape, Padlock, VerdictShape } from '../shapes/Verdict'
import { condensed, ink, mono, size } from '../theme'
import { ScopeLine } from './Scope'

/** The stages in order; the one at work is open with its steps. */
export function OrderOfWork({
  job,
  current,
  onPick,
}: {
  job: JobView
  current: string
  onPick: (step: string) => void
}) {
  const { stages } = job.sheet
  const open = stages.find((s) => s.steps.some((x) => x.id === current))
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', alignContent: 'start' }}>
      <ScopeLine job={job} />
      {stages.map((stage, i) =>
        stage === open ? (
          <OpenStage
            key={stage.id}
            stage={stage}
            number={i + 1}
            current={current}
            onPick={onPick}
          />
        ) : (
          <Tile
            key={stage.id}
            stage={stage}
            number={i + 1}
            wide={alone(stages, open, i)}
            onPick={onPick}
          />
        ),
      )}
    </Box>
  )
}

/** A tile with no neighbour takes the whole row. */
function alone(stages: Stage[], open: Stage | undefined, i: number) {
  const at = open ? stages.indexOf(open) : -1
  const [from, to] = i < at ? [0, at] : [at + 1, stages.length]
  return i === to - 1 && (to - from) % 2 === 1
}

/** How a stage stands, in the shape of its worst step. */
function mark(stage: Stage) {
  if (stage.steps.some((s) => s.state === 'decide')) return <VerdictShape verdict="out" />
  if (stage.done === stage.total) return <VerdictShape verdict="within" />
  if (!stage.open) return <Padlock size={14} />
  return <Progress share={stage.done / stage.total} />
}

/** How far a stage has come; in ink, as it is no verdict. */
function Progress({ share }: { share: number }) {
  const round = 2 * Math.PI * 8.5
  return (
    <svg width="14" height="14" viewBox="0 0 24 24" aria-hidden style={{ flex: 'none' }}>
      <circle cx="12" cy="12" r="8.5" fill="none" stroke={ink('rule')} strokeWidth="3" />
      <circle
        cx="12"
        cy="12"
        r="8.5"
        fill="none"
        stroke={ink('ink2')}
        strokeWidth="3"
        strokeDasharray={`${share * round} ${round}`}
        transform="rotate(-90 12 12)"
      />
    </svg>
  )
}

function Tile({
  stage,
  number,
  wide,
  onPick,
}: {
  stage: Stage
  number: number
  wide: boolean
  onPick: (step: string) => void
}) {
  const first = stage.steps.find((s) => s.state !== 'done') ?? stage.steps[0]!
  const state =
    stage.done === stage.total
      ? 'done'
      : stage.open
        ? `${stage.done} of ${stage.total} done`
        : 'blocked'
  return (
    <ButtonBase
      onClick={() => onPick(first.id)}
      aria-label={`${number} ${stage.title}, ${state}`}
      sx={{
        gridColumn: wide ? '1 / -1' : undefined,
        minHeight: 47,
        px: 3,
        gap: 2.5,
        justifyContent: 'flex-start',
        textAlign: 'left',
        borderBottom: `1px solid ${ink('hair')}`,
        borderRight: `1px solid ${ink('hair')}`,
        fontFamily: condensed,
        fontWeight: 600,
        fontSize: size.body,
        lineHeight: 1.1,
      }}
    >
      {mark(stage)}
      <span>
        {number} {stage.title}
      </span>
    </ButtonBase>
  )
}

function OpenStage({
  stage,
  number,
  current,
  onPick,
}: {
  stage: Stage
  number: number
  current: string
  onPick: (step: string) => void
}) {
  const here = useRef<HTMLButtonElement>(null)
  const list = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const [row, box] = [here.current, list.current]
    if (!row || !box) return
    // In the drawer the drawer scrolls; on the page the list alone, and the page stays.
    if (box.closest('[role=presentation]')) {
      row.scrollIntoView({ block: 'nearest' })
      return
    }
    const [r, b] = [row.getBoundingClientRect(), box.getBoundingClientRect()]
    box.scrollTop += Math.max(r.bottom - b.bottom, 0) || Math.min(r.top - b.top, 0)
  }, [current])
  return (
    <Box sx={{ gridColumn: '1 / -1' }}>
      <Box
        component="h2"
        sx={{
          m: 0,
          background: ink('dye'),
          color: ink('onDye'),
          minHeight: 40,
          px: 3,
          display: 'flex',
          alignItems: 'center',
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: size.key,
        }}
      >
        {number} {stage.title}
        <Box component="span" sx={{ ml: 'auto', fontSize: size.body, fontWeight: 500 }}>
          {stage.done} of {stage.total}
        </Box>
      </Box>
      {/* A long stage scrolls by itself, so that the other stages stay in sight. */}
      <Box
        ref={list}
        sx={{ maxHeight: { md: 'max(186px, calc(100vh - 600px))' }, overflowY: 'auto' }}
      >
        {blocks(stage.steps).map((b) =>
          b.members.length > 1 ? (
            <Block key={b.steps[0]?.id} block={b} current={current} here={here} onPick={onPick} />
          ) : (
            b.steps.map((s) => (
              <Row
                key={s.id}
                step={s}
                on={s.id === current}
                ref={s.id === current ? here : undefined}
                onPick={onPick}
              />
            ))
          ),
        )}
      </Box>
    </Box>
  )
}

interface Several {
  members: string[]
  steps: Step[]
}

/** Steps that are there for each of several, such as both ends, stand together. */
function blocks(steps: Step[]): Several[] {
  const out: Several[] = []
  for (const s of steps) {
    const last = out.at(-1)
    if (s.member && last?.members.length && last.steps[0]?.member) {
      last.steps.push(s)
      if (!last.members.includes(s.member)) last.members.push(s.member)
    } else out.push({ members: s.member ? [s.member] : [], steps: [s] })
  }
  return out
}

/** The same work on each end or stage, side by side: a row for the work, a mark for each. */
function Block({
  block,
  current,
  here,
  onPick,
}: {
  block: Several
  current: string
  here: React.Ref<HTMLButtonElement>
  onPick: (step: string) => void
}) {
  const bases = [...new Set(block.steps.map((s) => s.base))]
  const many = block.members.length > 4
  return (
    <Box sx={{ borderBottom: `1px solid ${ink('hair')}`, background: ink('panel') }}>
      {bases.map((base) => {
        const of = block.steps.filter((s) => s.base === base)
        const title = of[0]?.work ?? of[0]?.short
        const cells = block.members.map((m) => {
          const s = of.find((x) => x.member === m)
          if (!s) return <Box key={m} sx={{ width: many ? 34 : 52 }} />
          const on = s.id === current
          return (
            <ButtonBase
              key={m}
              ref={on ? here : undefined}
              onClick={() => onPick(s.id)}
              aria-current={on ? 'step' : undefined}
              aria-label={`${s.title}, ${s.state}`}
              data-step={s.id}
              data-state={s.state}
              sx={{
                width: many ? 34 : 52,
                minHeight: 45,
                flexDirection: 'column',
                gap: 0.25,
                background: on ? ink('paper') : undefined,
                borderBottom: on ? `4px solid ${ink('brass')}` : undefined,
                outlineOffset: '-3px !important',
              }}
            >
              {stepMark(s)}
              <Box
                component="span"
                sx={{
                  fontFamily: condensed,
                  fontSize: size.small,
                  lineHeight: 1,
                  fontWeight: on ? 600 : 400,
                }}
              >
                {m}
              </Box>
            </ButtonBase>
          )
        })
        return (
          <Box
            key={base}
            sx={{
              display: many ? 'block' : 'flex',
              alignItems: 'center',
              pl: 3,
              borderTop: `1px solid ${ink('hair')}`,
            }}
          >
            <Box
              sx={{
                flex: 1,
                minWidth: 0,
                fontSize: size.text,
                lineHeight: 1.15,
                pt: many ? 1 : 0,
                fontWeight: of.some((s) => s.id === current) ? 600 : 400,
              }}
            >
              {title}
            </Box>
            <Box sx={{ display: 'flex', flexWrap: 'wrap' }}>{cells}</Box>
          </Box>
        )
      })}
    </Box>
  )
}

function Row({
  step,
  on,
  onPick,
  ref,
}: {
  step: Step
  on: boolean
  onPick: (step: string) => void
  ref?: React.Ref<HTMLButtonElement>
}) {
  const { show } = useUnit()
  const figure = judgedFigure(step.reading)
  const value = figure ? show(figure) : ''
  return (
    <ButtonBase
      ref={ref}
      onClick={() => onPick(step.id)}
      aria-current={on ? 'step' : undefined}
      data-step={step.id}
      data-state={step.state}
      sx={{
        width: '100%',
        minHeight: 45,
        pl: on ? 1.75 : 3,
        pr: 3,
        py: 0.5,
        gap: 2.5,
        justifyContent: 'flex-start',
        textAlign: 'left',
        borderBottom: `1px solid ${ink('hair')}`,
        borderLeft: on ? `5px solid ${ink('brass')}` : undefined,
        background: on ? ink('paper') : ink('panel'),
        outlineOffset: '-3px !important',
        color: step.state === 'blocked' ? ink('ink2') : ink('ink'),
        fontSize: size.body,
        fontWeight: on ? 600 : 400,
        lineHeight: 1.15,
      }}
    >
      {stepMark(step)}
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {step.short}
        {step.state === 'blocked' && <Box sx={{ fontSize: size.small }}>{step.blocked}</Box>}
        {step.again && step.state !== 'blocked' && (
          <Box sx={{ fontSize: size.small, color: ink('close') }}>Again: {step.again}</Box>
        )}
        {step.follows && <Box sx={{ fontSize: size.small, color: ink('ink2') }}>to follow</Box>}
        {step.state === 'decide' && (
          <Box sx={{ fontSize: size.small, color: ink('out') }}>
            {step.decide_by === 'lead' ? 'A lead decides' : 'Decide'}: accept with a reason, or
            measure again
          </Box>
        )}
      </Box>
      <Box component="span" sx={{ fontFamily: mono, fontWeight: 600 }}>
        {value}
      </Box>
    </ButtonBase>
  )
}

function stepMark(step: Step) {
  if (step.state === 'blocked') return <Padlock />
  if (!step.reading) return <VerdictShape verdict="" />
  if (step.reading.outcome) return <OutcomeShape outcome={step.reading.outcome} />
  return <VerdictShape verdict={step.reading.verdict ?? 'within'} />
}
