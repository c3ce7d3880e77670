import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link, useParams } from 'react-router'
import { labelOf, usePump } from '../api/pumps'
import { Failure, Loading } from '../app/Message'
import { Screen } from '../app/Screen'
import { useKept } from '../app/settings'
import { ink } from '../theme'

/** The label of a pump, to be printed and stuck on it: its code opens the pump's page. */
export function LabelPage() {
  const tag = useParams().tag!
  const pump = usePump(tag)
  const [at, setAt] = useKept<string>('settle.address', window.location.origin)
  const [bad, setBad] = useState(false)
  return (
    <Screen title={`${tag}, label`}>
      {pump.isPending ? (
        <Loading what={`pump ${tag}`} />
      ) : pump.error ? (
        <Failure error={pump.error} again={() => void pump.refetch()} />
      ) : (
        <Box
          sx={{
            p: 5,
            display: 'grid',
            gap: 4,
            justifyItems: 'start',
            maxWidth: 640,
            mx: 'auto',
            width: '100%',
            '@media print': { p: 0, m: 0 },
          }}
        >
          <Typography sx={{ fontSize: '1.0625rem', '@media print': { display: 'none' } }}>
            Print it, stick it on the pump’s frame. A tablet that reads the code opens this pump’s
            page.
          </Typography>
          <TextField
            fullWidth
            label="Address under which tablets open Settle"
            value={at}
            onChange={(e) => {
              setBad(false)
              setAt(e.target.value)
            }}
            error={bad}
            helperText={
              bad
                ? 'Is not an address: write one such as http://bench:8420.'
                : 'The code holds it: ask whoever runs the network here.'
            }
            sx={{ '@media print': { display: 'none' } }}
          />
          {!bad && (
            <Box
              component="img"
              src={labelOf(tag, at.trim())}
              onError={() => setBad(true)}
              alt={`Label of ${tag} with a code that opens its page`}
              sx={{
                width: 'min(100%, 560px)',
                border: `1px solid ${ink('rule')}`,
                '@media print': { width: '70mm', border: 'none' },
              }}
            />
          )}
          <Box sx={{ display: 'flex', gap: 3, '@media print': { display: 'none' } }}>
            <Button
              size="large"
              variant="contained"
              disabled={bad}
              onClick={() => window.print()}
              sx={{ px: 6 }}
            >
              Print
            </Button>
            <Button
              size="large"
              variant="outlined"
              disabled={bad}
              href={labelOf(tag, at.trim())}
              download={`${tag}.svg`}
            >
              Save as SVG
            </Button>
            <Button
              size="large"
              variant="outlined"
              component={Link}
              to={`/pumps/${encodeURIComponent(tag)}`}
            >
              Back to the pump
            </Button>
          </Box>
        </Box>
      )}
    </Screen>
  )
}
