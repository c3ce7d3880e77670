import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import MuiLink from '@mui/material/Link'
import { Link, useParams } from 'react-router'
import { usePump } from '../api/pumps'
import type { PumpView } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { useUnit } from '../app/settings'
import { ink, mono, size } from '../theme'
import { Lives } from './Lives'
import { Nameplate } from './Nameplate'
import { PumpLog } from './Record'
import { Limits } from './PumpLimits'
import { Past, Ran } from './PumpPast'

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
          <Box sx={{ whiteSpace: 'pre-line', fontSize: size.text }}>{show(n.text)}</Box>
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
