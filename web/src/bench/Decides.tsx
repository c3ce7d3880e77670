import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import type { Sheet, Step } from '../api/types'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { OutcomeShape, VerdictShape, outcomeWord } from '../shapes/Verdict'
import { ink, size } from '../theme'

interface Props {
  sheet: Sheet
  step: Step
  /** goes to a step of the job */
  onGo: (step: string) => void
}

/** What a reading condemns; on a part, the readings that decide it. One leads to the other. */
export function Decides({ sheet, step, onGo }: Props) {
  const { show, unit } = useUnit()
  const { judged = [] } = sheet
  const part = judged.find((p) => p.step === step.id)
  const condemned = judged.flatMap((p) =>
    p.by
      .filter((b) => b.step === step.id || (b.check && b.check === step.check))
      .slice(0, 1)
      .map((by) => ({ ...p, by })),
  )
  if (!part && condemned.length === 0) return null
  return (
    <Box sx={{ mt: 3 }} data-decides>
      <Typography variant="h3" sx={{ mb: 1, color: ink('ink2') }}>
        {part ? 'Readings that decide it' : 'Out of its limit it condemns'}
      </Typography>
      {part?.by.map((by) => {
        const line = sheet.checks.find((c) => c.check === by.check)
        const taken = line?.built ?? line?.found
        return (
          <Row key={by.step} onClick={() => onGo(by.step)}>
            <VerdictShape verdict={taken?.verdict} size={14} />
            <Box sx={{ flex: 1 }}>{by.title}</Box>
            {line && (
              <strong>
                {show(judgedFigure(taken), '––')} {judgedFigure(taken) && unit}
              </strong>
            )}
          </Row>
        )
      })}
      {condemned.map((p) => (
        <Row key={p.part} onClick={() => p.step && onGo(p.step)}>
          <OutcomeShape outcome={p.by.outcome} size={14} />
          <Box sx={{ flex: 1 }}>{p.title}</Box>
          <strong>{outcomeWord(p.by.outcome)}</strong>
        </Row>
      ))}
    </Box>
  )
}

function Row({ children, onClick }: { children: React.ReactNode; onClick: () => void }) {
  return (
    <ButtonBase
      onClick={onClick}
      sx={{
        display: 'flex',
        width: '100%',
        minHeight: 45,
        gap: 2,
        textAlign: 'left',
        borderBottom: `1px solid ${ink('hair')}`,
        fontSize: size.body,
      }}
    >
      {children}
    </ButtonBase>
  )
}
