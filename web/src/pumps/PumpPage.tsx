import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import MuiLink from '@mui/material/Link'
import { Link, useParams } from 'react-router'
import { usePump } from '../api/pumps'
import type { PumpView } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { limitText } from '../bench/Result'
import { ShaftRuns } from '../shaft/Runs'
import { VerdictShape } from '../shapes/Verdict'
import { useMe } from '../door/me'
import { ink, mono } from '../theme'
import { Lives } from './Lives'
import { Nameplate } from './Nameplate'
import { PumpLog } from './Record'

/** A pump's page: its plate, what it is judged by, what earlier jobs found and left. */
export function PumpPage() {
  const tag = useParams().tag!
  const pump = usePump(tag)
  const p = pump.data?.pump
  const open = pump.data?.jobs.find((j) => j.state !== 'signed' && j.state !== 'ended')
  return (
    <Screen
      title={p ? `${p.tag} ${p.name}` : tag}
      actions={
        p && (
          <>
            <Button
              component={Link}
              to={`/pumps/${encodeURIComponent(tag)}/edit`}
              sx={{ color: ink('onDye') }}
            >
              Change
            </Button>
            {open ? (
              <Button component={Link} to={`/jobs/${open.number}`} sx={{ color: ink('onDye') }}>
                Open job {open.number}
              </Button>
            ) : (
              p.plan && (
                <Button
                  component={Link}
                  to={`/jobs/new?pump=${encodeURIComponent(tag)}`}
                  sx={{ color: ink('onDye') }}
                >
                  New job
                </Button>
              )
            )}
          </>
        )
      }
    >
      {pump.isPending ? (
        <Loading what={`pump ${tag}`} />
      ) : pump.error ? (
        <Failure error={pump.error} again={() => void pump.refetch()} />
      ) : (
        <Page view={pump.data} />
      )}
    </Screen>
  )
}

/** Calculations kept to the pump, each opened again by its address. */
function Notes({ notes }: { notes: PumpView['notes'] }) {
  const { show } = useUnit()
  if (notes.length === 0) return null
  return (
    <section>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Notes from the bench tools
      </Typography>
      {notes.map((n) => (
        <Box key={n.id} sx={{ borderTop: `1px solid ${ink('rule')}`, py: 2 }}>
          <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline' }}>
            <MuiLink
              component={Link}
              to={`/tools/${n.kind}?${n.address}`}
              sx={{ color: ink('dyeText'), fontWeight: 600 }}
            >
              Open it again
            </MuiLink>
            <Typography variant="body2">
              {n.by.name}, {new Date(n.at).toLocaleDateString(undefined, { dateStyle: 'medium' })}
            </Typography>
          </Box>
          {n.remark && <Typography sx={{ fontWeight: 500 }}>{n.remark}</Typography>}
          <Box sx={{ whiteSpace: 'pre-line', fontSize: '0.9375rem' }}>{show(n.text)}</Box>
        </Box>
      ))}
    </section>
  )
}

function Page({ view }: { view: PumpView }) {
  const { pump, plan, limits, jobs, past, notes } = view
  const options =
    plan?.options.map(
      (o) =>
        [
          o.title,
          o.choices.find((c) => c.key === (pump.options?.[o.key] ?? o.default))?.title ?? '',
        ] as const,
    ) ?? []
  return (
    <Box
      sx={{
        p: 5,
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 5fr) minmax(0, 6fr)' },
        gap: 6,
        alignItems: 'start',
      }}
    >
      <Box sx={{ display: 'grid', gap: 5 }}>
        <Box sx={{ display: 'grid', gap: 2 }}>
          <Nameplate pump={pump} />
          <Button
            variant="text"
            component={Link}
            to={`/pumps/${encodeURIComponent(pump.tag)}/label`}
            sx={{ justifySelf: 'start', px: 0 }}
          >
            Print a label with a code for this page
          </Button>
        </Box>
        {view.elastomer_warning && (
          <Box
            role="note"
            sx={{ border: `2px solid ${ink('close')}`, p: 3, fontWeight: 500, color: ink('close') }}
          >
            {view.elastomer_warning}
          </Box>
        )}
        <PumpLog tag={pump.tag} record={view.record} />
        {!plan && (
          <Typography sx={{ fontWeight: 500 }}>
            There is no plan for this construction ({pump.construction}) yet, so no job can be
            opened for this pump.
          </Typography>
        )}
        {plan && (
          <section>
            <Typography variant="h2" sx={{ mb: 1 }}>
              From its papers
            </Typography>
            <Table size="small">
              <TableBody>
                {options.map(([title, choice]) => (
                  <TableRow key={title}>
                    <TableCell>{title}</TableCell>
                    <TableCell sx={{ fontWeight: 600 }}>{choice}</TableCell>
                    <TableCell />
                  </TableRow>
                ))}
                {plan.values.map((v) => {
                  const x = pump.values?.[v.key]
                  return (
                    <TableRow key={v.key}>
                      <TableCell>{v.title}</TableCell>
                      <TableCell sx={{ fontFamily: mono, fontWeight: 600 }}>
                        {x?.text || (v.default ? `${v.default} (assumed)` : 'not known')}
                      </TableCell>
                      <TableCell sx={{ color: ink('ink2') }}>{x?.text ? x.source : ''}</TableCell>
                    </TableRow>
                  )
                })}
              </TableBody>
            </Table>
          </section>
        )}
        <section>
          <Typography variant="h2" sx={{ mb: 1 }}>
            Jobs
          </Typography>
          {jobs.length === 0 ? (
            <Typography sx={{ color: ink('ink2') }}>This pump has not been here yet.</Typography>
          ) : (
            <Table size="small">
              <TableBody>
                {jobs.map((j) => (
                  <TableRow key={j.number}>
                    <TableCell>
                      <MuiLink
                        component={Link}
                        to={`/jobs/${j.number}${j.state === 'signed' ? '/sheet' : ''}`}
                        sx={{ color: ink('dyeText'), fontFamily: mono, fontWeight: 600 }}
                      >
                        {j.number}
                      </MuiLink>
                    </TableCell>
                    <TableCell sx={{ whiteSpace: 'nowrap' }}>
                      {new Date(j.changed).toLocaleDateString(undefined, { dateStyle: 'medium' })}
                    </TableCell>
                    <TableCell>
                      {j.complaint}
                      {j.remark && <Box sx={{ color: ink('ink2') }}>{j.remark}</Box>}
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          )}
        </section>
        <Notes notes={notes} />
      </Box>
      {plan && (
        <Box sx={{ display: 'grid', gap: 5, minWidth: 0 }}>
          <Limits tag={pump.tag} limits={limits} proposed={view.record.proposed} />
          <Lives view={view} />
          <Past past={past} />
          <Ran past={past} />
        </Box>
      )}
    </Box>
  )
}

const origins = { maker: 'Maker', shop: 'Shop', general: 'General', none: 'None' } as const

function Limits({
  tag,
  limits,
  proposed,
}: {
  tag: string
  limits: PumpView['limits']
  proposed: number
}) {
  const { show, unit } = useUnit()
  const me = useMe()
  return (
    <section>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          Limits a job opened today would be judged by
        </Typography>
        <Button variant="outlined" component={Link} to={`/pumps/${encodeURIComponent(tag)}/limits`}>
          {me.role === 'lead' ? 'Change, and why' : 'All of them, and why'}
        </Button>
      </Box>
      {proposed > 0 && (
        <Typography sx={{ fontWeight: 600 }}>
          {proposed === 1
            ? 'Another limit is proposed'
            : `${proposed} times other limits are proposed`}
          :{' '}
          {me.role === 'lead'
            ? 'look at it, and confirm it or turn it down'
            : 'it waits for a lead'}
          .
        </Typography>
      )}
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>Check</TableCell>
            <TableCell align="right">Limit, {unit}</TableCell>
            <TableCell>From</TableCell>
            <TableCell>Source</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {limits.map((l) => (
            <TableRow key={l.key}>
              <TableCell>{l.title}</TableCell>
              <TableCell
                align="right"
                sx={{ fontFamily: mono, fontWeight: 600, whiteSpace: 'nowrap' }}
              >
                {limitText(l.in_force, show)}
              </TableCell>
              <TableCell>{origins[l.in_force.origin]}</TableCell>
              <TableCell sx={{ color: ink('ink2'), fontSize: '0.875rem !important' }}>
                {l.in_force.source}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </section>
  )
}

/** Found and built of the last rebuilds, side by side. */
function Past({ past }: { past: PumpView['past'] }) {
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
          <Typography sx={{ color: ink('ink2'), fontSize: '0.9375rem' }}>
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
function Ran({ past }: { past: PumpView['past'] }) {
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
