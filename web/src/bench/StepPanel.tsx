import { lazy, Suspense, useEffect, useMemo, useState } from 'react'
import Box from '@mui/material/Box'
import Drawer from '@mui/material/Drawer'
import Typography from '@mui/material/Typography'
import { usePreview, useShop } from '../api/client'
import { useHand, useHandsOn } from '../api/hands'
import type { Body, FieldError, JobView, Step, Verdict } from '../api/types'
import { useSettings } from '../app/settings'
import { EntryContext } from '../entry/EntryBox'
import { Small } from '../shaft/Metal'
import { NextTime } from '../pumps/NextTime'
import { useMe, works } from '../door/me'
import { ink } from '../theme'
import { Actions } from './Actions'
import { Causes } from './Causes'
import { Cautions } from './Cautions'
import { HowTo } from './HowTo'
import { Decides } from './Decides'
import { Before } from './Before'
import { hasUnits } from './shape'
import { blank, tidy, under } from './draft'
import { Conflict, Correction, Refused, SetAside, Skip } from './Notices'
import { PanelContext } from './panel'
import { instruments } from './panels'
import { MayNot } from './MayNot'
import { Pictures } from './Pictures'
import { Beside, Marked } from './Marked'
import { ReasonDialog, slips } from './ReasonDialog'
import { Behind, Result } from './Result'
import { Tells } from './Tells'
import { GaugeInHand } from './GaugeInHand'
import { useGaugeInHand } from './useGaugeInHand'
import { FromPaper, sourceOf, type Paper } from './FromPaper'
import { useDraft } from './useDraft'
import { useFirstFocus, useFocus } from './useFocus'
import { useSending } from './useSending'
import { useSettled } from './useSettled'
import { stepKeys, useStepLetters } from './useStepKeys'

const Stack = lazy(() => import('./panels/Stack').then((m) => ({ default: m.Stack })))

interface Props {
  job: JobView
  step: Step
  next: Step | undefined
  onNext: (step: string) => void
  wide: boolean
  paper: Paper
  tells: boolean
  onTells: (open: boolean) => void
}

/** One step on the bench: its instrument, what it comes to, and what that tells. */
export function StepPanel({ job, step, next, onNext, wide, paper, tells, onTells }: Props) {
  const { unit } = useSettings()
  const account = useMe()
  const person = account.id
  const shop = useShop()
  const { root, main, again: againRef, decide, focus } = useFocus()
  const sending = useSending(job.number, step.id, step.kind === 'sign' ? {} : sourceOf(paper))
  const hand = useHand(job.number, step.id)
  const others = useHandsOn(job.number)(step.id).filter((h) => h.by.id !== person)
  const kept = useMemo(() => job.log.find((e) => e.id === step.entry), [job.log, step.entry])
  const draft = useDraft(job.number, step, step.again ? undefined : kept?.body, unit, person)
  const { body, typed } = draft
  const [reason, setReason] = useState('')
  const [field, setField] = useState('')
  const [ours, setOurs] = useState(0)
  const [asking, setAsking] = useState<'skip' | 'withdraw' | 'decision' | null>(null)

  // What is no length has the unit that the shop has chosen; what was typed keeps the one it had.
  const units = hasUnits(step.panel.group) ? shop.data?.rules.units : undefined
  const me = shop.data?.people.find((p) => p.id === person)
  const kind = step.panel.instrument
  const ack = kind === 'ack'
  const over = job.sheet.state === 'signed' || job.sheet.state === 'ended'
  // What follows the hand-back is entered on a signed job; the rest of it is amended. A reader
  // does neither.
  const enters = works(account)
  const live = enters && (!over || (job.sheet.state === 'signed' && step.follows === true))
  const amends = enters && job.sheet.state === 'signed' && !live && step.kind !== 'sign' && !ack
  const locked = step.state === 'blocked' || (!live && !(amends && typed))
  // A step sent back to be done again is not kept, whatever stands there from the round before.
  const isKept = step.entry !== undefined && !typed && !step.again
  // While ours is on its way the entry that turns up is our own.
  const stale = typed && !sending.pending && step.entry !== undefined && draft.seen !== step.entry
  // A first entry on its way is no correction; one sent as a correction stays one.
  const correcting =
    typed &&
    !stale &&
    !step.again &&
    (kept !== undefined || amends) &&
    (!sending.pending || sending.replacing)
  // What today's rules would say of it is no word about a sheet of other rules.
  const otherwise = over && job.changed.some((d) => d.step === step.id)
  const gauge = useGaugeInHand(step, body)
  const settled = useSettled(gauge.put(tidy(body)), typed ? 60 : 0)
  const preview = usePreview(
    job.number,
    step.id,
    // An act has no figure to look at; a lead's is asked for by whom it may be done.
    ((ack || kind === 'sign') && !step.lead) || (otherwise && !typed) ? null : settled,
  )
  const { problem } = sending

  const errors: FieldError[] = useMemo(() => {
    const now = (preview.data?.errors ?? []).filter((e) => e.field !== field)
    // What the last attempt was refused for stays until the field is typed again.
    const then = (problem?.errors ?? []).filter((e) => !now.some((x) => x.field === e.field))
    return [...now, ...then]
  }, [preview.data, field, problem])

  const mind = () => {
    setReason('')
    setAsking(null)
    draft.drop()
  }
  const refused = (at: string | undefined) => {
    if (at) focus.box(at)
  }

  function keep(as?: Body) {
    if (locked || sending.pending) return
    const entry = {
      kind: amends ? ('amended' as const) : ('kept' as const),
      body: as ?? gauge.put(tidy(body)),
      on: draft.seen || undefined,
      reason: kept || amends ? step.again || reason : undefined,
    }
    const sent = draft.raw
    sending.send(
      entry,
      (answer) => {
        const steps = answer.sheet.stages.flatMap((s) => s.steps)
        setReason('')
        setAsking(null)
        draft.settle(sent, steps.find((s) => s.id === step.id)?.entry ?? '')
        const after = steps[steps.findIndex((s) => s.id === step.id) + 1]
        const to = after?.state === 'open' && !after.follows ? after.id : answer.sheet.next
        // The new sheet reaches the screen a turn later; before that the next step
        // would still stand there as blocked.
        if (ack && to) setTimeout(() => onNext(to))
        else setOurs((n) => n + 1)
      },
      refused,
    )
  }
  const take = (on: string | undefined, why: string) =>
    sending.send({ kind: 'withdrawn', on, reason: why }, () => {
      mind()
      setTimeout(() => focus.firstBox() || focus.main())
    })

  const { order = [], passes = [] } = step.panel
  // While there are bolts to tick, Enter ticks the next one.
  const ticking =
    kind === 'torque' && (body.torque?.ticks.length ?? 0) < order.length * passes.length
  const ticks = kind === 'torque' && (step.panel.torque ?? step.panel.says) !== undefined
  useFirstFocus(focus, {
    open: !isKept && !locked,
    locked,
    digits: kind === 'turn' || kind === 'inspect' || (kind === 'test' && !!step.panel.choices),
    own: ticking && ticks,
  })
  // What came out is measured again or decided, and never passed with the key that kept it.
  const red = isKept && (step.state === 'decide' || passesNothing(step.reading?.verdict))
  // After what was kept here comes Enter for the next step. The sheet with the entry
  // and the draft's end may reach the screen in either order.
  useEffect(() => {
    if (!ours || !isKept) return
    if (red) focus.again()
    else focus.main()
  }, [ours, isKept, red, focus])
  const mayLeaveOut =
    !locked && !step.entry && !typed && (step.panel.optional || step.panel.away) === true
  const mayWithdraw = live && isKept && step.kind !== 'sign'
  useStepLetters({
    toBoxes: () => locked || focus.firstBox(),
    leaveOut: mayLeaveOut ? () => setAsking('skip') : undefined,
    withdraw: mayWithdraw ? () => setAsking('withdraw') : undefined,
    decide: () => decide.current?.focus(),
  })

  // An answer to what was typed before says nothing of what is kept.
  const shown = typed || !preview.isPlaceholderData ? preview.data?.reading : undefined
  // A job that is over shows what its sheet says, and no more.
  const reading =
    over && !typed ? step.reading : typed || !step.reading ? shown : { ...step.reading, ...shown }
  const value = {
    job,
    step,
    body,
    reading,
    disabled: locked,
    kept: isKept,
    focus,
    gauge,
    change: (b: Body) => {
      sending.typedOn()
      if (!typed && live) hand.begin()
      draft.change(units && !b.units ? { ...b, units } : b)
    },
    clock: hand.begin,
    keep: () => keep(),
    go: onNext,
  }
  const entering = {
    unit: body.unit,
    errors,
    echo: preview.data?.tell.echo ?? [],
    disabled: locked,
    setField,
    carried: under('body.', step.panel.carried ?? {}),
    targets: under('body.', step.panel.targets ?? {}),
    notCarried: under('body.', step.panel.not_carried ?? {}),
    units: body.units ?? (isKept ? undefined : units),
  }
  const Instrument = instruments[kind]
  const again = () => {
    draft.change(amends && kept?.body ? kept.body : blank(step, unit))
    // Where bolts are ticked, the panel puts the focus on the next one.
    if (!ticks) setTimeout(() => focus.firstBox() || focus.step())
  }
  const small = step.drawing && <Small name={step.drawing} />
  const tellColumn = (
    <>
      {wide && small}
      <Tells
        step={step}
        reading={reading}
        tell={preview.data?.tell}
        kept={isKept}
        busy={sending.pending}
        box={decide}
        onDecide={(why) =>
          sending.send({ kind: 'decided', on: step.entry, reason: why }, () => {
            mind()
            setOurs((n) => n + 1)
          })
        }
        onWithdraw={live ? () => setAsking('decision') : undefined}
      />
      <Decides sheet={job.sheet} step={step} onGo={onNext} />
      <Box sx={{ mt: 3, display: 'grid' }}>
        <Causes job={job} />
      </Box>
      {!over && job.sheet.stages[0]?.steps.some((s) => s.id === step.id) && (
        <NextTime tag={job.pump.tag} />
      )}
    </>
  )

  return (
    <PanelContext value={value}>
      <EntryContext value={entering}>
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: wide ? 'minmax(0, 1fr) 294px' : 'minmax(0, 1fr)',
            minHeight: 0,
          }}
        >
          <Box
            component="section"
            ref={root}
            tabIndex={-1}
            onKeyDown={(e) =>
              stepKeys(e, {
                boxes: focus.boxes,
                step: root.current,
                keep,
                next: next && !red ? () => onNext(next.id) : undefined,
                kept: isKept,
                signs: step.kind === 'sign',
                toStep: focus.step,
              })
            }
            aria-labelledby="step-title"
            sx={section}
          >
            {paper.written && <FromPaper paper={paper} />}
            <Typography id="step-title" variant="h1" component="h2">
              {step.title}
            </Typography>
            <HowTo step={step} why={!wide} onGo={onNext} />
            <Beside step={step} />
            <Cautions job={job} step={step} />
            <Box sx={halves}>
              <Box sx={{ minWidth: 0 }}>
                {Instrument ? <Instrument /> : <Unknown />}
                {!wide && small}
              </Box>
              <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2, minWidth: 0 }}>
                <Result step={step} reading={reading} />
                {!isKept && !locked && <MayNot may={preview.data?.tell.may} />}
                {stale && kept && (
                  <Conflict
                    by={kept.by.name}
                    theirs={job.said[kept.id]}
                    mine={reading}
                    onKeep={() => draft.look(kept.id)}
                    onDrop={() => {
                      sending.forget()
                      draft.drop()
                    }}
                  />
                )}
                {correcting && !locked && (
                  <Correction
                    reason={reason}
                    onReason={setReason}
                    amends={amends}
                    error={problem?.errors?.find((e) => e.field === 'reason')?.message}
                    onEnter={() => keep()}
                  />
                )}
                {asking === 'skip' && (
                  <Skip
                    away={step.panel.away === true}
                    proposed={step.panel.proposed}
                    onKeep={(skip, absent) => keep({ skip, absent })}
                    onCancel={() => setAsking(null)}
                  />
                )}
                {draft.aside.map((a) => (
                  <SetAside
                    key={a.at}
                    aside={a}
                    by={shop.data?.people.find((p) => p.id === a.person)?.name}
                    onDiscard={() => draft.discard(a.at)}
                  />
                ))}
                {!me && !locked && (
                  <Note>Say at the top who is working. Every entry carries a name.</Note>
                )}
                {others.length > 0 && !isKept && (
                  <Box role="note" sx={{ fontWeight: 500 }}>
                    {others.map((h) => `${h.by.name} began this at ${hour(h.since)}`).join(', ')}.
                  </Box>
                )}
                {step.panel.proposed && !step.entry && (
                  <Note>Last time it was not on this pump: {step.panel.proposed}.</Note>
                )}
                {step.again && <Note>To be done again. {step.again}.</Note>}
                <Marked step={step} />
                {step.compound && <Box sx={{ fontWeight: 500 }}>Goes on it: {step.compound}</Box>}
                {step.state === 'blocked' && live && (
                  <Box role="note" sx={{ fontWeight: 500 }}>
                    {step.blocked}
                  </Box>
                )}
                <Actions
                  main={main}
                  again={againRef}
                  red={red}
                  job={job}
                  step={step}
                  next={next}
                  me={me}
                  isKept={isKept}
                  typed={typed}
                  locked={locked}
                  stale={stale}
                  amends={amends}
                  ticking={ticking}
                  busy={sending.pending}
                  onNext={() => next && onNext(next.id)}
                  onKeep={() => keep()}
                  onClear={() => {
                    sending.forget()
                    draft.drop()
                    hand.letGo()
                    setTimeout(focus.firstBox)
                  }}
                  onAgain={again}
                  onLeaveOut={mayLeaveOut && !asking ? () => setAsking('skip') : undefined}
                  onWithdraw={mayWithdraw ? () => setAsking('withdraw') : undefined}
                />
                <Refused problem={problem} stale={stale} correcting={correcting} />
                {step.panel.tool === 'shim' && (
                  <Suspense>
                    <Stack />
                  </Suspense>
                )}
                <Behind step={step} reading={reading} />
                <GaugeInHand />
                {step.check && <Before job={job} step={step} />}
                <Pictures job={job.number} step={step} disabled={!live || locked} />
                {live && !paper.written && <FromPaper paper={paper} />}
                <KeptBy job={job} step={step} shown={isKept} />
              </Box>
            </Box>
          </Box>
          {wide ? (
            <Box component="aside" aria-label="What this tells you" sx={aside}>
              {tellColumn}
            </Box>
          ) : (
            <Drawer
              anchor="right"
              open={tells}
              onClose={() => onTells(false)}
              slotProps={{ paper: { sx: { width: 320, p: 4, background: ink('stone') } } }}
            >
              {tellColumn}
            </Drawer>
          )}
        </Box>
        {(asking === 'withdraw' || asking === 'decision') && (
          <ReasonDialog
            title={asking === 'withdraw' ? 'Withdraw this entry' : 'Withdraw this decision'}
            text={
              asking === 'withdraw'
                ? 'The step opens again. The entry stays in the log and on the sheet, with your reason beside it.'
                : 'The reading waits for a decision again. The decision stays on the sheet, with your reason beside it.'
            }
            label="Why is it withdrawn?"
            usual={slips}
            action="Withdraw"
            busy={sending.pending}
            error={problem?.detail}
            onReason={(why) => take(asking === 'withdraw' ? step.entry : step.decision?.entry, why)}
            onClose={() => {
              sending.forget()
              setAsking(null)
            }}
          />
        )}
      </EntryContext>
    </PanelContext>
  )
}

const section = {
  p: 5,
  pt: 3,
  pb: 3,
  background: ink('panel'),
  outline: 'none',
  minWidth: 0,
  display: 'flex',
  flexDirection: 'column',
} as const
const halves = {
  display: 'grid',
  gridTemplateColumns: { xs: '1fr', sm: 'minmax(0, 1fr) 226px' },
  gap: 5,
  mt: 2,
  flex: 1,
  alignItems: 'start',
} as const
const aside = {
  borderLeft: `1px solid ${ink('rule')}`,
  p: 4,
  background: ink('stone'),
  minWidth: 0,
} as const

/** Out, or nothing to be sure of: Enter does not go on from there. */
const passesNothing = (v: Verdict | undefined) => v === 'out' || v === 'undecided'

/** The server is newer than the page that runs here. */
const Unknown = () => (
  <Note>This page does not know the instrument of this step. Load the page again.</Note>
)

function Note({ children }: { children: React.ReactNode }) {
  return (
    <Box role="note" sx={{ color: ink('close'), fontWeight: 500 }}>
      {children}
    </Box>
  )
}

const hour = (at: string) => new Date(at).toLocaleTimeString(undefined, { timeStyle: 'short' })

const when = (at: string) =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

/** Whose entry stands here, and how it came. */
function KeptBy({ job, step, shown }: { job: JobView; step: Step; shown: boolean }) {
  const kept = job.log.find((e) => e.id === step.entry)
  if (!shown || !kept) return null
  return (
    <Typography variant="body2">
      {kept.kind === 'amended' ? 'Amended' : 'Kept'} by {kept.by.name}, {when(kept.at)}
      {step.entries! > 1 ? `, entry ${step.entries}` : ''}
      {kept.done_by || kept.done_at
        ? `. Done${kept.done_by ? ` by ${kept.done_by}` : ''}${kept.done_at ? ` at ${when(kept.done_at)}` : ''}`
        : ''}
      {kept.on_paper ? '. Written on paper, typed in by ' + kept.by.name : ''}
    </Typography>
  )
}
