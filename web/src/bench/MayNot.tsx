import Box from '@mui/material/Box'
import type { Tell } from '../api/types'
import { useMe } from '../door/me'
import { ink } from '../theme'

/** Says before it is sent that somebody else has to enter this, and why. */
export function MayNot({ may }: { may: Tell['may'] | undefined }) {
  const me = useMe()
  if (!may) return null
  const lead = may.lead && me.role !== 'lead'
  if (!lead && !may.not?.includes(me.id)) return null
  return (
    <Box
      data-may-not
      role="note"
      sx={{ border: `1.5px solid ${ink('ink')}`, background: ink('panel'), p: 3 }}
    >
      <strong>{lead ? 'This takes a lead: ' : 'This takes somebody else: who '}</strong>
      {may.why}.
    </Box>
  )
}
