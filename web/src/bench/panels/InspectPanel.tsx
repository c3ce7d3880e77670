import { use } from 'react'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Choice, tile, tileOn } from '../../app/Choice'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { OutcomeShape, outcomeWord } from '../../shapes/Verdict'
import { condensed, ink, size } from '../../theme'
import { EntryBox, EntryContext } from '../../entry/EntryBox'
import { AddPicture } from '../Pictures'
import { usePanel } from '../panel'

const tick = {
  ...tile,
  gap: 3,
  justifyContent: 'flex-start',
  textAlign: 'left',
  fontSize: size.body,
} as const

export function InspectPanel() {
  const { job, step, body, change, reading, disabled } = usePanel()
  const { errors } = use(EntryContext)
  const { findings = [], rule } = step.panel
  const form = body.inspect
  const found = form?.found ?? []
  const none = form !== undefined && found.length === 0
  const set = (patch: Partial<NonNullable<typeof form>>) => {
    if (!disabled)
      change({
        ...body,
        inspect: {
          found,
          where: form?.where,
          at: form?.at,
          outcome: form?.outcome,
          reason: form?.reason,
          ...patch,
        },
      })
  }
  const without = (key: string) =>
    Object.fromEntries(Object.entries(form?.at ?? {}).filter(([k]) => k !== key))
  const toggle = (key: string) =>
    set(
      found.includes(key)
        ? { found: found.filter((f) => f !== key), at: without(key) }
        : { found: [...found, key] },
    )
  useKeys({
    0: () => set({ found: [] }),
    ...Object.fromEntries(findings.map((f, i) => [String(i + 1), () => toggle(f.key)])),
  })
  // Without a form the rule says nothing yet: something has to be ticked, or "nothing found".
  const decided = reading?.outcome
  const missing = errors.find(
    (e) => e.field === 'body.inspect.reason' || e.field === 'body.inspect.outcome',
  )?.message
  const overrule = form?.outcome !== undefined && reading?.by_rule !== undefined
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5 }}>
      {rule && <Typography sx={{ fontWeight: 500 }}>Settled beforehand: {rule}.</Typography>}
      <Box role="group" aria-label="Findings" sx={{ display: 'grid', gap: 1 }}>
        <ButtonBase
          role="checkbox"
          aria-checked={none}
          onClick={() => set({ found: [] })}
          disabled={disabled}
          data-finding="none"
          sx={{ ...tick, ...(none ? tileOn : {}) }}
        >
          <Key>0</Key>
          <Tick on={none} />
          {findings.length ? 'Nothing found' : 'As the rule says'}
        </ButtonBase>
        {findings.map((f, i) => (
          <Box key={f.key}>
            <ButtonBase
              role="checkbox"
              aria-checked={found.includes(f.key)}
              onClick={() => toggle(f.key)}
              disabled={disabled}
              data-finding={f.key}
              sx={{ ...tick, ...(found.includes(f.key) ? tileOn : {}), width: '100%' }}
            >
              <Key>{String(i + 1)}</Key>
              <Tick on={found.includes(f.key)} />
              <Box sx={{ flex: 1 }}>{f.words}</Box>
              <OutcomeShape outcome={f.outcome} />
            </ButtonBase>
            {found.includes(f.key) && (
              <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', pl: 12, py: 1 }}>
                <EntryBox
                  label="Where"
                  name={`Where: ${f.words}`}
                  field={`body.inspect.at.${f.key}`}
                  value={form?.at?.[f.key]}
                  onChange={(at) => set({ at: at ? { ...form?.at, [f.key]: at } : without(f.key) })}
                  plain
                  width={190}
                />
                <Typography variant="body2">4h, v3, inboard</Typography>
                <AddPicture job={job.number} step={step.id} of={f.key} disabled={disabled} />
              </Box>
            )}
          </Box>
        ))}
      </Box>
      {findings.length > 0 && (
        <EntryBox
          above
          label="More about it (may be left blank)"
          field="body.inspect.where"
          value={form?.where}
          onChange={(where) => set({ where })}
          plain
          width={300}
        />
      )}
      {decided && (
        <Box>
          <Typography variant="body2" sx={{ mb: 1 }}>
            Decide otherwise
          </Typography>
          <Choice
            label="Outcome"
            value={reading.outcome}
            disabled={disabled}
            onChange={(outcome) => set({ outcome })}
            sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}
            optionSx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.label }}
            options={(step.panel.outcomes ?? []).map((o) => ({
              value: o,
              data: { 'data-choose': o },
              label: (
                <>
                  <OutcomeShape outcome={o} />
                  {outcomeWord(o)}
                </>
              ),
            }))}
          />
          {overrule && (
            <TextField
              fullWidth
              size="small"
              label="Reason, against the rule"
              value={form?.reason ?? ''}
              onChange={(e) => set({ reason: e.target.value })}
              error={missing !== undefined}
              helperText={missing && `Reason ${missing}`}
              sx={{ mt: 2 }}
              slotProps={{
                htmlInput: {
                  'data-entry': '',
                  'data-field': 'body.inspect.reason',
                  autoComplete: 'off',
                },
              }}
            />
          )}
        </Box>
      )}
    </Box>
  )
}

function Tick({ on }: { on: boolean }) {
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden>
      <rect
        x="1.5"
        y="1.5"
        width="17"
        height="17"
        fill={on ? ink('dye') : 'none'}
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      {on && <path d="m5 10 4 4 7-8" fill="none" stroke={ink('onDye')} strokeWidth="2.4" />}
    </svg>
  )
}
