import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import { useKeys } from '../../app/keys'
import { Key } from '../../app/HelpDialog'
import { condensed, ink } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

const words: [string, string][] = [
  ['free', 'No resistance, one full turn and back'],
  ['drags', 'Evenly stiff all round'],
  ['rough', 'Grains or steps in the bearing'],
  ['rubs', 'Touches at one place'],
  ['binds', 'Stops at one place'],
  ['locked', 'Does not turn'],
]

export function TurnPanel() {
  const { body, change, disabled } = usePanel()
  const turn = body.turn ?? { turn: '' }
  const choose = (word: string) => {
    if (disabled) return
    change({ ...body, turn: { ...turn, turn: word } })
    // Where it catches is asked next; what turns free catches nowhere.
    setTimeout(() =>
      (word === 'free'
        ? document.querySelector<HTMLElement>('[aria-labelledby=step-title]')
        : document.querySelector<HTMLElement>('[data-field="body.turn.clock"]')
      )?.focus(),
    )
  }
  useKeys(Object.fromEntries(words.map(([w], i) => [String(i + 1), () => choose(w)])))
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box
        role="radiogroup"
        aria-label="Turned by hand"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))',
          gap: 2,
        }}
      >
        {words.map(([w, what], i) => {
          const on = turn.turn === w
          return (
            <ButtonBase
              key={w}
              role="radio"
              aria-checked={on}
              disabled={disabled}
              onClick={() => choose(w)}
              data-turn={w}
              sx={{
                minHeight: 56,
                px: 3,
                gap: 3,
                justifyContent: 'flex-start',
                textAlign: 'left',
                border: `1.5px solid ${on ? ink('dyeText') : ink('ink')}`,
                background: on ? ink('dye') : ink('paper'),
                color: on ? ink('onDye') : ink('ink'),
              }}
            >
              <Key on={on}>{String(i + 1)}</Key>
              <Box>
                <Box
                  sx={{
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: '1.25rem',
                    lineHeight: 1.1,
                  }}
                >
                  {w}
                </Box>
                <Box sx={{ fontSize: '0.8125rem' }}>{what}</Box>
              </Box>
            </ButtonBase>
          )
        })}
      </Box>
      <EntryBox
        label="at"
        name="Clock position where it catches, may be left blank"
        field="body.turn.clock"
        value={turn.clock}
        onChange={(clock) => change({ ...body, turn: { ...turn, clock } })}
        plain
        width={150}
      />
    </Box>
  )
}
