import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { usePump } from '../api/pumps'
import { ink, size } from '../theme'

/** What is asked with a job, by key; what is missing is what the plan proposes. */
export interface Asked {
  why?: string
  scope?: string
  arrives?: 'in-line' | 'bench' | 'new-parts'
}

interface Props {
  tag: string
  asked: Asked
  onAsked: (asked: Asked) => void
  /** words to choose from where the plan has no complaints of its own */
  usual: string[]
  onUsual: (words: string) => void
}

/** Why the pump is here, how much of the work it is to be, and how it comes. */
export function AskedBoxes({ tag, asked, onAsked, usual, onUsual }: Props) {
  const plan = usePump(tag).data?.plan
  if (!plan) return null
  const { complaints, scopes, arrives } = plan
  const proposed = complaints.find((c) => c.key === asked.why)?.scope ?? scopes[0]?.key
  const scope = scopes.find((s) => s.key === (asked.scope ?? proposed))
  const comes = scope?.arrives
    ? arrives?.choices.filter((c) => scope.arrives?.includes(c.key))
    : arrives?.choices
  const usually = comes?.find((c) => c.key === arrives?.default) ?? comes?.[0]
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        {complaints.map((c) => (
          <Button
            key={c.key}
            data-why={c.key}
            variant={asked.why === c.key ? 'contained' : 'outlined'}
            aria-pressed={asked.why === c.key}
            onClick={() =>
              onAsked({
                ...asked,
                why: asked.why === c.key ? undefined : c.key,
                arrives: undefined,
              })
            }
            sx={{ px: 3 }}
          >
            {c.words}
          </Button>
        ))}
        {complaints.length === 0 &&
          usual.map((r) => (
            <Button key={r} variant="outlined" onClick={() => onUsual(r)} sx={{ px: 3 }}>
              {r}
            </Button>
          ))}
      </Box>
      {scope && (
        <Choice
          title="How much of the work?"
          name="scope"
          options={scopes}
          value={scope.key}
          onChange={(key) => onAsked({ ...asked, scope: key, arrives: undefined })}
          note={[
            asked.scope === undefined ? 'Proposed.' : '',
            scope.covers,
            scope.checks ? 'Nothing is repaired: the sheet will not say ready to run.' : '',
          ]
            .filter(Boolean)
            .join(' ')}
        />
      )}
      {arrives && comes && usually && (
        <Choice
          title={arrives.title}
          name="arrives"
          options={comes}
          value={asked.arrives ?? usually.key}
          onChange={(key) => onAsked({ ...asked, arrives: key as Asked['arrives'] })}
          note="It settles which cautions there are."
        />
      )}
    </>
  )
}

function Choice({
  title,
  name,
  options,
  value,
  onChange,
  note,
}: {
  title: string
  name: string
  options: { key: string; title: string }[]
  value: string
  onChange: (key: string) => void
  note: string
}) {
  return (
    <Box>
      <Typography variant="h3" component="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      <ToggleButtonGroup
        exclusive
        orientation={options.length > 3 ? 'vertical' : 'horizontal'}
        fullWidth
        value={value}
        aria-label={title}
        onChange={(_, key: string | null) => {
          if (key) onChange(key)
        }}
      >
        {options.map((o) => (
          <ToggleButton key={o.key} value={o.key} data-choice={`${name}-${o.key}`}>
            {o.title}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {note && <Box sx={{ mt: 1, color: ink('ink2'), fontSize: size.text }}>{note}</Box>}
    </Box>
  )
}
