import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { ApiError } from '../api/client'
import { useGauges, useNoteGauge } from '../api/gauges'
import type { Gauge, GaugeForm, GaugePage } from '../api/types'
import { ink } from '../theme'

type What = GaugeForm['kind']

const titles: Record<What, string> = {
  put: 'A gauge',
  calibrated: 'It was calibrated, and is good',
  bad: 'It was found bad',
  retired: 'It is not used any more',
}

/** Puts a gauge into the register, or notes what became of it. */
export function GaugeDialog({
  what,
  gauge,
  onClose,
  onDone,
}: {
  what: What
  gauge?: GaugePage
  onClose: () => void
  onDone?: (g: GaugePage) => void
}) {
  const note = useNoteGauge(gauge?.key ?? '')
  const kinds = useGauges().data?.kinds ?? []
  const [id] = useState(() => crypto.randomUUID())
  const [form, setForm] = useState<Gauge>(
    gauge ? own(gauge) : { key: '', name: '', kind: 'indicator' },
  )
  const [text, setText] = useState('')
  const [file, setFile] = useState<File>()
  const input = useRef<HTMLInputElement>(null)
  const error = note.error instanceof ApiError ? note.error : null
  const box = (field: keyof Gauge, label: string, hint = '', type = 'text') => (
    <TextField
      key={field}
      label={label}
      type={type}
      value={form[field] ?? ''}
      onChange={(e) => setForm({ ...form, [field]: e.target.value })}
      error={!!error?.field(`gauge.${field}`)}
      helperText={error?.field(`gauge.${field}`) || hint}
      disabled={field === 'key' && gauge !== undefined}
      autoFocus={field === (gauge ? 'name' : 'key')}
      slotProps={{
        htmlInput: { autoComplete: 'off', 'data-gauge': field },
        inputLabel: type === 'date' ? { shrink: true } : undefined,
      }}
    />
  )
  const days = [
    box('calibrated', 'Calibrated on', '', 'date'),
    box('due', 'Next one due on', '', 'date'),
  ]
  const certificate = (
    <Box key="file" sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap' }}>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Its certificate
      </Button>
      <span>{file?.name ?? 'PDF, JPEG, PNG or WebP, at most 10 MB; may be left out'}</span>
      <input
        ref={input}
        type="file"
        hidden
        accept="application/pdf,image/jpeg,image/png,image/webp"
        aria-label="Certificate"
        data-certificate
        onChange={(e) => setFile(e.target.files?.[0])}
      />
    </Box>
  )
  const send = () => {
    const whole = what === 'put' || what === 'calibrated'
    note.mutate(
      {
        form: {
          id,
          kind: what,
          gauge: whole ? filled(form) : undefined,
          text: text || undefined,
        },
        file: whole ? file : undefined,
      },
      {
        onSuccess: (g) => {
          onClose()
          onDone?.(g)
        },
      },
    )
  }
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="gauge-title">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          send()
        }}
      >
        <DialogTitle id="gauge-title" variant="h2">
          {gauge
            ? `${gauge.key}: ${what === 'put' ? 'what is known of it' : titles[what].toLowerCase()}`
            : titles[what]}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 3, pt: '8px !important' }}>
          {what === 'put' && [
            box('key', 'Number on it', 'Such as IND-3'),
            box('name', 'What it is', 'Such as dial indicator 10 mm'),
            <TextField
              key="kind"
              select
              label="Kind"
              value={form.kind}
              onChange={(e) => setForm({ ...form, kind: e.target.value as Gauge['kind'] })}
            >
              {kinds.map((k) => (
                <MenuItem key={k.kind} value={k.kind}>
                  {k.title}
                </MenuItem>
              ))}
            </TextField>,
            box('graduation', 'One division', 'With its unit: 0.01 mm, 0.5 thou'),
            <TextField
              key="read_to"
              select
              label="It is read here to"
              value={form.read_to ?? '1'}
              onChange={(e) => setForm({ ...form, read_to: e.target.value as Gauge['read_to'] })}
              helperText="That is the graduation that counts."
            >
              <MenuItem value="1">a whole division</MenuItem>
              <MenuItem value="1/2">half a division</MenuItem>
            </TextField>,
            box(
              'mpe',
              'Maximum permissible error',
              'With its unit, from its certificate; may be left out',
            ),
            box('range', 'Range', 'Such as 0 to 10 mm'),
            box('where', 'Where it is kept'),
          ]}
          {(what === 'put' || what === 'calibrated') && [...days, certificate]}
          {what !== 'put' && (
            <TextField
              label={
                what === 'calibrated'
                  ? 'By whom (may be left blank)'
                  : what === 'bad'
                    ? 'What is wrong with it?'
                    : 'Why?'
              }
              value={text}
              onChange={(e) => setText(e.target.value)}
              autoFocus={what !== 'calibrated'}
              error={!!error?.field('text')}
              helperText={error?.field('text')}
              slotProps={{ htmlInput: { autoComplete: 'off', 'data-gauge': 'text' } }}
            />
          )}
          {note.error && (
            <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
              {note.error.message}
            </Box>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={note.isPending}>
            Keep
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}

/** What the register has of a gauge, without what follows from its log. */
const own = (g: GaugePage): Gauge => ({
  key: g.key,
  name: g.name,
  kind: g.kind,
  graduation: g.graduation,
  read_to: g.read_to,
  range: g.range,
  mpe: g.mpe,
  calibrated: g.calibrated,
  due: g.due,
  certificate: g.certificate,
  where: g.where,
})

/** Blank boxes are left out. */
const filled = (g: Gauge): Gauge => ({
  ...(Object.fromEntries(Object.entries(g).filter(([, v]) => v)) as unknown as Gauge),
  key: g.key,
  name: g.name,
  kind: g.kind,
})
