import { use } from 'react'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { GaugePage } from '../../api/types'
import { useUnit } from '../../app/settings'
import { EntryContext } from '../../entry/EntryBox'
import { DripCounter } from '../../tools/DripCounter'
import { ToolForm } from '../../tools/ToolForm'
import { ToolPicture } from '../../tools/ToolPicture'
import { tools } from '../../tools/tools'
import { flat, groupsOf, request, without, type Texts } from '../../tools/values'
import type { Drafted } from '../draft'
import { usePanel } from '../panel'
import { limitText } from '../Result'

/** A step that is a calculation: the bench tool of its kind, with what the plan and the pump's papers give already filled in. */
export function ToolPanel() {
  const { body, change } = usePanel()
  return (
    <Asking
      path="body.tool"
      input={body.tool}
      onInput={(tool, texts) => change({ ...body, tool, _texts: texts } as Drafted)}
    />
  )
}

/** The boxes and the picture of a calculation somewhere in a body. */
export function Asking({
  path,
  input,
  onInput,
  aside,
}: {
  path: string
  input: Record<string, unknown> | undefined
  onInput: (input: Record<string, unknown>, texts: Texts) => void
  aside?: React.ReactNode
}) {
  const { step, body, reading, disabled, gauge } = usePanel()
  const entering = use(EntryContext)
  const { show, unit: shown } = useUnit()
  const { tool: kind = '', given = {} } = step.panel
  const tool = tools.find((t) => t.kind === kind)
  if (!tool) return null
  const unit = body.unit === 'mm' ? 'mm' : 'thou'
  const texts = (body as Drafted)._texts ?? flat(input ?? {})
  const known = { ...flat(given), ...ofGauge(gauge?.now) }
  // How warm it left the heater has a box of its own beside the clock.
  const there = { ...known, left_c: '' }
  const groups = without(groupsOf(tool, { ...texts, ...known }, unit), there)
  const { boxes } = request(groups, texts, unit)
  const box = (field: string) =>
    field.startsWith(path + '.') ? (boxes.get(field.slice(path.length + 1)) ?? field) : field
  const sent = (b: string) => `${path}.${[...boxes].find(([, to]) => to === b)?.[0] ?? b}`
  const set = (at: string, t: string) => {
    const next = { ...texts, [at]: t }
    onInput(
      request(without(groupsOf(tool, { ...next, ...known }, unit), there), next, unit)
        .input as Record<string, unknown>,
      next,
    )
  }
  const facts = Object.entries(known)
    .filter(
      ([name, v]) =>
        v !== '' &&
        name !== 'phase' &&
        name !== 'touching' &&
        !name.startsWith('target.') &&
        !name.startsWith('window_c.'),
    )
    .map(([name, v]) => `${words(name)} ${v}${name === 'cap_c' ? ' °C' : ''}`)
  if (known.touching) facts.push('the first number is the distance at touch, no shim')
  if (known['window_c.min'])
    facts.push(`the maker’s window ${known['window_c.min']} to ${known['window_c.max']} °C`)
  if (known['target.min'] ?? known['target.max'])
    facts.push(`window ${limitText(step.panel.limit, show)} ${shown}`)
  return (
    <EntryContext
      value={{
        ...entering,
        unit,
        errors: entering.errors.map((e) => ({ ...e, field: box(e.field) })),
        echo: entering.echo.map((e) => ({ ...e, field: box(e.field) })),
        carried: Object.fromEntries(
          Object.entries(entering.carried).map(([field, carry]) => [box(field), carry]),
        ),
        notCarried: Object.fromEntries(
          Object.entries(entering.notCarried).map(([field, why]) => [box(field), why]),
        ),
        setField: (f) => entering.setField(f && sent(f)),
      }}
    >
      <Box sx={{ display: 'grid', gap: 3 }}>
        {kind === 'drip' && (
          <DripCounter
            taps={texts.taps_s ?? ''}
            onTaps={(t) => set('taps_s', t)}
            disabled={disabled}
          />
        )}
        {facts.length > 0 && <Typography variant="body2">Known: {facts.join(', ')}.</Typography>}
        {/* What goes on beside the calculation stands before what is seldom changed in it. */}
        <ToolForm
          dense
          groups={aside ? groups.slice(0, 1) : groups}
          texts={texts}
          unit={unit}
          onChange={set}
        />
        {aside}
        {aside && <ToolForm groups={groups.slice(1)} texts={texts} unit={unit} onChange={set} />}
        {kind !== 'shim' && ( // its stack stands beside the boxes
          <Box sx={{ maxWidth: 440 }}>
            <ToolPicture kind={kind} look={reading?.tool} asked={{ ...(input ?? {}), ...given }} />
          </Box>
        )}
      </Box>
    </EntryContext>
  )
}

const names: Record<string, string> = {
  cap_c: 'cap',
  'limit.min': 'least',
  'limit.max': 'most',
  threads_per_inch: 'threads an inch',
}
const words = (name: string) => names[name] ?? name.replace(/_/g, ' ').replace(/\./g, ' ')

/** What the register knows of the gauge in the hand need not be typed. */
const ofGauge = (g: GaugePage | undefined): Texts => ({
  ...(g?.counts && { graduation: g.counts }),
  ...(g?.mpe && { mpe: g.mpe }),
})
