import { use, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { useToolChoices } from '../api/client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import type { Unit } from '../app/settings'
import { EntryBox, EntryContext } from '../entry/EntryBox'
import { condensed, ink, size } from '../theme'
import type { Field, Group, Rows } from './form'
import { at, rowsShown, rowsUsed, text, type Texts } from './values'

interface Props {
  groups: Group[]
  texts: Texts
  unit: Unit
  onChange: (path: string, text: string) => void
  /** titles of lists stand before their boxes, so that all of it is on one screen */
  dense?: boolean
}

/** The boxes of a tool, in the order they are filled. */
export function ToolForm({ groups, texts, unit, onChange, dense }: Props) {
  const { errors } = use(EntryContext)
  const box = (f: Field, path: string, label: string) => {
    const value = text(texts, f, path, unit)
    if (f.kind === 'choice' || f.kind === 'yes')
      return (
        <Choice
          key={path}
          field={f}
          path={path}
          label={label}
          value={value}
          onChange={(t) => onChange(path, t)}
        />
      )
    if (f.kind === 'lengths')
      return (
        <TextField
          key={path}
          label={label}
          value={value}
          multiline
          minRows={3}
          maxRows={10}
          onChange={(e) => onChange(path, e.target.value)}
          error={errors.some((e) => e.field.startsWith(f.name))}
          helperText={errors.find((e) => e.field.startsWith(f.name))?.message}
          slotProps={{ htmlInput: { 'data-field': path, spellCheck: false } }}
          sx={{ width: '100%', maxWidth: 560 }}
        />
      )
    return (
      <EntryBox
        key={path}
        above
        label={label}
        name={f.label}
        field={path}
        value={value}
        onChange={(t) => onChange(path, t)}
        plain={f.kind !== undefined && f.kind !== 'length'}
        width={f.width}
      />
    )
  }
  const faulty = (f: Field) => errors.some((e) => e.field === f.name)
  const inUse = (g: Group) =>
    (g.fields ?? []).some((f) => (!f.beside && text(texts, f, f.name, unit) !== '') || faulty(f)) ||
    (g.rows !== undefined && rowsUsed(texts, g.rows) > 0)
  // What a row begins with, such as its clock position, is the label of its first box.
  const row = (rows: Rows, r: number) => {
    // One that an address gives otherwise is a box like the others.
    const other = ([name, was]: [string, string]) => (texts[at(rows, r, name)] ?? was) !== was
    const first = Object.entries(rows.first[r] ?? {}).some(other) ? {} : (rows.first[r] ?? {})
    const named = Object.values(first).join(' ')
    const boxes = rows.item.filter((f) => first[f.name] === undefined)
    return boxes.map((f, i) => {
      const path = at(rows, r, f.name)
      const label =
        i === 0 && named
          ? boxes.length > 1
            ? `${named} ${f.short ?? ''}`
            : named
          : (f.short ?? '')
      if (f.kind === 'choice') return box(f, path, '')
      return (
        <EntryBox
          key={path}
          label={label}
          name={`${f.label} ${named || r + 1}`}
          field={path}
          value={text(texts, f, path, unit)}
          onChange={(t) => onChange(path, t)}
          plain={f.kind !== undefined && f.kind !== 'length'}
          width={(f.width ?? 112) + (label ? 20 + label.length * 6 : 0)}
        />
      )
    })
  }
  return (
    <Box sx={{ display: 'grid', gap: dense ? 2 : 3, alignContent: 'start' }}>
      {groups.map((g, i) => (
        <Titled key={g.title ?? i} group={g} used={inUse(g)} beside={dense && g.rows !== undefined}>
          {g.fields && (
            <Box
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                columnGap: 2.5,
                rowGap: 2,
                alignItems: 'flex-start',
              }}
            >
              {g.fields.map((f) => box(f, f.name, f.label))}
            </Box>
          )}
          {g.rows && (
            <Box
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                columnGap: dense ? 1 : g.rows.item.length > 1 ? 4 : 2,
                rowGap: 2,
                alignItems: 'flex-start',
              }}
            >
              {Array.from({ length: rowsShown(texts, g.rows) }, (_, r) => (
                <Box key={r} sx={{ display: 'flex', gap: 1 }}>
                  {row(g.rows!, r)}
                </Box>
              ))}
            </Box>
          )}
        </Titled>
      ))}
    </Box>
  )
}

/** A group under its title. A folded one is its title alone, to be opened, until it is used. */
function Titled({
  group,
  used,
  beside,
  children,
}: {
  group: Group
  used: boolean
  beside: boolean | undefined
  children: React.ReactNode
}) {
  const [shown, setShown] = useState(!group.folded)
  const box = useRef<HTMLElement>(null)
  if (used && !shown) setShown(true)
  const open = () => {
    flushSync(() => setShown(true))
    box.current?.querySelector<HTMLElement>('[data-entry]')?.focus()
  }
  if (!shown)
    return (
      <Button
        variant="text"
        aria-expanded={false}
        onClick={open}
        sx={{ justifySelf: 'start', my: -1, px: 1, ml: -1, textAlign: 'left' }}
      >
        + {group.title}
      </Button>
    )
  return (
    <Box
      role={group.title ? 'group' : undefined}
      aria-label={group.title}
      ref={box}
      sx={
        beside && group.title && !group.note
          ? { display: 'grid', gridTemplateColumns: '92px minmax(0, 1fr)', gap: 1 }
          : undefined
      }
    >
      {group.title && (
        <Typography variant="h3" component="h2" sx={{ mb: 1 }}>
          {group.title}
        </Typography>
      )}
      {group.note && (
        <Typography variant="body2" sx={{ mb: 1 }}>
          {group.note}
        </Typography>
      )}
      {children}
    </Box>
  )
}

const yesOrNo = [
  ['', 'no'],
  ['true', 'yes'],
] as const

function Choice({
  field,
  path,
  label,
  value,
  onChange,
}: {
  field: Field
  path: string
  label: string
  value: string
  onChange: (text: string) => void
}) {
  const lists = useToolChoices()
  const listed = field.from && lists.data ? lists.data[field.from] : []
  const choices =
    field.kind === 'yes' ? yesOrNo : (field.choices ?? listed.map((c) => [c, c || '–'] as const))
  if (choices.length > 4) {
    return (
      // The browser's own list is one of the boxes: Enter goes on from it, letters choose.
      <TextField
        select
        size="small"
        label={label || field.label}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        sx={{ minWidth: 104, '& .MuiInputBase-root': { height: 54 } }}
        slotProps={{
          select: { native: true },
          inputLabel: { shrink: true },
          htmlInput: { 'data-entry': '', 'data-field': path },
        }}
      >
        {!choices.some(([key]) => key === value) && <option value={value}>{value}</option>}
        {choices.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </TextField>
    )
  }
  return (
    <Box>
      <Box
        sx={{
          fontFamily: condensed,
          fontSize: size.text,
          fontWeight: 500,
          color: ink('ink2'),
          lineHeight: 1.2,
          pb: 1,
        }}
      >
        {label}
      </Box>
      <ToggleButtonGroup
        exclusive
        value={value}
        aria-label={field.label}
        onChange={(_, c: string | null) => {
          if (c !== null) onChange(c)
        }}
      >
        {choices.map(([key, words]) => (
          <ToggleButton key={key} value={key} sx={{ minHeight: '54px !important' }}>
            {words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  )
}
