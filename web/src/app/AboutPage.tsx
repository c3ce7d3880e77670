import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useAbout } from '../api/client'
import type { About } from '../api/types'
import { ink, mono, size } from '../theme'
import { Failure, Loading } from './Message'
import { Screen } from './Screen'

/** What Settle is, its numbers, and the licences of what is shipped with it. */
export function AboutPage() {
  const about = useAbout()
  return (
    <Screen title="About Settle">
      {about.isPending ? (
        <Loading what="the licences" />
      ) : about.error ? (
        <Failure error={about.error} again={() => void about.refetch()} />
      ) : (
        <Page about={about.data} />
      )}
    </Screen>
  )
}

const kinds = {
  settle: 'Settle',
  typeface: 'Typefaces',
  go: 'Libraries of the program',
  npm: 'Libraries of the screens',
} as const

function Page({ about }: { about: About }) {
  return (
    <Box sx={{ p: 5, maxWidth: 900, width: '100%', mx: 'auto', display: 'grid', gap: 4 }}>
      <Typography sx={{ fontSize: size.label }}>
        The bench book of a shop that repairs pumps. Settle advises; a person decides and signs. The
        maker’s manual, site permits and local codes come first.
      </Typography>
      <Typography variant="body2">
        Built from {about.version}. Rules {about.rules}, core {about.core}, entries of format{' '}
        {about.format}.
      </Typography>
      {(Object.keys(kinds) as (keyof typeof kinds)[]).map((kind) => (
        <Box component="section" key={kind} aria-labelledby={`kind-${kind}`}>
          <Typography variant="h2" id={`kind-${kind}`} sx={{ mb: 2 }}>
            {kinds[kind]}
          </Typography>
          {about.notices
            .filter((n) => n.kind === kind)
            .map((n) => (
              <Notice key={n.of[0]} notice={n} />
            ))}
        </Box>
      ))}
    </Box>
  )
}

function Notice({ notice }: { notice: About['notices'][number] }) {
  const [open, setOpen] = useState(false)
  return (
    <Box sx={{ borderTop: `1px solid ${ink('rule')}` }} data-notice={notice.of[0]}>
      <Button
        variant="text"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        sx={{
          width: '100%',
          justifyContent: 'flex-start',
          textAlign: 'left',
          px: 1,
          overflowWrap: 'anywhere', // paths of modules are long words
        }}
      >
        {notice.of.map((name) => name.replace('@fontsource/', '')).join(', ')}
      </Button>
      {open && (
        <Box
          component="pre"
          tabIndex={0}
          sx={{
            m: 0,
            p: 3,
            background: ink('paper'),
            fontFamily: mono,
            fontSize: size.small,
            whiteSpace: 'pre-wrap',
            overflowWrap: 'anywhere',
          }}
        >
          {notice.text}
        </Box>
      )}
    </Box>
  )
}
