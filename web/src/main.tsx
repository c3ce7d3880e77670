import './fonts.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import { QueryClientProvider } from '@tanstack/react-query'
import { queryClient } from './api/client'
import { App } from './app/App'
import { SettingsProvider } from './app/settings'
import { theme } from './theme'

// The page's security policy takes only styles that carry its nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content
const cache = createCache({ key: 's', nonce })

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline />
        <QueryClientProvider client={queryClient}>
          <SettingsProvider>
            <App />
          </SettingsProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
)
