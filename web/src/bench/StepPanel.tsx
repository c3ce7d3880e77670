import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Drawer from '@mui/material/Drawer'
import Typography from '@mui/material/Typography'
import { ApiError, useAppend, usePreview, useShop } from '../api/client'
import type { Body, Entry, FieldError, JobView, Step } from '../api/types'
import { Key } from '../app/HelpDialog'
import { useKeys } from '../app/keys'
import { useSettings } from '../app/settings'
import { NextTime } from '../pumps/NextTime'
import { condensed, ink } from '../theme'
import { blank, tidy, useDraft, useSettled } from './draft'
import { EntryContext } from '../entry/EntryBox'
import { PanelContext } from './panel'
import { instruments } from './panels'
import { Causes } from './Causes'
import { Conflict, Correction, Skip } from './Notices'
import { Pictures } from './Pictures'
import { Result } from './Result'
import { Tells } from './Tells'

interface Props {
  job: JobView
  step: Step
  next: Step | undefined
  onNext: (step: string) => void
  wide: boolean
  tells: boolean
  onTells: (open: boolean) => void
}

/** One step on the bench: its instrument, what it comes to, and what that tells. */
export function StepPanel({ job, step, next, onNext, wide, tells, onTells }: Props) {
  const { unit, person } = useSettings()
  const shop = useShop()
  const append = useAppend(job.number)
  const root = useRef<HTMLDivElement>(null)
  const main = useRef<HTMLButtonElement>(null)
  const kept = useMemo(() => job.log.find((e) => e.id === step.entry), [job.log, step.entry])
  const draft = useDraft(job.number, step, step.again ? undefined : kept?.body, unit)
  const { body, typed } = draft
  const [reason, setReason] = useState('')
  const [field, setField] = useState('')
  const [tried, setTried] = useState(false)
  const [skipping, setSkipping] = useState(false)
  const [ours, setOurs] = useState(0)
  const sent = useRef({ id: '', text: '' })

  const signed = job.sheet.state === 'signed'
  const locked = step.state === 'blocked' || (signed && !step.follows)
  // A step sent back to be done again is not kept, whatever stands there from the round before.
  const isKept = step.entry !== undefined && !typed && !step.again
  const settled = useSettled(tidy(body), typed ? 60 : 0)
  const preview = usePreview(
    job.number,
    step.id,
    step.panel.instrument === 'ack' || step.panel.instrument === 'sign' ? null : settled,
  )
  const error = append.error instanceof ApiError ? append.error.problem : null
  // While ours is on its way the entry that turns up is our own.
  const stale = typed && !append.isPending && step.entry !== undefined && draft.seen !== step.entry
  const latest: Entry | undefined = stale ? kept : undefined
  // A first entry on its way is no correction; one sent as a correction stays one.
  const correcting =
    typed &&
    kept !== undefined &&
    !stale &&
    !step.again &&
    (!append.isPending || append.variables?.on !== undefined)

  const errors: FieldError[] = useMemo(() => {
    const now = (preview.data?.errors ?? []).filter((e) => e.field !== field)
    // What the last attempt was refused for stays until the field is typed again.
    const then = (tried && error?.errors ? error.errors : []).filter(
      (e) => !now.some((x) => x.field === e.field),
    )
    return [...now, ...then]
  }, [preview.data, field, tried, error])

  function send(
    entry: { kind: 'kept' | 'decided'; body?: Body; on?: string; reason?: string },
    after: (job: JobView) => void,
  ) {
    if (!person) {
      document.getElementById('who')?.click()
      return
    }
    const text = JSON.stringify(entry)
    // The same entry sent again, after an answer that never came, keeps its id.
    if (sent.current.text !== text) sent.current = { id: crypto.randomUUID(), text }
    setTried(true)
    append.mutate(
      { id: sent.current.id, by: person, step: step.id, ...entry },
      {
        onSuccess: (answer) => {
          sent.current = { id: '', text: '' }
          setTried(false)
          setReason('')
          setSkipping(false)
          draft.drop()
          after(answer)
        },
        onError: (e) => {
          const first = e instanceof ApiError ? e.problem.errors?.[0]?.field : undefined
          // The boxes of a calculator have the names of its own contract.
          const box =
            first &&
            [first, first.replace(/^body\.(tool|heat\.input)\./, '')]
              .map((name) =>
                root.current?.querySelector<HTMLInputElement>(`[data-field="${CSS.escape(name)}"]`),
              )
              .find((b) => b)
          if (box) box.focus()
        },
      },
    )
  }

  function keep(as?: Body) {
    if (locked || append.isPending) return
    const b = as ?? tidy(body)
    send(
      {
        kind: 'kept',
        body: b,
        on: draft.seen || undefined,
        reason: kept ? step.again || reason : undefined,
      },
      (answer) => {
        const ack = step.panel.instrument === 'ack'
        const after = answer.sheet.stages.flatMap((s) => s.steps)
        const at = after.findIndex((s) => s.id === step.id)
        const to =
          after[at + 1]?.state === 'open' && !after[at + 1].follows
            ? after[at + 1].id
            : answer.sheet.next
        // The new sheet reaches the screen a turn later; before that the next step
        // would still stand there as blocked.
        if (ack && to) setTimeout(() => onNext(to))
        else setOurs((n) => n + 1)
      },
    )
  }

  const focusFirst = useEffectEvent(() => {
    const boxes = [
      ...(root.current?.querySelectorAll<HTMLElement>('[data-entry]') ?? []),
    ] as HTMLInputElement[]
    const tick = step.panel.torque && root.current?.querySelector<HTMLElement>('[data-tick]')
    const box = tick || (boxes.find((b) => b.value === '') ?? boxes[0])
    // Where digits choose, they must not fall into a box.
    const digits = ['turn', 'inspect'].includes(step.panel.instrument)
    if (digits && !isKept && !locked) root.current?.focus({ preventScroll: true })
    else if (box && !isKept && !locked) box.focus({ preventScroll: true })
    else (main.current ?? root.current)?.focus({ preventScroll: true })
  })
  useEffect(() => {
    focusFirst()
  }, [locked])
  // After what was kept here comes Enter for the next step. The sheet with the
  // entry and the draft's end may reach the screen in either order.
  useEffect(() => {
    if (ours && isKept) main.current?.focus()
  }, [ours, isKept])

  const boxes = () => [...(root.current?.querySelectorAll<HTMLInputElement>('[data-entry]') ?? [])]
  function onKeyDown(e: React.KeyboardEvent) {
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey) return
    // A key held down keeps once and does not run on into the next step.
    if (e.key === 'Enter' && e.repeat) {
      e.preventDefault()
      return
    }
    const target = e.target as HTMLElement
    const entry = target.hasAttribute('data-entry')
    if (e.key === 'Enter' && entry) {
      e.preventDefault()
      const all = boxes()
      const to = all[all.indexOf(target as HTMLInputElement) + (e.shiftKey ? -1 : 1)]
      if (to) {
        to.focus()
        to.select()
      } else if (!e.shiftKey) keep()
    } else if (e.key === 'Backspace' && entry && (target as HTMLInputElement).value === '') {
      e.preventDefault()
      const all = boxes()
      const to = all[all.indexOf(target as HTMLInputElement) - 1]
      if (to) {
        to.focus()
        to.select()
      }
    } else if (e.key === 'Escape' && (entry || target.tagName === 'INPUT')) {
      e.preventDefault()
      root.current?.focus()
    } else if (
      e.key === 'Enter' &&
      (target === root.current ||
        target.getAttribute('role') === 'checkbox' ||
        target.getAttribute('role') === 'radio')
    ) {
      e.preventDefault()
      if (isKept) {
        if (next) onNext(next.id)
      } else keep()
    }
  }
  useKeys({
    e: () => {
      const all = boxes()
      ;(all.find((b) => b.value === '') ?? all[0])?.focus()
    },
    s: () => !locked && skippable(step) && setSkipping(true),
    d: () => document.querySelector<HTMLElement>('[data-decide]')?.focus(),
  })

  const Instrument = instruments[step.panel.instrument]
  // An answer to what was typed before says nothing of what is kept.
  const live = typed || !preview.isPlaceholderData ? preview.data?.reading : undefined
  const reading = typed || !step.reading ? live : { ...step.reading, ...live }
  const me = shop.data?.people.find((p) => p.id === person)
  const ack = step.panel.instrument === 'ack'
  const measured = step.kind === 'measure'
  // While there are bolts to tick, Enter ticks the next one.
  const { order = [], passes = [] } = step.panel
  const ticking =
    step.panel.instrument === 'torque' &&
    (body.torque?.ticks.length ?? 0) < order.length * (passes.length + 1)
  const first = !signed && job.sheet.stages[0].steps.some((s) => s.id === step.id)
  const value = {
    job,
    step,
    body,
    reading,
    disabled: locked,
    change: (b: Body) => {
      setTried(false)
      draft.change(b)
    },
    keep: () => keep(),
    kept: isKept,
  }
  const entering = {
    unit: body.unit,
    errors,
    echo: preview.data?.tell.echo ?? [],
    disabled: locked,
    setField,
  }
  const tellColumn = (
    <>
      <Tells
        step={step}
        reading={reading}
        tell={preview.data?.tell}
        kept={isKept}
        busy={append.isPending}
        onDecide={(why) =>
          send({ kind: 'decided', on: step.entry, reason: why }, () => setOurs((n) => n + 1))
        }
      />
      <Box sx={{ mt: 3, display: 'grid' }}>
        <Causes causes={job.sheet.causes} />
      </Box>
      {first && <NextTime tag={job.pump.tag} />}
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
            onKeyDown={onKeyDown}
            aria-labelledby="step-title"
            sx={{
              p: 5,
              pt: 3,
              pb: 3,
              background: ink('panel'),
              outline: 'none',
              minWidth: 0,
              display: 'flex',
              flexDirection: 'column',
            }}
          >
            <Typography id="step-title" variant="h1" component="h2">
              {step.title}
            </Typography>
            <Typography sx={{ color: ink('ink2'), mt: 1, fontSize: '1rem' }}>
              {step.how} {!wide && step.why}
            </Typography>
            <Cautions step={step} />
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: '1fr', sm: 'minmax(0, 1fr) 226px' },
                gap: 5,
                mt: 2,
                flex: 1,
                alignItems: 'start',
              }}
            >
              <Box sx={{ minWidth: 0 }}>{Instrument && <Instrument />}</Box>
              <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2, minWidth: 0 }}>
                <Result step={step} reading={reading} />
                {latest && (
                  <Conflict
                    entry={latest}
                    mine={reading}
                    onKeep={() => draft.look(latest.id)}
                    onDrop={() => {
                      append.reset()
                      draft.drop()
                    }}
                  />
                )}
                {correcting && !locked && (
                  <Correction
                    reason={reason}
                    onReason={setReason}
                    error={
                      tried ? error?.errors?.find((e) => e.field === 'reason')?.message : undefined
                    }
                    onEnter={() => keep()}
                  />
                )}
                {skipping && (
                  <Skip onKeep={(why) => keep({ skip: why })} onCancel={() => setSkipping(false)} />
                )}
                {!me && !locked && (
                  <Box role="note" sx={{ color: ink('close'), fontWeight: 500 }}>
                    Say at the top who is working. Every entry carries a name.
                  </Box>
                )}
                {step.again && (
                  <Box role="note" sx={{ color: ink('close'), fontWeight: 500 }}>
                    To be done again. {step.again}.
                  </Box>
                )}
                {step.compound && <Box sx={{ fontWeight: 500 }}>Goes on it: {step.compound}</Box>}
                {locked && (
                  <Box role="note" sx={{ fontWeight: 500 }}>
                    {signed ? 'This job is signed. Nothing is entered any more.' : step.blocked}
                  </Box>
                )}
                {isKept ? (
                  <Button
                    ref={main}
                    data-main
                    data-next
                    variant="contained"
                    sx={mainButton}
                    onClick={() => next && onNext(next.id)}
                    disabled={!next}
                  >
                    {next ? (
                      <>
                        Next: {next.short} <Key on>Enter</Key>
                      </>
                    ) : (
                      'The last step'
                    )}
                  </Button>
                ) : (
                  !stale &&
                  !locked && (
                    <Button
                      ref={main}
                      data-main
                      variant="contained"
                      sx={mainButton}
                      onClick={() => keep()}
                      aria-disabled={append.isPending}
                    >
                      {ack ? (
                        <>Done{step.kind === 'caution' && me ? `, ${me.name}` : ''}</>
                      ) : step.kind === 'sign' ? (
                        'Sign and lock'
                      ) : measured || step.kind === 'turn' ? (
                        `Keep ${step.phase === 'found' ? 'as found' : 'as built'}`
                      ) : (
                        'Keep'
                      )}{' '}
                      {!ticking && <Key on>Enter</Key>}
                    </Button>
                  )
                )}
                {!locked && !ack && typed && !stale && (
                  <Button
                    variant="outlined"
                    onClick={() => {
                      append.reset()
                      setTried(false)
                      draft.drop()
                      setTimeout(() => boxes()[0]?.focus())
                    }}
                  >
                    {kept ? 'Leave it as it was' : 'Clear'}
                  </Button>
                )}
                {!locked && isKept && !ack && step.kind !== 'sign' && (
                  <Button
                    variant="outlined"
                    onClick={() => {
                      draft.change(blank(step, unit))
                      setTimeout(() => boxes()[0]?.focus())
                    }}
                  >
                    {measured ? 'Measure again' : 'Enter again'}
                  </Button>
                )}
                {!locked && !step.entry && !typed && !skipping && skippable(step) && (
                  <Button
                    variant="text"
                    onClick={() => setSkipping(true)}
                    sx={{ alignSelf: 'flex-start', p: 0 }}
                  >
                    Leave out, with a reason
                  </Button>
                )}
                {tried &&
                  error &&
                  error.status !== 409 &&
                  !(correcting && error.errors?.[0]?.field === 'reason') && (
                    <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
                      {words(error.detail)}
                    </Box>
                  )}
                {tried && error?.status === 409 && !stale && (
                  <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
                    {error.detail}
                  </Box>
                )}
                <Pictures job={job.number} step={step} disabled={signed && !step.follows} />
                {isKept && kept && (
                  <Typography variant="body2">
                    Kept by {kept.by.name},{' '}
                    {new Date(kept.at).toLocaleString(undefined, {
                      dateStyle: 'medium',
                      timeStyle: 'short',
                    })}
                    {step.entries! > 1 ? `, entry ${step.entries}` : ''}
                  </Typography>
                )}
              </Box>
            </Box>
          </Box>
          {wide ? (
            <Box
              component="aside"
              aria-label="What this tells you"
              sx={{
                borderLeft: `1px solid ${ink('rule')}`,
                p: 4,
                background: ink('stone'),
                minWidth: 0,
              }}
            >
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
      </EntryContext>
    </PanelContext>
  )
}

const mainButton = { minHeight: 56, fontSize: '1.25rem', gap: 2.5, lineHeight: 1.1 }

const skippable = (step: Step) => !['do', 'caution', 'sign'].includes(step.kind)

/** A refusal without the path of the field, which the person sees marked. */
const words = (detail: string) =>
  detail.replace(/^body\.[\w.[\]]+: /, (path) => {
    const place = /readings\[(\d+)\]|trials\[(\d+)\]|positions\[(\d+)\]|marks\[(\d+)\]/.exec(path)
    const n = place?.slice(1).find((x) => x !== undefined)
    return n === undefined ? '' : `Box ${Number(n) + 1}: `
  })

function Cautions({ step }: { step: Step }) {
  if (!step.cautions?.length) return null
  return (
    <Box
      role="note"
      aria-label="Caution"
      sx={{ mt: 2.5, border: `2px solid ${ink('ink')}`, background: ink('paper'), display: 'flex' }}
    >
      <Box
        sx={{
          background: ink('ink'),
          color: ink('panel'),
          px: 2.5,
          display: 'flex',
          alignItems: 'center',
          gap: 2,
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: '1.125rem',
        }}
      >
        <svg
          width="22"
          height="20"
          viewBox="0 0 22 20"
          aria-hidden
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
        >
          <path d="M11 2 20 18H2zM11 8v5M11 14.8v1.4" />
        </svg>
      </Box>
      <Box
        component="ul"
        sx={{
          m: 0,
          py: 1.5,
          pl: step.cautions.length > 1 ? 6 : 3,
          pr: 3,
          listStyle: step.cautions.length > 1 ? 'disc' : 'none',
          '& li': { my: 0.5, fontWeight: 500, fontSize: '1rem' },
        }}
      >
        {step.cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </Box>
    </Box>
  )
}
