import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { Counts } from '../../sheet/Counts'
import { usePanel } from '../panel'

export function SignPanel() {
  const { job, body, change, disabled } = usePanel()
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3, maxWidth: 420 }}>
      <Counts tally={job.sheet.tally} />
      <TextField
        label="For whoever opens this pump next"
        placeholder="next time: new wear plate"
        value={body.sign?.remark ?? ''}
        disabled={disabled}
        onChange={(e) => change({ ...body, sign: { remark: e.target.value } })}
        slotProps={{
          htmlInput: { 'data-entry': '', 'data-field': 'body.sign.remark', autoComplete: 'off' },
        }}
      />
      <Typography variant="body2">
        After the signature nothing is changed. The sheet can be amended, with a reason.
      </Typography>
      <Button variant="outlined" component={Link} to={`/jobs/${job.number}/sheet`}>
        Read the build sheet first
      </Button>
    </Box>
  )
}
