import { useAddress } from '../door/useAddress'
import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { UseQueryResult } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { gaugeLabelOf, useGauge } from '../api/gauges'
import { labelOf, usePump } from '../api/pumps'
import { Failure, Loading } from './Message'
import { Screen } from './Screen'
import { ink, size } from '../theme'

/** The label of a pump, to be printed and stuck on it: its code opens the pump's page. */
export function PumpLabelPage() {
  const tag = useParams().tag!
  return <Label what="pump" name={tag} of={usePump(tag)} src={labelOf} where="the pump’s frame" />
}

/** The same of a gauge. */
export function GaugeLabelPage() {
  const key = useParams().key!
  return <Label what="gauge" name={key} of={useGauge(key)} src={gaugeLabelOf} where="its case" />
}

function Label({
  what,
  name,
  of,
  src,
  where,
}: {
  what: 'pump' | 'gauge'
  name: string
  of: UseQueryResult
  src: (name: string, at: string) => string
  where: string
}) {
  const { at, setAt } = useAddress()
  const [bad, setBad] = useState(false)
  return (
    <Screen title={`${name}, label`}>
      {of.isPending ? (
        <Loading what={`${what} ${name}`} />
      ) : of.error ? (
        <Failure error={of.error} again={() => void of.refetch()} />
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
          <Typography sx={{ fontSize: size.label, '@media print': { display: 'none' } }}>
            Print it, stick it on {where}. A tablet that reads the code opens the page of this{' '}
            {what}.
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
              src={src(name, at.trim())}
              onError={() => setBad(true)}
              alt={`Label of ${name} with a code that opens its page`}
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
              href={src(name, at.trim())}
              download={`${name}.svg`}
            >
              Save as SVG
            </Button>
            <Button
              size="large"
              variant="outlined"
              component={Link}
              to={`/${what}s/${encodeURIComponent(name)}`}
            >
              Back to the {what}
            </Button>
          </Box>
        </Box>
      )}
    </Screen>
  )
}
