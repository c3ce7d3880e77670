import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { PumpView, Verdict } from '../api/types'
import { useUnit } from '../app/settings'
import { WearPlot } from '../pictures/WearPlot'
import { VerdictShape } from '../shapes/Verdict'
import { ink } from '../theme'

const shapes: Record<string, Verdict> = {
  lasts: 'within',
  'not-wearing': 'within',
  'reset-now': 'out',
  'past-limit': 'out',
}

/** How clearances, plays and run-outs of a pump grow over its running hours, and how long they last. */
export function Lives({ view }: { view: PumpView }) {
  const { show } = useUnit()
  const { lives, seal_lives, pump } = view
  if (lives.length === 0 && seal_lives.length === 0) return null
  return (
    <section>
      <Typography variant="h2">Wear and life</Typography>
      <Typography variant="body2" sx={{ mb: 1 }}>
        The widest reading of each job: found a dot, set a ring.
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(300px, 100%), 1fr))',
          columnGap: 5,
        }}
      >
        {lives.map((l) => {
          const history = l.points.flatMap((p) =>
            [
              p.found && { hours: p.hours, um: p.found.um },
              p.built && { hours: p.hours, um: p.built.um, set: true },
            ].filter((x) => x !== undefined),
          )
          const figures = [
            ...l.points.flatMap((p) => [p.found, p.built]),
            l.limit?.max,
            l.limit?.min,
          ]
          const label = (um: number) => show(figures.find((f) => f?.um === um))
          return (
            <Box
              key={l.check}
              data-life={l.check}
              sx={{ borderTop: `1px solid ${ink('rule')}`, py: 2 }}
            >
              <Typography variant="h3">{l.title}</Typography>
              <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start', fontWeight: 500 }}>
                {l.result && <VerdictShape verdict={shapes[l.result]} size={18} />}
                <span>{show(l.words)}</span>
              </Box>
              {l.guess && <Typography variant="body2">Assumed: {l.guess}.</Typography>}
              {l.limit?.max && history.length > 1 && (
                <WearPlot
                  history={history}
                  limit={l.limit.max.um}
                  planned={pump.planned_hours ?? 0}
                  left={l.left}
                  label={label}
                  title={l.title}
                />
              )}
              <Typography variant="body2">Limit from: {l.limit?.source}.</Typography>
            </Box>
          )
        })}
      </Box>
      {seal_lives.length > 0 && (
        <Typography sx={{ borderTop: `1px solid ${ink('rule')}`, pt: 2 }}>
          Running hours between seals that were replaced:{' '}
          <strong>{seal_lives.map((h) => `${h} h`).join(', ')}</strong>.
        </Typography>
      )}
    </section>
  )
}
