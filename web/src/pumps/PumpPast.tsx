import Box from '@mui/material/Box'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import type { PumpView } from '../api/types'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { ShaftRuns } from '../shaft/Runs'
import { VerdictShape } from '../shapes/Verdict'
import { ink, mono, size } from '../theme'

/** Found and built of the last rebuilds, side by side. */
export function Past({ past }: { past: PumpView['past'] }) {
  const { show, unit } = useUnit()
  if (!past[0]) return null
  const checks = past[0].checks.filter((c) =>
    past.some((p) => p.checks.some((x) => x.check === c.check && (x.found || x.built))),
  )
  const read = past.find((p) => p.runs?.some((r) => r.stations.length > 1))
  // The bench leads here with one key.
  const here = (el: HTMLElement | null) => {
    if (location.hash === '#past') el?.scrollIntoView()
  }
  return (
    <section ref={here} id="past">
      <Typography variant="h2" sx={{ mb: 1 }}>
        What earlier jobs found and left, {unit}
      </Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell>Check</TableCell>
              {past.map((p) => (
                <TableCell key={p.number} colSpan={2} align="center">
                  {new Date(p.signed).toLocaleDateString(undefined, { dateStyle: 'medium' })}
                </TableCell>
              ))}
            </TableRow>
            <TableRow>
              <TableCell />
              {past.flatMap((p) => [
                <TableCell key={p.number + 'f'} align="right">
                  found
                </TableCell>,
                <TableCell key={p.number + 'b'} align="right">
                  built
                </TableCell>,
              ])}
            </TableRow>
          </TableHead>
          <TableBody>
            {checks.map((c) => (
              <TableRow key={c.check}>
                <TableCell>{c.short}</TableCell>
                {past.flatMap((p) => {
                  const x = p.checks.find((y) => y.check === c.check)
                  return [x?.found, x?.built].map((t, i) => (
                    <TableCell
                      key={p.number + i}
                      align="right"
                      sx={{ fontFamily: mono, fontWeight: i ? 600 : 400, whiteSpace: 'nowrap' }}
                    >
                      {t && (
                        <Box
                          component="span"
                          sx={{ display: 'inline-flex', alignItems: 'center', gap: 1 }}
                        >
                          {show(judgedFigure(t), '–')}
                          <VerdictShape verdict={t.verdict} size={11} />
                        </Box>
                      )}
                    </TableCell>
                  ))
                })}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      {read && (
        <Box sx={{ mt: 3 }}>
          <Typography sx={{ color: ink('ink2'), fontSize: size.text }}>
            {read.number},{' '}
            {new Date(read.signed).toLocaleDateString(undefined, { dateStyle: 'medium' })}
          </Typography>
          <ShaftRuns runs={read.runs} />
        </Box>
      )}
    </section>
  )
}

/** How it ran as it was handed back, job by job. */
export function Ran({ past }: { past: PumpView['past'] }) {
  const ran = past.filter((p) => p.running)
  if (ran.length === 0) return null
  const ways = ['horizontal', 'vertical', 'axial', 'warm_c'] as const
  const words = { horizontal: 'horizontal', vertical: 'vertical', axial: 'axial', warm_c: '°C' }
  const places = [...new Set(ran.flatMap((p) => p.running!.at.map((a) => a.at)))]
  return (
    <section data-ran>
      <Typography variant="h2" sx={{ mb: 1 }}>
        How it ran as it was handed back, mm/s rms
      </Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell />
              {ran.map((p) => (
                <TableCell key={p.number} align="right">
                  {p.number},{' '}
                  {new Date(p.signed).toLocaleDateString(undefined, { dateStyle: 'medium' })}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {places.flatMap((place) =>
              ways.map((way) => (
                <TableRow key={place + way}>
                  <TableCell>
                    {place}, {words[way]}
                  </TableCell>
                  {ran.map((p) => (
                    <TableCell key={p.number} align="right" sx={{ fontFamily: mono }}>
                      {p.running!.at.find((a) => a.at === place)?.[way] ?? '–'}
                    </TableCell>
                  ))}
                </TableRow>
              )),
            )}
            {(['air_c', 'flow', 'pressure'] as const).map((what) => (
              <TableRow key={what}>
                <TableCell>
                  {{ air_c: 'Air, °C', flow: 'Flow', pressure: 'Pressure' }[what]}
                </TableCell>
                {ran.map((p) => (
                  <TableCell key={p.number} align="right">
                    {p.running![what] ?? '–'}
                  </TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </section>
  )
}
