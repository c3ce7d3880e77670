import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { JobView, Person, Step } from '../api/types'
import { Key } from '../app/Key'
import { size } from '../theme'

interface Props {
  main: React.RefObject<HTMLButtonElement | null>
  again: React.RefObject<HTMLButtonElement | null>
  /** what stands here passes nothing: Enter does not go on */
  red: boolean
  job: JobView
  step: Step
  next: Step | undefined
  me: Person | undefined
  isKept: boolean
  typed: boolean
  locked: boolean
  stale: boolean
  amends: boolean
  ticking: boolean
  busy: boolean
  onNext: () => void
  onKeep: () => void
  onClear: () => void
  onAgain: () => void
  onLeaveOut: (() => void) | undefined
  onWithdraw: (() => void) | undefined
}

/** What can be done with a step, the main thing first. */
export function Actions(props: Props) {
  const { main, again, job, step, next, isKept, typed, locked, stale, amends, busy } = props
  const ack = step.panel.instrument === 'ack'
  const signed = job.sheet.state === 'signed'
  return (
    <>
      {signed && !step.follows && !typed && (
        <Typography sx={{ fontWeight: 500 }}>This job is signed.</Typography>
      )}
      {isKept || (signed && !typed && !step.follows) ? (
        <Button
          ref={main}
          data-main
          data-next
          variant={props.red ? 'outlined' : 'contained'}
          size="large"
          onClick={props.onNext}
          disabled={!next}
        >
          {next ? (
            <>
              <Box component="span" sx={next.short.length > 24 ? long : undefined}>
                Next: {next.short}
              </Box>{' '}
              <Key on>{props.red ? 'n' : 'Enter'}</Key>
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
            size="large"
            onClick={props.onKeep}
            aria-disabled={busy}
          >
            {mainWords(props)} {!props.ticking && step.kind !== 'sign' && <Key on>Enter</Key>}
          </Button>
        )
      )}
      {!locked && !ack && typed && !stale && (
        <Button variant="outlined" onClick={props.onClear}>
          {step.entry ? 'Leave it as it was' : 'Clear'}
        </Button>
      )}
      {!locked && isKept && !ack && step.kind !== 'sign' && (
        <Button
          ref={again}
          data-again
          variant={props.red ? 'contained' : 'outlined'}
          onClick={props.onAgain}
        >
          {step.kind === 'measure' ? 'Measure again' : 'Enter again'}
        </Button>
      )}
      {amends && !typed && (
        <Button variant="outlined" data-amend onClick={props.onAgain}>
          Amend, with a reason
        </Button>
      )}
      {props.onWithdraw && (
        <Button variant="text" sx={aside} data-withdraw onClick={props.onWithdraw}>
          Withdraw <Key>w</Key>
        </Button>
      )}
      {props.onLeaveOut && (
        <Button variant="text" sx={aside} onClick={props.onLeaveOut}>
          {step.panel.away ? 'Not here, with a reason' : 'Leave out, with a reason'} <Key>s</Key>
        </Button>
      )}
    </>
  )
}

/** A long title stands smaller, on two lines at most. */
const long = {
  fontSize: size.label,
  lineHeight: 1.2,
  textAlign: 'left',
  display: '-webkit-box',
  WebkitLineClamp: 2,
  WebkitBoxOrient: 'vertical',
  overflow: 'hidden',
} as const

const aside = { alignSelf: 'flex-start', px: 0, gap: 2, textAlign: 'left' } as const

function mainWords({ step, me, amends }: Props) {
  if (amends) return 'Sign the amendment'
  if (step.panel.instrument === 'ack')
    return `Done${step.kind === 'caution' && me ? `, ${me.name}` : ''}`
  if (step.kind === 'sign') return 'Sign and lock'
  if (step.kind === 'measure' || step.kind === 'turn')
    return `Keep ${step.phase === 'found' ? 'as found' : 'as built'}`
  return 'Keep'
}
