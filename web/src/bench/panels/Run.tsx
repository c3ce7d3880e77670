import { useRef } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useAppend } from '../../api/client'
import type { JobView, Step } from '../../api/types'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { VerdictShape } from '../../shapes/Verdict'
import { ink, size } from '../../theme'
import { usePanel } from '../panel'

/** A small act: nothing to read, nothing to be careful about. */
const small = (s: Step) => s.kind === 'do' && !s.cautions && !s.warnings && !s.notices && !s.if_not

/** The small acts that stand in a row with a step; a caution or anything else ends the row. */
function runOf(job: JobView, step: Step): Step[] {
  const steps = job.sheet.stages.find((s) => s.steps.some((x) => x.id === step.id))?.steps ?? []
  const at = steps.findIndex((s) => s.id === step.id)
  if (at < 0 || !small(step)) return []
  let from = at
  let to = at
  while (from > 0 && small(steps[from - 1]!)) from--
  while (to + 1 < steps.length && small(steps[to + 1]!)) to++
  return steps.slice(from, to + 1)
}

/** Small acts as one list: Enter ticks the one at hand, and the last tick is taken back at once. */
export function Run() {
  const { job, step, disabled, go } = usePanel()
  const run = runOf(job, step)
  const last = run[run.findIndex((s) => s.id === step.id) - 1]
  const back = useTakeBack(job.number, last, go)
  useKeys(last?.entry && !disabled ? { z: back } : {})
  if (run.length < 2) return null
  return (
    <Box sx={{ mt: 2 }}>
      <Box component="ol" data-run sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {run.map((s) => (
          <Box
            component="li"
            key={s.id}
            aria-current={s.id === step.id ? 'step' : undefined}
            sx={{
              display: 'flex',
              gap: 2,
              alignItems: 'center',
              minHeight: 36,
              px: 1.5,
              borderBottom: `1px solid ${ink('hair')}`,
              fontWeight: s.id === step.id ? 600 : 400,
              borderLeft: `6px solid ${s.id === step.id ? ink('brass') : 'transparent'}`,
            }}
          >
            <VerdictShape verdict={s.state === 'done' ? 'within' : ''} size={14} />
            <Box sx={{ flex: 1 }}>{s.title}</Box>
            {s.reading?.absent && (
              <Box sx={{ color: ink('ink2'), fontSize: size.minor }}>{s.reading.text}</Box>
            )}
          </Box>
        ))}
      </Box>
      {last?.entry && !disabled && (
        <Button variant="text" sx={{ mt: 1, px: 0 }} onClick={back}>
          Take back: {last.short} <Key>z</Key>
        </Button>
      )}
    </Box>
  )
}

/** Takes the tick of a step back, as one ticked by mistake, and goes there. */
function useTakeBack(job: string, last: Step | undefined, go: (step: string) => void) {
  const append = useAppend(job)
  const id = useRef(crypto.randomUUID())
  return () => {
    if (!last?.entry || append.isPending) return
    append.mutate(
      {
        id: id.current,
        kind: 'withdrawn',
        step: last.id,
        on: last.entry,
        reason: 'Ticked by mistake',
      },
      {
        onSuccess: () => {
          id.current = crypto.randomUUID()
          setTimeout(() => go(last.id))
        },
      },
    )
  }
}
