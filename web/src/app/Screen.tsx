import { lazy, Suspense, useState, type ReactNode } from 'react'
import Box from '@mui/material/Box'
import { useNavigate } from 'react-router'
import { ink } from '../theme'
import { Boundary } from './Boundary'
import { Clocks } from './Clocks'
import { useEscape, useKeys, useNoRepeat } from './keys'
import { useSettings } from './settings'
import { KeeperNews } from '../door/KeeperNews'
import { TopBar } from './TopBar'

const HelpDialog = lazy(() => import('./HelpDialog').then((m) => ({ default: m.HelpDialog })))

/** A screen: the bar on top with its title, and the page below. */
export function Screen({
  title,
  note,
  children,
  actions,
}: {
  title: ReactNode
  note?: ReactNode
  children: ReactNode
  actions?: ReactNode
}) {
  const navigate = useNavigate()
  const { unit, setUnit } = useSettings()
  const [help, setHelp] = useState(false)
  useEscape()
  useNoRepeat()
  useKeys({
    '?': () => setHelp(true),
    u: () => setUnit(unit === 'thou' ? 'mm' : 'thou'),
    j: () => void navigate('/'),
    m: () => void navigate('/pumps'),
    k: () => void navigate('/tools'),
    y: () => void navigate('/shop'),
  })
  return (
    <Box
      sx={{
        minHeight: '100%',
        display: 'flex',
        flexDirection: 'column',
        background: ink('stone'),
        '@media print': { background: ink('face') },
      }}
    >
      <TopBar title={title} note={note} actions={actions} onHelp={() => setHelp(true)} />
      <Clocks />
      <KeeperNews />
      <Box
        component="main"
        sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}
      >
        <Boundary what="This page">{children}</Boundary>
      </Box>
      {help && (
        <Suspense>
          <HelpDialog open onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </Box>
  )
}
