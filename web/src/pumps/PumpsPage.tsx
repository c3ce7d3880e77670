import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import TextField from '@mui/material/TextField'
import MuiLink from '@mui/material/Link'
import { Link } from 'react-router'
import { usePlans } from '../api/client'
import { usePumps, type PumpList } from '../api/pumps'
import { useKeys } from '../app/keys'
import { Failure, Loading, Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { condensed, ink, size } from '../theme'

const sorts = { tag: 'tag', name: 'name', maker: 'maker', jobs: 'most jobs' } as const

/** The register of pumps. */
export function PumpsPage() {
  const [words, setWords] = useState('')
  const [sort, setSort] = useState<NonNullable<PumpList['sort']>>('tag')
  const [construction, setConstruction] = useState('')
  const pumps = usePumps({ q: words.trim(), sort, construction })
  const plans = usePlans()
  const find = useRef<HTMLInputElement>(null)
  useKeys({ '/': () => find.current?.focus() })
  const looking = words.trim() !== '' || construction !== ''
  return (
    <Screen
      title="Pumps"
      actions={
        <Button component={Link} to="/pumps/new" sx={{ color: ink('onDye') }}>
          Add a pump
        </Button>
      }
    >
      <Box sx={{ p: 5 }}>
        <Box sx={{ display: 'flex', gap: 3, mb: 3, flexWrap: 'wrap' }}>
          <TextField
            inputRef={find}
            value={words}
            onChange={(e) => setWords(e.target.value)}
            placeholder="Tag, name, place, maker, serial, a remark"
            sx={{ flex: '1 1 300px' }}
            slotProps={{ htmlInput: { 'aria-label': 'Find a pump', autoComplete: 'off' } }}
          />
          <TextField
            select
            label="Sorted by"
            value={sort}
            onChange={(e) => setSort(e.target.value as typeof sort)}
            sx={{ width: 170 }}
          >
            {Object.entries(sorts).map(([k, w]) => (
              <MenuItem key={k} value={k}>
                {w}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Construction"
            value={construction}
            onChange={(e) => setConstruction(e.target.value)}
            sx={{ width: 300 }}
          >
            <MenuItem value="">all</MenuItem>
            {(plans.data ?? [])
              .filter((p) => !p.own)
              .map((p) => (
                <MenuItem key={p.key} value={p.construction}>
                  {p.title}
                </MenuItem>
              ))}
          </TextField>
        </Box>
        {pumps.isPending ? (
          <Loading what="the pumps" />
        ) : pumps.error ? (
          <Failure error={pumps.error} again={() => void pumps.refetch()} />
        ) : pumps.data.length === 0 ? (
          looking ? (
            <Message
              title="Nothing found"
              text="No pump in the register is like this. Try the tag alone."
              action="Show all pumps"
              onAction={() => {
                setWords('')
                setConstruction('')
              }}
            />
          ) : (
            <Message
              title="No pumps yet"
              text="Write the nameplate of the first pump, then open a job for it. A register kept elsewhere is taken in on the shop's page."
              to="/pumps/new"
              action="Add a pump"
            />
          )
        ) : (
          <Box sx={{ overflowX: 'auto' }}>
            <Table>
              <TableHead>
                <TableRow>
                  {['Tag', 'Pump', 'Construction', 'Maker, model', 'Serial', 'Jobs', ''].map(
                    (h, i) => (
                      <TableCell key={i}>{h}</TableCell>
                    ),
                  )}
                </TableRow>
              </TableHead>
              <TableBody>
                {pumps.data.map((p) => (
                  <TableRow key={p.tag} sx={{ height: 52 }}>
                    <TableCell>
                      <MuiLink
                        component={Link}
                        to={`/pumps/${encodeURIComponent(p.tag)}`}
                        sx={{
                          fontFamily: condensed,
                          fontWeight: 600,
                          fontSize: size.lead,
                          whiteSpace: 'nowrap',
                          color: ink('dyeText'),
                        }}
                      >
                        {p.tag}
                      </MuiLink>
                    </TableCell>
                    <TableCell>
                      {p.name}
                      <Box sx={{ color: ink('ink2'), fontSize: size.minor }}>{p.place}</Box>
                    </TableCell>
                    <TableCell>{p.kind}</TableCell>
                    <TableCell>
                      {p.maker} {p.model}
                    </TableCell>
                    <TableCell>{p.serial}</TableCell>
                    <TableCell>{p.jobs}</TableCell>
                    <TableCell sx={{ whiteSpace: 'nowrap' }}>
                      {p.open ? (
                        <MuiLink
                          component={Link}
                          to={`/jobs/${p.open}`}
                          sx={{ color: ink('dyeText') }}
                        >
                          open: {p.open}
                        </MuiLink>
                      ) : (
                        !p.plan && (
                          <Box component="span" sx={{ color: ink('ink2') }}>
                            no plan yet
                          </Box>
                        )
                      )}
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Box>
        )}
      </Box>
    </Screen>
  )
}
