import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { ApiError, useAppend } from '../api/client'
import type { JobView, Sheet } from '../api/types'
import { condensed, ink, size } from '../theme'
import { ReasonDialog } from './ReasonDialog'

type Scope = NonNullable<Sheet['scope']>
type Call = Scope['calls'][number]

/** Sends a change of the scope: one id for each, however often it is tried. */
function useScoping(job: JobView) {
  const append = useAppend(job.number)
  const id = useRef(crypto.randomUUID())
  return {
    pending: append.isPending,
    error: append.error instanceof ApiError ? append.error.message : undefined,
    send: (to: string, not: string[], reason: string, after: () => void) => {
      append.mutate(
        { id: id.current, kind: 'scoped', reason, scope: { to, not } },
        {
          onSuccess: () => {
            id.current = crypto.randomUUID()
            after()
          },
        },
      )
    },
  }
}

/** How much of the work this job is, above the order of work, and how it is changed. */
export function ScopeLine({ job }: { job: JobView }) {
  const [asks, setAsks] = useState(false)
  const { scope, state } = job.sheet
  if (!scope) return null
  const over = state === 'signed' || state === 'ended'
  return (
    <>
      <ButtonBase
        data-scope
        disabled={over}
        onClick={() => setAsks(true)}
        sx={{
          gridColumn: '1 / -1',
          minHeight: 45,
          px: 3,
          gap: 2,
          justifyContent: 'space-between',
          textAlign: 'left',
          borderBottom: `1px solid ${ink('hair')}`,
          outlineOffset: '-3px !important',
        }}
      >
        <Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600 }}>{scope.title}</Box>
          {scope.arrives && (
            <Box sx={{ fontSize: size.minor, color: ink('ink2') }}>{scope.arrives}</Box>
          )}
        </Box>
        {!over && (
          <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>Change</Box>
        )}
      </ButtonBase>
      {asks && <ScopeDialog job={job} scope={scope} onClose={() => setAsks(false)} />}
    </>
  )
}

function ScopeDialog({ job, scope, onClose }: { job: JobView; scope: Scope; onClose: () => void }) {
  const scoping = useScoping(job)
  const [to, setTo] = useState('')
  const covers = scope.choices.find((c) => c.key === to)?.covers
  return (
    <ReasonDialog
      title="How much of the work is it?"
      text={`Now: ${scope.title}. What was entered stays on the sheet, whatever the scope.`}
      label="Why is it changed?"
      action="Change the scope"
      ready={to !== ''}
      busy={scoping.pending}
      error={scoping.error}
      onReason={(reason) => scoping.send(to, [], reason, onClose)}
      onClose={onClose}
    >
      <ToggleButtonGroup
        exclusive
        orientation="vertical"
        value={to}
        aria-label="Scope"
        onChange={(_, key: string | null) => setTo(key ?? '')}
      >
        {scope.choices
          .filter((c) => c.key !== scope.key)
          .map((c) => (
            <ToggleButton key={c.key} value={c.key} data-to={c.key}>
              {c.title}
            </ToggleButton>
          ))}
      </ToggleButtonGroup>
      {covers && <Box sx={{ color: ink('ink2') }}>{covers}</Box>}
    </ReasonDialog>
  )
}

/** What calls for another scope: the work goes on when somebody has widened it, or said why not. */
export function Calls({ job }: { job: JobView }) {
  return job.sheet.scope?.calls.map((call) => <Calling key={call.key} job={job} call={call} />)
}

function Calling({ job, call }: { job: JobView; call: Call }) {
  const scoping = useScoping(job)
  const [otherwise, setOtherwise] = useState(false)
  const scope = job.sheet.scope!
  return (
    <Box
      role="alert"
      data-calls={call.key}
      sx={{
        px: 4,
        py: 2,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 2,
        alignItems: 'center',
        background: ink('paper'),
        border: `2px solid ${ink('close')}`,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 260 }}>
        <strong>This job is a {scope.title.toLowerCase()}.</strong> But {call.why}: it calls for{' '}
        {call.title.toLowerCase()}. What comes after waits.
      </Box>
      <Button
        variant="contained"
        disabled={scoping.pending}
        onClick={() => scoping.send(call.to, [], '', () => {})}
      >
        Widen to {call.title.toLowerCase()}
      </Button>
      <Button variant="outlined" onClick={() => setOtherwise(true)}>
        Decide otherwise
      </Button>
      {scoping.error && !otherwise && (
        <Box sx={{ color: ink('out'), fontWeight: 500 }}>{scoping.error}</Box>
      )}
      {otherwise && (
        <ReasonDialog
          title={`It stays a ${scope.title.toLowerCase()}`}
          text={`Although ${call.why}. The reason stands on the sheet.`}
          label="Why does it stay?"
          action="It stays"
          busy={scoping.pending}
          error={scoping.error}
          onReason={(reason) =>
            scoping.send(scope.key, [call.key], reason, () => setOtherwise(false))
          }
          onClose={() => setOtherwise(false)}
        />
      )}
    </Box>
  )
}
