import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useNotePump } from '../api/pumps'
import type { LineForm } from '../api/types'
import { ink } from '../theme'

export interface What {
  kind: LineForm['kind']
  on?: string
  of?: string
}

const words: Record<LineForm['kind'], { title: string; label: string; hint: string }> = {
  remark: {
    title: 'For next time',
    label: 'What must the next one know?',
    hint: 'Such as: new wear plate, coupling hub is grooved',
  },
  done: {
    title: 'Settled',
    label: 'How was it settled?',
    hint: 'Such as: new plate fitted. The remark stays in the record.',
  },
  hours: { title: 'Running hours', label: 'Hours on the meter', hint: 'Such as 12400' },
  grease: {
    title: 'Lubricated',
    label: 'With what, and how much (may be left blank)',
    hint: 'Types of grease are not mixed.',
  },
  paper: {
    title: 'A drawing or a photo',
    label: 'What is it?',
    hint: 'Such as: seal drawing, sheet 2',
  },
}

/** One thing to note about a pump. */
export function LineDialog({
  tag,
  what,
  onClose,
}: {
  tag: string
  what: What
  onClose: () => void
}) {
  const note = useNotePump(tag)
  const [id] = useState(() => crypto.randomUUID())
  const [text, setText] = useState('')
  const [file, setFile] = useState<File>()
  const input = useRef<HTMLInputElement>(null)
  const w = words[what.kind]
  const error = note.error instanceof ApiError ? note.error : null
  const named = error?.field('text') || error?.field('hours')
  const keep = () => {
    const line: LineForm = { id, kind: what.kind, on: what.on }
    if (what.kind === 'hours') line.hours = text
    else line.text = text || undefined
    note.mutate({ line, file }, { onSuccess: onClose })
  }
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="line-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          keep()
        }}
      >
        <DialogTitle id="line-title" variant="h2">
          {w.title}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 3, pt: '8px !important' }}>
          {what.of && <Typography sx={{ fontWeight: 600 }}>{what.of}</Typography>}
          {what.kind === 'paper' && (
            <Box sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
              <Button
                size="large"
                variant="outlined"
                autoFocus
                onClick={() => input.current?.click()}
              >
                Take a picture, or choose a file
              </Button>
              <span>{file?.name ?? 'PDF, JPEG, PNG or WebP, at most 10 MB'}</span>
              <input
                ref={input}
                type="file"
                hidden
                accept="application/pdf,image/jpeg,image/png,image/webp"
                aria-label="Drawing or picture"
                data-paper
                onChange={(e) => {
                  const f = e.target.files?.[0]
                  setFile(f)
                  if (f && !text) setText(f.name.replace(/\.\w+$/, ''))
                }}
              />
            </Box>
          )}
          <TextField
            label={w.label}
            value={text}
            onChange={(e) => setText(e.target.value)}
            autoFocus={what.kind !== 'paper'}
            error={!!named}
            helperText={named || w.hint}
            slotProps={{
              htmlInput: {
                autoComplete: 'off',
                'data-line': what.kind,
                inputMode: what.kind === 'hours' ? 'decimal' : 'text',
              },
            }}
          />
          {error && !named && (
            <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
              {error.message}
            </Box>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={note.isPending}
            sx={{ minHeight: 48, px: 5 }}
          >
            Keep
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
