import Box from '@mui/material/Box'
import { Link, useNavigate } from 'react-router'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { Screen } from '../app/Screen'
import { condensed, ink } from '../theme'
import { Instrument } from './Instrument'
import { tools } from './tools'

/** The tray: every instrument in its own cut-out. */
export function TrayPage() {
  const navigate = useNavigate()
  useKeys(Object.fromEntries(tools.map((t) => [t.key, () => void navigate(`/tools/${t.kind}`)])))
  return (
    <Screen title="Bench tools" note="A question at the bench, without a job">
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 'auto',
          my: 5,
          p: 3,
          display: 'grid',
          gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' },
          gap: 3,
          width: '100%',
          maxWidth: 1200,
          border: `2px solid ${ink('ink')}`,
          background: ink('dye'),
        }}
      >
        {tools.map((t) => (
          <Box component="li" key={t.kind} sx={{ display: 'grid' }}>
            <Box
              component={Link}
              to={`/tools/${t.kind}`}
              sx={{
                display: 'grid',
                gridTemplateRows: '76px auto',
                gap: 1.5,
                p: 2.5,
                textDecoration: 'none',
                color: ink('ink'),
                background: ink('panel'),
                border: `1.5px solid ${ink('ink')}`,
                boxShadow: 'none',
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
                    gap: 2,
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: '1.25rem',
                    lineHeight: 1.1,
                  }}
                >
                  <Box sx={{ flex: 1 }}>{t.title}</Box>
                  <Key>{t.key}</Key>
                </Box>
                <Box sx={{ color: ink('ink2'), fontSize: '0.9375rem' }}>{t.asks}</Box>
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Screen>
  )
}
