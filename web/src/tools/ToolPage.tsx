import { useEffect, useEffectEvent, useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useLook } from '../api/client'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { useSettings, useUnit, type Unit } from '../app/settings'
import { EntryContext } from '../entry/EntryBox'
import { condensed, ink, size } from '../theme'
import { DripCounter } from './DripCounter'
import { NoteDialog } from './NoteDialog'
import { ToolForm } from './ToolForm'
import { ToolPicture } from './ToolPicture'
import { ToolResult } from './ToolResult'
import type { Tool } from './form'
import { tools } from './tools'
import { groupsOf, request, type Texts } from './values'

export function ToolPage() {
  const { kind } = useParams()
  const tool = tools.find((t) => t.kind === kind)
  if (!tool)
    return (
      <Screen title="Not here">
        <Message
          title="There is no such tool"
          text="Take one from the tray."
          to="/tools"
          action="To the bench tools"
        />
      </Screen>
    )
  return <Page key={tool.kind} tool={tool} />
}

/** One tool without a job: type, read. What is typed stands in the address. */
function Page({ tool }: { tool: Tool }) {
  const navigate = useNavigate()
  const [params, setParams] = useSearchParams()
  const { unit: shown } = useSettings()
  const { show } = useUnit()
  const root = useRef<HTMLDivElement>(null)
  const copy = useRef<HTMLButtonElement>(null)
  const [field, setField] = useState('')
  const [said, setSaid] = useState('')
  const [noting, setNoting] = useState(false)
  // What is typed is held here and the address only follows it: the router may
  // lag behind fast fingers.
  const [typed, setTyped] = useState(() => asTyped(tool, params))
  const { unit: inAddress, ...texts } = typed
  const empty = Object.values(texts).every((t) => t === '')
  // Bare numbers keep the unit they were typed in, whatever is shown later.
  const unit: Unit = !empty && (inAddress === 'mm' || inAddress === 'thou') ? inAddress : shown
  const groups = groupsOf(tool, texts, unit)
  const { input, boxes } = request(groups, texts, unit)
  const look = useLook(tool.kind, input, unit)
  const data = look.data
  // Missing things are told when somebody is through; slips at once, but not while they are being typed.
  const box = (path: string) => boxes.get(path) ?? path
  const blank = (path: string) => (texts[box(path)] ?? '').trim() === ''
  const errors = (data?.errors ?? [])
    .filter((e) => box(e.field) !== field && !blank(e.field))
    .map((e) => ({ ...e, field: box(e.field) }))
  const missing =
    !empty && data && !data.words && errors.length === 0
      ? data.errors.find((e) => blank(e.field))
      : undefined

  // A box that begins with something stays blank once it is blanked.
  const change = (path: string, t: string) => setTyped((before) => ({ ...before, [path]: t, unit }))
  useEffect(() => {
    setParams(typed, { replace: true })
  }, [typed, setParams])
  const clear = () => {
    setTyped({})
    setTimeout(() => focusFirst())
  }
  const entries = () => [
    ...(root.current?.querySelectorAll<HTMLInputElement>('[data-entry]') ?? []),
  ]
  const focusFirst = () => {
    ;(entries().find((b) => b.value === '') ?? entries()[0])?.focus()
  }
  const begin = useEffectEvent(() => {
    if (tool.kind !== 'drip') focusFirst()
  })
  useEffect(() => {
    begin()
  }, [])
  const copyText = async () => {
    if (!data?.words) return
    try {
      await navigator.clipboard.writeText(data.text[shown])
      setSaid('Copied.')
    } catch {
      setSaid('This browser does not let Settle copy: mark the figures and copy them yourself.')
    }
  }
  useKeys({
    e: focusFirst,
    x: clear,
    c: () => void copyText(),
    n: () => {
      if (data?.words) setNoting(true)
    },
    Escape: () => void navigate('/tools'),
  })

  function onKeyDown(e: React.KeyboardEvent) {
    const target = e.target as HTMLElement
    if (!target.hasAttribute('data-entry') || e.ctrlKey || e.metaKey || e.altKey) return
    const all = entries()
    const i = all.indexOf(target as HTMLInputElement)
    if (e.key === 'Enter') {
      e.preventDefault()
      const to = all[i + (e.shiftKey ? -1 : 1)]
      if (to) {
        to.focus()
        if (to instanceof HTMLInputElement) to.select() // a list has nothing to select
      } else copy.current?.focus()
    } else if (e.key === 'Backspace' && (target as HTMLInputElement).value === '') {
      e.preventDefault()
      all[i - 1]?.focus()
    } else if (e.key === 'Escape') {
      e.preventDefault()
      target.blur()
    }
  }
  return (
    <Screen
      title={tool.title}
      note={tool.asks}
      actions={
        <Button component={Link} to="/tools" sx={{ color: ink('onDye'), gap: 2 }}>
          Tray
        </Button>
      }
    >
      <EntryContext
        value={{
          unit,
          errors,
          echo: (data?.echo ?? []).map((e) => ({ ...e, field: box(e.field) })),
          disabled: false,
          setField,
          carried: {},
          targets: {},
          notCarried: {},
          units: undefined,
        }}
      >
        <Box
          ref={root}
          onKeyDown={onKeyDown}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 340px' },
            flex: 1,
          }}
        >
          <Box
            sx={{
              p: 5,
              background: ink('panel'),
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 6fr) minmax(0, 5fr)' },
              gap: 5,
              alignContent: 'start',
            }}
          >
            <Box>
              <ToolForm groups={groups} texts={texts} unit={unit} onChange={change} />
              {!empty && unit !== shown && (
                <Typography variant="body2" sx={{ mt: 3 }}>
                  Numbers without a unit are {unit} here.{' '}
                  <Button
                    variant="text"
                    sx={{ p: 0, minHeight: 32 }}
                    onClick={() => setTyped({ ...typed, unit: shown })}
                  >
                    Read them as {shown}
                  </Button>
                </Typography>
              )}
              <Box sx={{ display: 'flex', gap: 2, mt: 4, alignItems: 'center', flexWrap: 'wrap' }}>
                <Button variant="outlined" onClick={clear} disabled={empty} sx={{ gap: 2 }}>
                  Clear <Key>x</Key>
                </Button>
                <Typography variant="body2">
                  <Key>Enter</Key> next box, <Key>Esc</Key> out of it, <Key>e</Key> back in
                </Typography>
              </Box>
            </Box>
            <Box
              sx={{
                display: 'grid',
                justifyItems: 'center',
                alignContent: 'start',
                gap: 3,
                position: { lg: 'sticky' },
                top: 16,
                alignSelf: 'start',
              }}
            >
              {tool.kind === 'drip' && (
                <DripCounter taps={texts.taps_s ?? ''} onTaps={(t) => change('taps_s', t)} />
              )}
              <ToolPicture kind={tool.kind} look={data} asked={input} />
            </Box>
          </Box>
          <Box
            component="aside"
            aria-label="Result"
            sx={{
              p: 5,
              borderLeft: { md: `1px solid ${ink('rule')}` },
              display: 'flex',
              flexDirection: 'column',
              gap: 3,
            }}
          >
            {look.error ? (
              <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
                {look.error.message}
              </Box>
            ) : data?.words ? (
              <ToolResult words={data.words} />
            ) : (
              <Box>
                <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.head }}>
                  {tool.asks}
                </Box>
                <Typography sx={{ color: ink('ink2'), mt: 2 }}>
                  {missing ? (
                    <>
                      Still to come: {missing.field && <b>{readable(missing.field)} </b>}
                      {missing.message}
                    </>
                  ) : (
                    'Type on the left, any unit: 2, 0.002", 3/16 in, 0.05 mm. The answer comes as you type.'
                  )}
                </Typography>
                {errors.map((e) => (
                  <Typography key={e.field} sx={{ color: ink('out'), fontWeight: 500, mt: 2 }}>
                    {e.message}
                  </Typography>
                ))}
              </Box>
            )}
            {data?.words && (
              <Box sx={{ display: 'grid', gap: 2 }}>
                <Button
                  ref={copy}
                  variant="contained"
                  sx={{ gap: 2 }}
                  onClick={() => void copyText()}
                >
                  Copy as text <Key on>c</Key>
                </Button>
                <Button variant="outlined" sx={{ gap: 2 }} onClick={() => setNoting(true)}>
                  Keep to a pump’s notes <Key>n</Key>
                </Button>
                <Box role="status" sx={{ minHeight: 20 }}>
                  {said}
                </Box>
              </Box>
            )}
          </Box>
        </Box>
      </EntryContext>
      {noting && data?.words && (
        <NoteDialog
          title={`${tool.title}: ${data.words.main.name} ${show(data.words.main.value)}`}
          note={{
            kind: tool.kind,
            input: JSON.stringify(input),
            unit,
            address: new URLSearchParams({ ...texts, unit }).toString(),
          }}
          onClose={(kept) => {
            setNoting(false)
            if (kept) setSaid(`Kept to ${kept}.`)
          }}
        />
      )}
    </Screen>
  )
}

/** What stands in an address; one that was kept before may have other names. */
const asTyped = (tool: Tool, params: URLSearchParams): Texts =>
  Object.fromEntries([...params].map(([path, t]) => [tool.renamed?.[path] ?? path, t]))

/** A path as a person reads it: "on_driver.at" is "on driver, at". */
const readable = (path: string) =>
  path
    .replace(/_(um|c|s)\b/g, '')
    .replace(/\[(\d+)\]/g, (_, i: string) => ` ${Number(i) + 1}`)
    .replace(/\./g, ', ')
    .replace(/_/g, ' ')
