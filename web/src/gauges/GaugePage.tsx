import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { Link, useParams } from 'react-router'
import { useGauge, useTouched } from '../api/gauges'
import { paperAt } from '../api/pumps'
import type { GaugeForm, GaugePage as Page } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { useUnit } from '../app/settings'
import { limitText } from '../bench/Result'
import { VerdictShape, verdictWord } from '../shapes/Verdict'
import { ink, mono } from '../theme'
import { GaugeDialog } from './GaugeDialog'
import { GaugeStanding } from './state'

const day = (at: string) => new Date(at).toLocaleDateString(undefined, { dateStyle: 'medium' })

/** A gauge with its log, and the readings it was used for. */
export function GaugePage() {
  const key = useParams().key!
  const gauge = useGauge(key)
  return (
    <Screen title={key}>
      {gauge.isPending ? (
        <Loading what={`gauge ${key}`} />
      ) : gauge.error ? (
        <Failure error={gauge.error} again={() => void gauge.refetch()} />
      ) : (
        <Whole gauge={gauge.data} />
      )}
    </Screen>
  )
}

function Whole({ gauge: g }: { gauge: Page }) {
  const [what, setWhat] = useState<GaugeForm['kind']>()
  const rows: [string, string | undefined][] = [
    ['What it is', g.name],
    ['Kind', g.title],
    ['One division', g.graduation],
    ['Maximum permissible error', g.mpe || 'not known'],
    ['Range', g.range],
    ['Calibrated', g.calibrated || 'never'],
    ['Next one due', g.due],
    ['Where it is kept', g.where],
  ]
  return (
    <Box sx={{ p: 5, display: 'grid', gap: 6, maxWidth: 1160 }}>
      <Box sx={{ display: 'flex', gap: 4, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h1">{g.key}</Typography>
        <GaugeStanding state={g.state} />
        {g.why && <span>{g.why}</span>}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <Button variant="contained" onClick={() => setWhat('calibrated')}>
          It was calibrated
        </Button>
        <Button variant="outlined" onClick={() => setWhat('put')}>
          Change what is known
        </Button>
        <Button variant="outlined" onClick={() => setWhat('bad')}>
          It was found bad
        </Button>
        <Button variant="outlined" onClick={() => setWhat('retired')}>
          Not used any more
        </Button>
        <Button
          variant="outlined"
          component={Link}
          to={`/gauges/${encodeURIComponent(g.key)}/label`}
        >
          Label
        </Button>
      </Box>
      <Box component="dl" sx={list}>
        {rows
          .filter(([, v]) => v)
          .map(([k, v]) => (
            <Box key={k} sx={{ display: 'contents' }}>
              <dt>{k}</dt>
              <Box component="dd" sx={{ m: 0, fontWeight: 500 }}>
                {v}
              </Box>
            </Box>
          ))}
        {g.certificate && (
          <>
            <dt>Certificate</dt>
            <Box component="dd" sx={{ m: 0 }}>
              <MuiLink href={paperAt(g.certificate)} sx={{ color: ink('dyeText') }}>
                Open it
              </MuiLink>
            </Box>
          </>
        )}
      </Box>
      <Touched gauge={g} />
      <section>
        <Typography variant="h2" sx={{ mb: 1 }}>
          What was noted
        </Typography>
        <Box component="ul" sx={{ m: 0, pl: 4, '& li': { my: 1 } }}>
          {g.log.map((e) => (
            <li key={e.id}>
              {day(e.at)}, {e.by.name}: {noted[e.kind]}
              {e.kind === 'calibrated' && e.gauge?.calibrated && ` on ${e.gauge.calibrated}`}
              {e.text && `: ${e.text}`}
            </li>
          ))}
        </Box>
      </section>
      {what && <GaugeDialog what={what} gauge={g} onClose={() => setWhat(undefined)} />}
    </Box>
  )
}

const noted: Record<GaugeForm['kind'], string> = {
  put: 'put into the register, or changed there',
  calibrated: 'calibrated',
  bad: 'found bad',
  retired: 'not used any more',
}

/** The readings a gauge was used for since it was last known good, the nearest to its limit first. */
function Touched({ gauge }: { gauge: Page }) {
  const touched = useTouched(gauge.key)
  const { show, unit } = useUnit()
  if (touched.isPending) return <Loading what="what it was used for" />
  if (touched.error) return <Failure error={touched.error} again={() => void touched.refetch()} />
  const { since, readings } = touched.data
  return (
    <section data-touched>
      <Typography variant="h2" sx={{ mb: 1 }}>
        What it was used for{since && ` since ${since}`}, {unit}
      </Typography>
      <Typography sx={{ color: ink('ink2'), mb: 2 }}>
        {gauge.state === 'found bad'
          ? 'It was good on that day for the last time. The readings nearest to their limits stand first: read those again.'
          : 'The readings nearest to their limits stand first.'}
      </Typography>
      {readings.length === 0 ? (
        <Typography>Nothing was measured with it.</Typography>
      ) : (
        <Box sx={{ overflowX: 'auto' }}>
          <Table size="small">
            <TableHead>
              <TableRow>
                {['Job', 'Pump', 'Step', 'Day', 'By', 'Read', 'Limit', 'To spare', ''].map(
                  (h, i) => (
                    <TableCell key={i} align={i > 4 && i < 8 ? 'right' : 'left'}>
                      {h}
                    </TableCell>
                  ),
                )}
              </TableRow>
            </TableHead>
            <TableBody>
              {readings.map((r, i) => (
                <TableRow key={i}>
                  <TableCell>
                    <MuiLink
                      component={Link}
                      to={`/jobs/${r.job}?step=${r.step}`}
                      sx={{ color: ink('dyeText') }}
                    >
                      {r.job}
                    </MuiLink>
                  </TableCell>
                  <TableCell>{r.pump}</TableCell>
                  <TableCell>
                    {r.title}
                    {r.corrected && ' (corrected since)'}
                    {r.signed && ' (signed)'}
                  </TableCell>
                  <TableCell sx={{ whiteSpace: 'nowrap' }}>{day(r.at)}</TableCell>
                  <TableCell>{r.by}</TableCell>
                  <TableCell align="right" sx={figure}>
                    {r.figure ? show(r.figure) : r.text}
                  </TableCell>
                  <TableCell align="right" sx={figure}>
                    {limitText(r.limit, show)}
                  </TableCell>
                  <TableCell align="right" sx={figure}>
                    {show(r.margin, '–')}
                  </TableCell>
                  <TableCell sx={{ whiteSpace: 'nowrap' }}>
                    {r.verdict && (
                      <>
                        <VerdictShape verdict={r.verdict} size={12} /> {verdictWord(r.verdict)}
                      </>
                    )}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
    </section>
  )
}

const list = {
  m: 0,
  display: 'grid',
  gridTemplateColumns: 'max-content 1fr',
  columnGap: 5,
  rowGap: 2,
  '& dt': { color: ink('ink2') },
} as const
const figure = { fontFamily: mono, whiteSpace: 'nowrap' } as const
