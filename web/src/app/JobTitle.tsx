import Box from '@mui/material/Box'
import type { JobView } from '../api/types'

/** Number and tag of a job, which stay on the narrowest screen, and the pump's name. */
export function JobTitle({ job }: { job: JobView }) {
  return (
    <>
      {job.number}&ensp;{job.pump.tag}{' '}
      <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
        {job.pump.name}
      </Box>
    </>
  )
}
