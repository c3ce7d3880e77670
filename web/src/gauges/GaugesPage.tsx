import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import { Link, useNavigate } from 'react-router'
import { gaugesDue, useGauges } from '../api/gauges'
import { Failure, Loading, Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { Csv } from '../shop/Files'
import { condensed, ink, mono, size } from '../theme'
import { GaugeDialog } from './GaugeDialog'
import { GaugeStanding } from './state'

/** The register of gauges. */
export function GaugesPage() {
  const gauges = useGauges()
  const [adding, setAdding] = useState(false)
  const navigate = useNavigate()
  return (
    <Screen
      title="Gauges"
      actions={
        <Button onClick={() => setAdding(true)} sx={{ color: ink('onDye') }}>
          Add a gauge
        </Button>
      }
    >
      <Box sx={{ p: 5, display: 'grid', gap: 5 }}>
        {gauges.isPending ? (
          <Loading what="the gauges" />
        ) : gauges.error ? (
          <Failure error={gauges.error} again={() => void gauges.refetch()} />
        ) : gauges.data.gauges.length === 0 ? (
          <Message
            title="No gauges yet"
            text="Put in the gauges that readings are taken with. From then on a step asks which one is in the hand, and its division and error stand behind the verdict. A register kept elsewhere is taken in below."
            action="Add a gauge"
            onAction={() => setAdding(true)}
          />
        ) : (
          <Box sx={{ overflowX: 'auto' }}>
            <Table data-gauges>
              <TableHead>
                <TableRow>
                  {[
                    'Gauge',
                    'What it is',
                    'Kind',
                    'Division',
                    'Error',
                    'Calibrated',
                    'Due',
                    'Stands',
                    'Where',
                  ].map((h) => (
                    <TableCell key={h}>{h}</TableCell>
                  ))}
                </TableRow>
              </TableHead>
              <TableBody>
                {gauges.data.gauges.map((g) => (
                  <TableRow key={g.key} sx={{ height: 52 }}>
                    <TableCell>
                      <MuiLink
                        component={Link}
                        to={`/gauges/${encodeURIComponent(g.key)}`}
                        sx={{
                          fontFamily: condensed,
                          fontWeight: 600,
                          fontSize: size.lead,
                          color: ink('dyeText'),
                        }}
                      >
                        {g.key}
                      </MuiLink>
                    </TableCell>
                    <TableCell>{g.name}</TableCell>
                    <TableCell>{g.title}</TableCell>
                    <TableCell sx={figure}>{g.graduation}</TableCell>
                    <TableCell sx={figure}>{g.mpe}</TableCell>
                    <TableCell sx={figure}>{g.calibrated}</TableCell>
                    <TableCell sx={figure}>{g.due}</TableCell>
                    <TableCell>
                      <GaugeStanding state={g.state} />
                    </TableCell>
                    <TableCell>{g.where}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Box>
        )}
        <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'start' }}>
          <Button variant="outlined" href={gaugesDue()} download>
            Due dates as a calendar
          </Button>
        </Box>
        <Box sx={{ maxWidth: 720 }}>
          <Csv
            what="gauges"
            title="The register as a file"
            text="A gauge a row: key, name, kind, graduation, range, mpe, calibrated, due, where. Columns that are left out stay as they are; a blank cell clears."
          />
        </Box>
      </Box>
      {adding && (
        <GaugeDialog
          what="put"
          onClose={() => setAdding(false)}
          onDone={(g) => void navigate(`/gauges/${encodeURIComponent(g.key)}`)}
        />
      )}
    </Screen>
  )
}

const figure = { fontFamily: mono, whiteSpace: 'nowrap' } as const
