import Box from '@mui/material/Box'
import type { JobView, Step } from '../api/types'
import { condensed, ink, size } from '../theme'

type Warning = NonNullable<Step['warnings']>[number]

/** What can hurt somebody at this step, and what can spoil parts, before it is done: warnings first. */
export function Cautions({ job, step }: { job: JobView; step: Step }) {
  const said = [
    ...job.dangers.filter((d) => d.step === step.id).map((d) => d.why),
    ...(step.cautions ?? []),
  ]
  return (
    <>
      <Note word="Warning" said={step.warnings ?? []} />
      <Note word="Caution" said={said} />
      <Note word="Notice" said={step.notices ?? []} />
    </>
  )
}

const shapes = {
  Warning: 'M11 2 20 18H2zM11 8v5M11 14.8v1.4',
  Caution: 'M11 2 20 18H2zM11 8v5M11 14.8v1.4',
  Notice: 'M3 3H19V17H3zM11 6.5v1.4M11 9.5v5',
}

function Note({ word, said }: { word: keyof typeof shapes; said: (string | Warning)[] }) {
  if (said.length === 0) return null
  const people = word !== 'Notice'
  return (
    <Box
      role="note"
      aria-label={word}
      sx={{
        mt: 1.5,
        border: `${people ? 2 : 1}px solid ${ink('ink')}`,
        background: ink('paper'),
        display: 'flex',
      }}
    >
      <Box
        sx={{
          background: people ? ink('ink') : ink('wash'),
          color: people ? ink('panel') : ink('ink'),
          px: 2,
          minWidth: 70,
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'center',
          justifyContent: 'center',
          fontFamily: condensed,
          fontWeight: 600,
        }}
      >
        <svg
          width="22"
          height="20"
          viewBox="0 0 22 20"
          aria-hidden
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
        >
          <path d={shapes[word]} />
        </svg>
        {word}
      </Box>
      <Box
        component="ul"
        sx={{
          m: 0,
          py: 1,
          px: 3,
          // Short ones stand beside each other.
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 6,
          listStyle: 'none',
          '& li': { fontWeight: 500, fontSize: size.body, display: 'list-item' },
          '& li::before': { content: said.length > 1 ? '"• "' : '""' },
        }}
      >
        {said.map((x) =>
          typeof x === 'string' ? (
            <li key={x}>{x}</li>
          ) : (
            <li key={x.hazard}>
              <strong>{x.hazard}</strong> {x.consequence} {x.avoidance}
            </li>
          ),
        )}
      </Box>
    </Box>
  )
}
