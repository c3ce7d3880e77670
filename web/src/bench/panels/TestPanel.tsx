import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useHandsOn } from '../../api/hands'
import { Choice } from '../../app/Choice'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Elapsed } from './Elapsed'

/** A leak test: pressure, minutes, drops. */
export function TestPanel() {
  const { job, step, body, change, disabled, kept, clock, focus } = usePanel()
  const { pressure, minutes, drops, choices } = step.panel
  const form = body.test ?? {}
  const set = (patch: Partial<typeof form>) => change({ ...body, test: { ...form, ...patch } })
  const began = useHandsOn(job.number)(step.id).find((h) => h.clock)?.clock?.began
  const go = () => {
    if (disabled || kept) return
    if (began) {
      const held = (Date.now() - Date.parse(began)) / 60_000
      set({ minutes: String(Math.round(held * 10) / 10) })
    }
    clock(began ? undefined : new Date().toISOString())
  }
  const open = !disabled && !kept
  const liquid = form.medium === 'water' || form.medium === 'own'
  const harms = form.medium !== undefined && form.medium !== 'water'
  const pick = (medium: string) => {
    if (!open) return
    set({ medium: medium as typeof form.medium })
    focus.step()
  }
  // What is said by a key leads to the boxes.
  const say = (there: boolean, patch: Partial<typeof form>) => {
    if (!open || !there) return
    set(patch)
    focus.firstBox()
  }
  useKeys({
    h: go,
    v: () => say(liquid, { vented: form.vented ? undefined : true }),
    g: () => say(harms, { site_rule: form.site_rule ? undefined : true }),
    ...Object.fromEntries((choices ?? []).map((c, i) => [String(i + 1), () => pick(c.key)])),
  })
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Typography>
        Asked: {pressure || 'no pressure known, look it up'}, held {minutes} minutes, at most{' '}
        {drops ?? 0} drops.
      </Typography>
      {choices && (
        <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
          <Choice
            label="Tested with"
            value={form.medium ?? ''}
            disabled={!open}
            onChange={pick}
            sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}
            optionSx={{ gap: 2, minHeight: 44 }}
            options={choices.map((c, i) => ({
              value: c.key,
              data: { 'data-choice': c.key },
              label: (
                <>
                  <Key>{String(i + 1)}</Key> {c.words}
                </>
              ),
            }))}
          />
          {liquid && (
            <Tick
              label="The air was let out before"
              shortcut="v"
              field="vented"
              on={form.vented}
              disabled={disabled}
              onChange={(vented) => set({ vented })}
            />
          )}
          {harms && (
            <Tick
              label={
                form.medium === 'own'
                  ? 'A liquid that harms: by the rule of the site'
                  : 'By the rule of the site'
              }
              shortcut="g"
              field="site_rule"
              on={form.site_rule}
              disabled={disabled}
              onChange={(site_rule) => set({ site_rule })}
            />
          )}
        </Box>
      )}
      {!kept && (
        <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap' }}>
          <Elapsed from={began} minutes={minutes} />
          <Button size="large" variant="contained" data-clock disabled={disabled} onClick={go}>
            {began ? 'Stop' : 'Start'} <Key on>h</Key>
          </Button>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap' }}>
        <EntryBox
          above
          label="Pressure"
          field="body.test.pressure"
          of="pressure"
          value={form.pressure}
          onChange={(t) => set({ pressure: t })}
          plain
          width={180}
        />
        {(form.medium === 'air' || form.medium === 'nitrogen') && (
          <EntryBox
            above
            label="The weakest part may hold"
            field="body.test.rated"
            of="pressure"
            value={form.rated}
            onChange={(t) => set({ rated: t || undefined })}
            plain
            width={180}
          />
        )}
        <EntryBox
          above
          label="Minutes held"
          field="body.test.minutes"
          value={form.minutes}
          onChange={(t) => set({ minutes: t })}
          plain
        />
        <EntryBox
          above
          label="Drops"
          field="body.test.drops"
          value={form.drops}
          onChange={(t) => set({ drops: t })}
          plain
        />
      </Box>
    </Box>
  )
}

function Tick({
  label,
  shortcut,
  field,
  on = false,
  disabled,
  onChange,
}: {
  label: string
  shortcut: string
  field: string
  on: boolean | undefined
  disabled: boolean
  onChange: (on: boolean | undefined) => void
}) {
  return (
    <FormControlLabel
      label={
        <>
          {label} <Key>{shortcut}</Key>
        </>
      }
      control={
        <Checkbox
          checked={on}
          disabled={disabled}
          onChange={(e) => onChange(e.target.checked || undefined)}
          slotProps={{ input: { 'data-tick': field } as object }}
        />
      }
    />
  )
}
