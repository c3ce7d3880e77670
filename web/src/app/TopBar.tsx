import { useState, type ReactNode } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useColorScheme } from '@mui/material/styles'
import { useIsMutating, useMutationState } from '@tanstack/react-query'
import { Link } from 'react-router'
import { ApiError, useShop } from '../api/client'
import { condensed, ink, size } from '../theme'
import { AsTheDevice, Day, Night } from './icons'
import { useSettings, type Unit } from './settings'
import { Mark } from './Mark'
import { Who } from '../door/Who'

// What stands on the dye of the bar has a focus ring of brass.
const onDye = {
  color: ink('onDye'),
  '&:focus-visible, &.Mui-focusVisible': { outline: `3px solid ${ink('brass')}`, outlineOffset: 2 },
}

export function TopBar({
  title,
  note,
  actions,
  onHelp,
}: {
  title: ReactNode
  note?: ReactNode
  actions?: ReactNode
  onHelp: () => void
}) {
  const shop = useShop()
  const { unit, setUnit } = useSettings()
  return (
    <Box
      component="header"
      sx={{
        minHeight: 52,
        background: ink('dye'),
        color: ink('onDye'),
        display: 'flex',
        alignItems: 'center',
        gap: { xs: 1, sm: 4 },
        px: { xs: 1, sm: 4 },
        flexWrap: { xs: 'nowrap', sm: 'wrap' },
        // The scribed rule along the lower edge of the bar.
        backgroundImage: `repeating-linear-gradient(90deg, ${ink('scribe')} 0 1px, transparent 1px 40px), repeating-linear-gradient(90deg, ${ink('scribe')} 0 1px, transparent 1px 8px)`,
        backgroundSize: '100% 5px, 100% 3px',
        backgroundRepeat: 'no-repeat',
        backgroundPosition: 'bottom',
        '@media print': { display: 'none' },
      }}
    >
      <Box
        component={Link}
        to="/"
        aria-label="Settle, jobs"
        sx={{
          display: { xs: 'none', lg: 'flex' },
          alignItems: 'center',
          gap: 2.5,
          textDecoration: 'none',
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: size.stage,
          ...onDye,
        }}
      >
        <Mark /> Settle
      </Box>
      <Box component="nav" aria-label="Main" sx={{ display: { xs: 'none', lg: 'flex' } }}>
        {places.map((p) => (
          <Button key={p.to} variant="bar" component={Link} to={p.to}>
            {p.title}
          </Button>
        ))}
      </Box>
      <Places onHelp={onHelp} />
      <Box
        sx={{
          flex: 1,
          minWidth: 0,
          display: 'flex',
          alignItems: 'baseline',
          gap: 3,
          overflow: 'hidden',
          whiteSpace: 'nowrap',
        }}
      >
        <Box
          component="h1"
          sx={{
            m: 0,
            flex: '0 1 auto',
            // Where the bar names the place already, the heading is for those who listen.
            ...(places.some((p) => p.heading === title) && { ...hiddenOn('lg') }),
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: { xs: size.lead, sm: size.head },
            overflow: 'hidden',
            textOverflow: 'ellipsis',
          }}
        >
          {title}
        </Box>
        <Box
          sx={{
            color: ink('scribe'),
            // The name of the shop gives way first.
            flex: '0 1000 auto',
            display: { xs: 'none', lg: 'block' },
            overflow: 'hidden',
            textOverflow: 'ellipsis',
          }}
        >
          {note ?? shop.data?.name}
        </Box>
      </Box>
      {actions}
      <UnitButton />
      <ToggleButtonGroup
        exclusive
        size="small"
        value={unit}
        aria-label="Unit of length"
        onChange={(_, u: Unit | null) => u && setUnit(u)}
        sx={{
          display: { xs: 'none', sm: 'inline-flex' },
          '& .MuiToggleButton-root': {
            width: 62,
            minHeight: 40,
            borderColor: ink('scribe'),
            background: 'transparent',
            color: ink('onDye'),
            '&.Mui-selected, &.Mui-selected:hover': {
              background: ink('chip'),
              color: ink('onChip'),
            },
            ...focus,
          },
        }}
      >
        <ToggleButton value="thou" aria-label="thou, thousandths of an inch">
          thou
        </ToggleButton>
        <ToggleButton value="mm" aria-label="mm, millimetres">
          mm
        </ToggleButton>
      </ToggleButtonGroup>
      <Who />
      <Saved />
      <Box sx={{ display: { xs: 'none', sm: 'flex' } }}>
        <ModeButton />
        <IconButton
          onClick={onHelp}
          aria-label="Keys"
          title="Keys (?)"
          sx={{
            ...onDye,
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.large,
            width: 40,
            height: 40,
          }}
        >
          ?
        </IconButton>
      </Box>
    </Box>
  )
}

const places = [
  { to: '/', title: 'Jobs', heading: 'Jobs' },
  { to: '/pumps', title: 'Pumps', heading: 'Pumps' },
  { to: '/tools', title: 'Tools', heading: 'Bench tools' },
  { to: '/shop', title: 'Shop', heading: 'Shop' },
]

/** Out of sight from a width on, and still read out. */
const hiddenOn = (width: string) => ({
  position: { [width]: 'absolute' },
  width: { [width]: '1px' },
  height: { [width]: '1px' },
  clipPath: { [width]: 'inset(50%)' },
})

/** thou or mm on a phone: one button that says what it is now. */
function UnitButton() {
  const { unit, setUnit } = useSettings()
  return (
    <Button
      variant="bar"
      size="small"
      aria-label={`Unit of length: ${unit}; change it`}
      onClick={() => setUnit(unit === 'thou' ? 'mm' : 'thou')}
      sx={{ display: { sm: 'none' }, minHeight: 48, minWidth: 48 }}
    >
      {unit}
    </Button>
  )
}

/** Where to go, behind the mark: on a tablet there is no room for the words. */
function Places({ onHelp }: { onHelp: () => void }) {
  const { mode, setMode } = useColorScheme()
  const [nextMode, , word] = modes[mode ?? 'system']
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <Button
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="menu"
        aria-label="Go to"
        data-places
        variant="bar"
        sx={{ display: { lg: 'none' }, minWidth: 48, minHeight: 48, px: 1, gap: 1 }}
      >
        <Mark />
        <svg
          width="10"
          height="6"
          viewBox="0 0 10 6"
          aria-hidden
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
        >
          <path d="m1 1 4 4 4-4" />
        </svg>
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {places.map((p) => (
          <MenuItem
            key={p.to}
            component={Link}
            to={p.to}
            onClick={() => setAnchor(null)}
            sx={{ minHeight: 52, minWidth: 160, fontSize: size.lead }}
          >
            {p.title}
          </MenuItem>
        ))}
        <MenuItem onClick={() => setMode(nextMode)} sx={{ display: { sm: 'none' }, minHeight: 52 }}>
          Colours: {word}
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAnchor(null)
            onHelp()
          }}
          sx={{ display: { sm: 'none' }, minHeight: 52 }}
        >
          Keys
        </MenuItem>
        <MenuItem
          component={Link}
          to="/about"
          onClick={() => setAnchor(null)}
          sx={{ minHeight: 52 }}
        >
          About Settle
        </MenuItem>
      </Menu>
    </>
  )
}

const focus = {
  '&.Mui-focusVisible': { outline: `3px solid ${ink('brass')}`, outlineOffset: 2, zIndex: 1 },
}

/** Whether everything kept so far is on the disk. */
function Saved() {
  const saving = useIsMutating({ mutationKey: ['append'] }) > 0
  const last = useMutationState({
    filters: { mutationKey: ['append'] },
    select: (m) => m.state.error,
  }).at(-1)
  const offline = last instanceof ApiError && last.problem.status === 0
  return (
    <Box
      role="status"
      sx={{
        display: { xs: 'none', sm: 'flex' },
        alignItems: 'center',
        gap: 1.5,
        minWidth: { lg: 88 },
      }}
    >
      <svg
        width="16"
        height="16"
        viewBox="0 0 16 16"
        aria-hidden
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
      >
        {offline ? (
          <path d="M8 2v8M8 13v1.5" />
        ) : saving ? (
          <circle cx="8" cy="8" r="5" strokeDasharray="4 3" />
        ) : (
          <path d="m2 8 4 4 8-9" />
        )}
      </svg>
      <Box component="span" sx={offline ? {} : { display: { sm: 'none', lg: 'inline' } }}>
        {offline ? 'Not saved' : saving ? 'Saving' : 'All saved'}
      </Box>
    </Box>
  )
}

const modes = {
  system: ['light', AsTheDevice, 'as the system says'],
  light: ['dark', Day, 'light'],
  dark: ['system', Night, 'dark'],
} as const

function ModeButton() {
  const { mode, setMode } = useColorScheme()
  const [next, Icon, word] = modes[mode ?? 'system']
  return (
    <IconButton
      title={`Colours: ${word}`}
      onClick={() => setMode(next)}
      aria-label={`Colours: ${word}; change to ${next}`}
      sx={{ ...onDye, width: 40, height: 40 }}
    >
      <Icon />
    </IconButton>
  )
}
