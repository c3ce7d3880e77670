import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useSettings } from '../../app/settings'
import { condensed, size } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Run } from './Run'
import { Tight } from './Tight'

/** Something to do and to say that it is done. The words stand above it already. */
export function AckPanel() {
  const { step, kept, reading } = usePanel()
  return (
    <>
      <Reach />
      <Tight />
      <Permit />
      <Typography variant="body2">
        {kept
          ? reading?.absent
            ? `Not done: ${reading.text}.`
            : 'Done.'
          : step.kind === 'caution'
            ? 'Your name and the time stand behind this.'
            : 'Press Enter when it is done.'}
      </Typography>
      <Run />
    </>
  )
}

/** The numbers of lock and permit, as far as somebody notes them. */
function Permit() {
  const { step, body, change, kept } = usePanel()
  const [open, setOpen] = useState(false)
  if (!step.panel.permit || kept) return null
  if (!open && !body.permit)
    return (
      <Button variant="text" size="small" data-permit onClick={() => setOpen(true)} sx={{ px: 0 }}>
        Note lock and permit
      </Button>
    )
  const set = (patch: NonNullable<typeof body.permit>) =>
    change({ ...body, permit: { ...body.permit, ...patch } })
  return (
    <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mb: 2 }}>
      <EntryBox
        above
        label="Number of the lock"
        field="body.permit.lock"
        value={body.permit?.lock}
        onChange={(lock) => set({ lock: lock || undefined })}
        plain
        width={170}
      />
      <EntryBox
        above
        label="Number of the permit"
        field="body.permit.permit"
        value={body.permit?.permit}
        onChange={(permit) => set({ permit: permit || undefined })}
        plain
        width={170}
      />
    </Box>
  )
}

/** How far something is tightened: its torque, large, or in words. */
function Reach() {
  const { says, torque, thread, limit } = usePanel().step.panel
  const { unit } = useSettings()
  if (!says) return null
  const both = torque && [`${torque.nm} N·m`, `${torque.lbf_ft} lbf·ft`]
  if (both && unit !== 'mm') both.reverse()
  return (
    <Box sx={{ mb: 2 }}>
      <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.reading, lineHeight: 1.1 }}>
        {both ? both[0] : says}
      </Box>
      {both && <Box>{both[1]}</Box>}
      {thread && <Box>Thread: {thread}</Box>}
      {both && limit?.source && <Typography variant="body2">{limit.source}</Typography>}
    </Box>
  )
}
