import { Choice } from '../../app/Choice'
import { usePanel } from '../panel'

const words = { snug: 'Snug by hand', wrench: 'Tight by wrench' } as const

/** How tight a joint is that the papers give no torque for; then no torque is asked. */
export function Tight() {
  const { step, body, change, disabled, kept, focus } = usePanel()
  const { tights } = step.panel
  if (!tights) return null
  return (
    <Choice
      label="No torque is known. How tight"
      value={body.tight}
      disabled={disabled || kept}
      onChange={(tight) => {
        change({ ...body, done: undefined, torque: undefined, tight })
        setTimeout(focus.main)
      }}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 2 }}
      optionSx={{ minHeight: 44 }}
      options={tights.map((t) => ({
        value: t as 'snug' | 'wrench',
        data: { 'data-tight': t },
        label: words[t as 'snug' | 'wrench'],
      }))}
    />
  )
}
