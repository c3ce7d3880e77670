import { useQuery } from '@tanstack/react-query'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { answer, api } from '../api/client'
import { keys } from '../api/keys'
import { Failure, Loading } from '../app/Message'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { VerdictShape, readWord, verdictWord } from '../shapes/Verdict'
import { ink, mono } from '../theme'

/** Signed jobs with a reading that today's rules would not let pass, for the shop to look at. */
export function Recall() {
  const { show, unit } = useUnit()
  const found = useQuery({
    queryKey: keys.recall,
    queryFn: () => answer(api.GET('/api/v1/shop/recall')),
    staleTime: 60_000,
  })
  return (
    <Box
      component="section"
      data-recall
      sx={{
        border: `1.5px solid ${ink('ink')}`,
        background: ink('panel'),
        p: 4,
        display: 'grid',
        gap: 2,
        minWidth: 0,
      }}
    >
      <Typography variant="h3">To look at again</Typography>
      <Typography>
        Signed jobs with a reading that today’s rules call out or undecided. What is signed stays as
        it is; somebody looks at the pump.
      </Typography>
      {found.isPending ? (
        <Loading what="the signed jobs" />
      ) : found.error ? (
        <Failure error={found.error} again={() => void found.refetch()} />
      ) : found.data.length === 0 ? (
        <Typography sx={{ fontWeight: 600 }}>There is none.</Typography>
      ) : (
        <>
          <Box
            component="ul"
            sx={{ m: 0, p: 0, listStyle: 'none', maxHeight: 420, overflowY: 'auto' }}
          >
            {found.data.map((r) => (
              <Box
                component="li"
                key={r.number + r.step}
                sx={{ borderTop: `1px solid ${ink('rule')}`, py: 1.5 }}
              >
                <Link to={`/jobs/${r.number}?step=${encodeURIComponent(r.step)}`}>{r.number}</Link>{' '}
                <strong>{r.tag}</strong> {r.pump}, signed {new Date(r.signed).toLocaleDateString()}
                <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'baseline', flexWrap: 'wrap' }}>
                  <VerdictShape verdict={r.now.verdict} size={14} />
                  <strong>{r.title}:</strong>
                  <span>
                    {verdictWord(r.now.verdict)}
                    {judgedFigure(r.now) && (
                      <Box component="span" sx={{ fontFamily: mono }}>
                        {' '}
                        {show(judgedFigure(r.now))} {unit}
                      </Box>
                    )}
                    , signed as {readWord(r.then.verdict).toLowerCase()}
                    {r.limit && `; ${r.limit}`}
                  </span>
                </Box>
              </Box>
            ))}
          </Box>
          <Button
            variant="outlined"
            href="/api/v1/shop/recall.csv"
            download="recall.csv"
            sx={{ justifySelf: 'start' }}
          >
            Save as CSV
          </Button>
        </>
      )}
    </Box>
  )
}
