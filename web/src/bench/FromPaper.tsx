import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useShop } from '../api/client'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { read, write } from '../app/settings'
import { useMe } from '../door/me'
import { ink } from '../theme'

/** Whose work is typed in from paper, and when it was done, as it was written there. */
interface Written {
  by: string
  day: string
  time: string
}

export interface Paper {
  written: Written | null
  set: (written: Written | null) => void
}

const two = (n: number) => String(n).padStart(2, '0')
const today = () => {
  const d = new Date()
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}`
}

/** Whether a job is typed in from a work order on paper. It is kept in the browser until it is ended. */
export function usePaper(job: string): Paper {
  const at = `settle.paper.${job}`
  const [written, set] = useState<Written | null>(() => {
    try {
      return JSON.parse(read(at) ?? 'null') as Written | null
    } catch {
      return null
    }
  })
  return {
    written,
    set: (next) => {
      write(at, next && JSON.stringify(next))
      set(next)
    },
  }
}

/** What an entry says of the paper it was typed from. */
export function sourceOf({ written }: Paper) {
  if (!written) return {}
  // A day without its time is noon of that day: the day is what was written.
  const done = new Date(`${written.day}T${written.time || '12:00'}`)
  return {
    on_paper: true,
    done_by: written.by || undefined,
    done_at: written.day && !Number.isNaN(done.getTime()) ? done.toISOString() : undefined,
  }
}

/** The line above a step, while a job is typed in from paper; else the way to begin. */
export function FromPaper({ paper }: { paper: Paper }) {
  const shop = useShop()
  const { id: person } = useMe()
  const people = shop.data?.people ?? []
  const { written, set } = paper
  const begin = () =>
    set({ by: people.find((p) => p.id === person)?.name ?? '', day: today(), time: '' })
  useKeys({ x: () => (written ? set(null) : begin()) })
  if (!written)
    return (
      <Button
        variant="text"
        data-from-paper
        onClick={begin}
        sx={{ px: 1, gap: 2, alignSelf: 'start' }}
      >
        Type in from paper <Key>x</Key>
      </Button>
    )
  return (
    <Box role="group" aria-label="Typed from paper" data-paper sx={strip}>
      <strong>From paper</strong>
      <TextField
        select
        size="small"
        label="done by"
        value={written.by}
        onChange={(e) => set({ ...written, by: e.target.value })}
        sx={{ minWidth: 130 }}
      >
        {people.map((p) => (
          <MenuItem key={p.id} value={p.name}>
            {p.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        size="small"
        type="date"
        label="on"
        value={written.day}
        onChange={(e) => set({ ...written, day: e.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        size="small"
        type="time"
        label="at, as written"
        value={written.time}
        onChange={(e) => set({ ...written, time: e.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Button variant="text" onClick={() => set(null)}>
        End <Key>x</Key>
      </Button>
    </Box>
  )
}

const strip = {
  display: 'flex',
  flexWrap: 'wrap',
  gap: 2,
  alignItems: 'center',
  borderLeft: `6px solid ${ink('brass')}`,
  background: ink('paper'),
  p: 1.5,
  mb: 1.5,
} as const
