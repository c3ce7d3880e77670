import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import type { Step } from '../api/types'
import { condensed, ink, size } from '../theme'

/** How a step is done: its lines in the order of work, the tools, where a dial stands, what is right, and
 * what to do if it is not. */
export function HowTo({
  step,
  why,
  onGo,
}: {
  step: Step
  why: boolean
  onGo: (step: string) => void
}) {
  const { lines, tools = [], setup, if_not: ifNot, search = [] } = step
  return (
    <Box data-how sx={{ color: ink('ink2'), mt: 1, fontSize: size.body }}>
      {lines ? (
        <Box component="ol" sx={{ m: 0, pl: 5, '& li': { pl: 1, color: ink('ink') } }}>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      ) : (
        step.how
      )}{' '}
      {why && step.why}
      {tools.length > 0 && <Row name="Tools">{tools.join(', ')}</Row>}
      {setup && (
        <Row name="Dial">
          base on {setup.base}, plunger on {setup.plunger}
          {setup.turned && `, turned: ${setup.turned}`}
        </Row>
      )}
      {step.right && <Row name="Right">{step.right}</Row>}
      {ifNot && (
        <Row name="If not">
          {ifNot.says}{' '}
          {ifNot.back && (
            <Button
              variant="text"
              data-back={ifNot.back}
              onClick={() => onGo(ifNot.back!)}
              sx={{ px: 1, textAlign: 'left' }}
            >
              Go back to: {ifNot.title}
            </Button>
          )}
        </Row>
      )}
      {search.length > 0 && <Row name="Also called">{search.join(', ')}</Row>}
    </Box>
  )
}

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, mt: 0.5, alignItems: 'baseline' }}>
      <Box
        component="span"
        sx={{ fontFamily: condensed, fontWeight: 600, minWidth: 76, color: ink('ink') }}
      >
        {name}
      </Box>
      <Box sx={{ minWidth: 0, flex: 1 }}>{children}</Box>
    </Box>
  )
}
