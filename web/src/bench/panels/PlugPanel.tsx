import Box from '@mui/material/Box'
import type { Body } from '../../api/types'
import { Choice, inRows } from '../../app/Choice'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { condensed, ink, size } from '../../theme'
import { usePanel } from '../panel'

type Plug = NonNullable<Body['plug']>

/** A go / no-go plug tried in a bore: the sizes of its ends, and which of them entered. */
export function PlugPanel() {
  const { step, body, change, disabled, focus } = usePanel()
  const { choices = [] } = step.panel
  const form = body.plug ?? { entered: '' as 'go' }
  const set = (patch: Partial<Plug>) => change({ ...body, plug: { ...form, ...patch } })
  const pick = (entered: string) => {
    if (disabled) return
    set({ entered: entered as Plug['entered'] })
    setTimeout(() => focus.step())
  }
  useKeys(Object.fromEntries(choices.map((c, i) => [String(i + 1), () => pick(c.key)])))
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box
        sx={{ display: 'flex', gap: 4, flexWrap: 'wrap' }}
        // After the sizes it is asked which ends entered: a key says so, without leaving the box first.
        onKeyDown={(e) => {
          const last = (e.target as HTMLElement).dataset.field === 'body.plug.no_go'
          if (e.key !== 'Enter' || e.shiftKey || !last || form.entered) return
          e.preventDefault()
          focus.step()
        }}
      >
        <EntryBox
          above
          label="Go end"
          field="body.plug.go"
          value={form.go}
          onChange={(go) => set({ go })}
          width={170}
        />
        <EntryBox
          above
          label="No-go end"
          field="body.plug.no_go"
          value={form.no_go}
          onChange={(no_go) => set({ no_go })}
          width={170}
        />
      </Box>
      <Choice
        label="Which ends entered"
        value={form.entered}
        disabled={disabled}
        onChange={(entered) => set({ entered: entered as Plug['entered'] })}
        {...inRows(240)}
        options={choices.map((c, i) => ({
          value: c.key,
          data: { 'data-entered': c.key },
          label: (
            <>
              <Key>{String(i + 1)}</Key>
              <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.lead }}>
                {ends[c.key as Plug['entered']]}
              </Box>
            </>
          ),
        }))}
      />
      <PlugPicture entered={form.entered} />
    </Box>
  )
}

const ends: Record<Plug['entered'], string> = {
  go: 'Go enters, no-go does not',
  both: 'Both enter',
  neither: 'Neither enters',
}

/** The plug beside its bore; what entered stands in it. */
function PlugPicture({ entered }: { entered: string }) {
  const x = entered === 'both' ? 190 : entered === 'go' ? 110 : 60
  return (
    <svg
      width="100%"
      viewBox="0 0 440 110"
      aria-hidden
      style={{ fontFamily: condensed, maxWidth: 440 }}
    >
      <g fill={ink('wash')} stroke={ink('ink')} strokeWidth="1.5">
        <path d="M260 10H400V34H260ZM260 76H400V100H260Z" />
        <g fill={ink('paper')} transform={`translate(${x - 60} 0)`}>
          <rect x="20" y="44" width="90" height="22" />
          <rect x="110" y="32" width="44" height="46" />
          <rect x="154" y="37" width="66" height="36" />
        </g>
      </g>
      <text x={x + 128} y="60" fontSize="14" textAnchor="middle" fill={ink('ink')}>
        go
      </text>
      <text x={x + 72} y="60" fontSize="14" textAnchor="middle" fill={ink('ink')}>
        no-go
      </text>
      <text x="330" y="60" fontSize="14" textAnchor="middle" fill={ink('ink2')}>
        bore
      </text>
    </svg>
  )
}
