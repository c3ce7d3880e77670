import { useEffect, useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useLetIn } from '../api/door'
import { mono, size } from '../theme'
import { Refusal } from './Door'

/** Eight letters let this tablet in. */
export function LetInForm({ code: read = '', onIn }: { code?: string; onIn?: () => void }) {
  const letIn = useLetIn()
  const [code, setCode] = useState(read)
  const sent = useRef(false)
  const error = letIn.error
  const send = (it: string) => letIn.mutate(it, { onSuccess: onIn })
  const first = useRef(send)
  useEffect(() => {
    if (!read || sent.current) return
    sent.current = true
    first.current(read)
  }, [read])
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        send(code)
      }}
      sx={{ display: 'flex', gap: 3, alignItems: 'start', flexWrap: 'wrap' }}
    >
      <Typography sx={{ flexBasis: '100%' }}>
        A keeper makes a code for this tablet under Shop, People and tablets. It is good for ten
        minutes.
      </Typography>
      <TextField
        label="Code, eight letters"
        value={code}
        onChange={(e) => setCode(e.target.value.toUpperCase())}
        error={!!error}
        helperText={error instanceof ApiError ? error.field('code') : undefined}
        slotProps={{
          htmlInput: {
            autoComplete: 'off',
            autoCapitalize: 'characters',
            'data-let-in': '',
            maxLength: 12,
          },
          input: { sx: { fontFamily: mono, fontSize: size.head } },
        }}
      />
      <Button
        type="submit"
        size="large"
        variant="outlined"
        disabled={code.trim().length < 8 || letIn.isPending}
      >
        Let it in
      </Button>
      {error && !(error instanceof ApiError && error.field('code')) && (
        <Refusal>{error.message}</Refusal>
      )}
    </Box>
  )
}
