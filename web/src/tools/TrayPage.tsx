import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import { Link, useNavigate } from 'react-router'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { condensed, ink, size } from '../theme'
import { Instrument } from './Instrument'
import type { Tool } from './form'
import { drawers, tools } from './tools'

const open = (t: Tool) => `/tools/${t.kind}`

/** Whether a tool goes by what was typed: every word of it begins one of the tool's. */
function found(t: Tool, typed: string) {
  const words = `${t.title} ${t.asks} ${t.words}`.toLowerCase().split(/[^a-z0-9/.]+/)
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((w) => words.some((x) => x.startsWith(w)))
}

/** The tray: every instrument in its own cut-out, in drawers by what is on the bench. */
export function TrayPage() {
  const navigate = useNavigate()
  const search = useRef<HTMLInputElement>(null)
  const [typed, setTyped] = useState('')
  const shown = drawers
    .map(([title, of]) => [title, of.filter((t) => found(t, typed))] as const)
    .filter(([, of]) => of.length > 0)
  useKeys({
    ...Object.fromEntries(
      tools.flatMap((t) => (t.key ? [[t.key, () => void navigate(open(t))] as const] : [])),
    ),
    '/': () => search.current?.focus(),
  })
  return (
    <Screen title="Bench tools" note="A question at the bench, without a job">
      <Box sx={{ m: 'auto', my: 5, px: 4, width: '100%', maxWidth: 1240 }}>
        <Box
          component="form"
          role="search"
          onSubmit={(e) => {
            e.preventDefault()
            const first = shown[0]?.[1][0]
            if (typed.trim() && first) void navigate(open(first))
          }}
          sx={{ display: 'flex', gap: 3, alignItems: 'center', mb: 4 }}
        >
          <TextField
            inputRef={search}
            label="Find a tool by a word"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Escape') return
              setTyped('')
              search.current?.blur()
            }}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
            sx={{ flex: 1, maxWidth: 460 }}
          />
          <Box sx={{ color: ink('ink2') }}>
            <Key>/</Key> to type, <Key>Enter</Key> takes the first
          </Box>
        </Box>
        {shown.length === 0 && (
          <Message
            title={`No tool goes by “${typed}”`}
            text="Try what is in your hand, such as feeler, spring, bolt or foot."
          />
        )}
        {shown.map(([title, of]) => (
          <Drawer key={title} title={title} tools={of} />
        ))}
      </Box>
    </Screen>
  )
}

function Drawer({ title, tools: of }: { title: string; tools: Tool[] }) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ mb: 3, border: `2px solid ${ink('ink')}`, background: ink('dye') }}
    >
      <Box
        component="h2"
        sx={{
          m: 0,
          px: 2.5,
          pt: 1.5,
          color: ink('onDye'),
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: size.lead,
        }}
      >
        {title}
      </Box>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 2,
          display: 'grid',
          gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' },
          gap: 2,
        }}
      >
        {of.map((t) => (
          <Box component="li" key={t.kind} sx={{ display: 'grid' }}>
            <Box
              component={Link}
              to={open(t)}
              data-tool={t.kind}
              sx={{
                display: 'grid',
                gridTemplateColumns: '72px minmax(0, 1fr)',
                alignItems: 'center',
                gap: 2,
                p: 2,
                minHeight: 84,
                textDecoration: 'none',
                color: ink('ink'),
                background: ink('panel'),
                border: `1.5px solid ${ink('ink')}`,
                '&:hover': { background: ink('paper') },
                '&:focus-visible': { outline: `3px solid ${ink('brass')}`, outlineOffset: 2 },
              }}
            >
              <Instrument kind={t.kind} />
              <Box>
                <Box
                  sx={{
                    display: 'flex',
                    alignItems: 'center',
                    gap: 1,
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: size.key,
                    lineHeight: 1.1,
                  }}
                >
                  <Box sx={{ flex: 1 }}>{t.title}</Box>
                  {t.key && <Key>{t.key}</Key>}
                </Box>
                <Box sx={{ color: ink('ink2'), fontSize: size.minor, lineHeight: 1.25 }}>
                  {t.asks}
                </Box>
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
