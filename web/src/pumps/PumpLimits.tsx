import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import type { PumpView } from '../api/types'
import { useUnit } from '../app/settings'
import { limitText } from '../bench/Result'
import { useMe } from '../door/me'
import { ink, mono, size } from '../theme'

const origins = { maker: 'Maker', shop: 'Shop', general: 'General', none: 'None' } as const

export function Limits({
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
              <TableCell sx={{ color: ink('ink2'), fontSize: `${size.minor} !important` }}>
                {l.in_force.source}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </section>
  )
}
