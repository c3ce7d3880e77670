import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { mono, size } from '../theme'

interface Props {
  label: string
  value: string
  onChange: (value: string) => void
  /** digits only, with keys for a gloved finger */
  pin?: boolean
  error?: string
  hint?: string
  autoFocus?: boolean
  name?: string
  autoComplete?: string
}

/** A box for a PIN or a passphrase. What is in it can be shown: long words are mistyped unseen. */
export function Secret(props: Props) {
  const { label, value, onChange, pin = false, error, hint, autoFocus, name = 'secret' } = props
  const [shown, setShown] = useState(false)
  const box = useRef<HTMLInputElement>(null)
  return (
    <Box sx={{ display: 'grid', gap: 3 }}>
      <TextField
        label={label}
        value={value}
        type={shown ? 'text' : 'password'}
        onChange={(e) => onChange(e.target.value)}
        autoFocus={autoFocus}
        error={!!error}
        helperText={error || hint}
        inputRef={box}
        slotProps={{
          htmlInput: {
            inputMode: pin ? 'numeric' : 'text',
            autoComplete: props.autoComplete ?? 'off',
            'data-secret': name,
            maxLength: 200,
          },
          input: {
            sx: pin
              ? { '& input': { fontFamily: mono, fontSize: size.title, letterSpacing: '.2em' } }
              : undefined,
            endAdornment: (
              <Button size="small" onClick={() => setShown(!shown)} aria-pressed={shown}>
                {shown ? 'Hide' : 'Show'}
              </Button>
            ),
          },
        }}
      />
      {pin && (
        <Box
          role="group"
          aria-label="Digits"
          sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 2, maxWidth: 320 }}
        >
          {['1', '2', '3', '4', '5', '6', '7', '8', '9', 'Clear', '0', 'Back'].map((d) => (
            <Button
              key={d}
              variant="outlined"
              tabIndex={-1} // the keyboard has its own
              onClick={() => {
                onChange(d === 'Clear' ? '' : d === 'Back' ? value.slice(0, -1) : value + d)
                box.current?.focus()
              }}
              sx={{ minHeight: 60, fontSize: d.length === 1 ? size.strong : size.body }}
            >
              {d}
            </Button>
          ))}
        </Box>
      )}
    </Box>
  )
}
