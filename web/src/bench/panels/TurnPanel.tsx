import Box from '@mui/material/Box'
import { Choice, inRows } from '../../app/Choice'
import { useKeys } from '../../app/keys'
import { Key } from '../../app/Key'
import { condensed, size } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'

/** How the shaft turns by hand, and where it catches. */
export function TurnPanel() {
  const { step, body, change, disabled, focus } = usePanel()
  const { choices = [] } = step.panel
  const turn = body.turn ?? { turn: '' }
  const set = (word: string) => change({ ...body, turn: { ...turn, turn: word } })
  // Where it catches is asked next.
  const pick = (choice: (typeof choices)[number]) => {
    if (disabled) return
    set(choice.key)
    setTimeout(() => (choice.where && focus.box('body.turn.clock')) || focus.step())
  }
  useKeys(Object.fromEntries(choices.map((c, i) => [String(i + 1), () => pick(c)])))
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Choice
        label="Turned by hand"
        value={turn.turn}
        disabled={disabled}
        onChange={set}
        {...inRows(200)}
        options={choices.map((c, i) => ({
          value: c.key,
          data: { 'data-turn': c.key },
          label: (
            <>
              <Key>{String(i + 1)}</Key>
              <Box>
                <Box
                  sx={{
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: size.large,
                    lineHeight: 1.1,
                  }}
                >
                  {c.key}
                </Box>
                <Box sx={{ fontSize: size.small }}>{c.words}</Box>
                {c.right && (
                  <Box sx={{ fontSize: size.small, fontWeight: 600 }}>● what is right here</Box>
                )}
                {c.means && <Box sx={{ fontSize: size.small, fontStyle: 'italic' }}>{c.means}</Box>}
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
