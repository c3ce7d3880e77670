import Box from '@mui/material/Box'
import { Choice } from '../../app/Choice'
import { useKeys } from '../../app/keys'
import { Key } from '../../app/HelpDialog'
import { condensed } from '../../theme'
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

/** How the shaft turns by hand, and where it catches. */
export function TurnPanel() {
  const { body, change, disabled, focus } = usePanel()
  const turn = body.turn ?? { turn: '' }
  const set = (word: string) => change({ ...body, turn: { ...turn, turn: word } })
  // Where it catches is asked next; what turns free catches nowhere.
  const pick = (word: string) => {
    if (disabled) return
    set(word)
    setTimeout(() => (word !== 'free' && focus.box('body.turn.clock')) || focus.step())
  }
  useKeys(Object.fromEntries(words.map(([w], i) => [String(i + 1), () => pick(w)])))
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Choice
        label="Turned by hand"
        value={turn.turn}
        disabled={disabled}
        onChange={set}
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))',
          gap: 2,
        }}
        optionSx={{ minHeight: 56, gap: 3, justifyContent: 'flex-start', textAlign: 'left' }}
        options={words.map(([w, what], i) => ({
          value: w,
          data: { 'data-turn': w },
          label: (
            <>
              <Key>{String(i + 1)}</Key>
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
            </>
          ),
        }))}
      />
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
