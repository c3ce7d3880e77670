import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { calendarOf, paperAt } from '../api/pumps'
import type { PumpRecord } from '../api/types'
import { VerdictShape } from '../shapes/Verdict'
import { condensed, ink, mono, size } from '../theme'
import { LineDialog, type What } from './LineDialog'

const day = (d: string) =>
  new Date(d).toLocaleDateString(undefined, { dateStyle: 'medium', timeZone: 'UTC' })
const states = {
  overdue: { word: 'Overdue', verdict: 'out' },
  soon: { word: 'Within a fortnight', verdict: 'close' },
  later: { word: '', verdict: '' },
} as const

const told = ['changed', 'proposed', 'confirmed', 'turned-down']

/** What was said for next time, what is due, the hours and the drawings of a pump. */
export function PumpLog({ tag, record }: { tag: string; record: PumpRecord }) {
  const [what, setWhat] = useState<What | null>(null)
  const { hours } = record
  const changes = record.log.filter((l) => told.includes(l.kind)).slice(0, 10)
  return (
    <>
      <section data-remarks>
        <Head title="Next time">
          <Button variant="outlined" onClick={() => setWhat({ kind: 'remark' })}>
            Add a remark
          </Button>
        </Head>
        {record.remarks.length === 0 && (
          <Typography sx={{ color: ink('ink2') }}>Nothing is left for next time.</Typography>
        )}
        {record.remarks.map((r) => (
          <Box key={r.id} sx={{ ...row, borderLeft: `6px solid ${ink('brass')}`, pl: 3 }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Box sx={{ fontWeight: 600, fontSize: size.label }}>{r.text}</Box>
              <Box sx={small}>
                {r.by}, {day(r.at)}
                {r.job && (
                  <>
                    , at{' '}
                    <MuiLink
                      component={Link}
                      to={`/jobs/${r.job}/sheet`}
                      sx={{ color: ink('dyeText') }}
                    >
                      {r.job}
                    </MuiLink>
                  </>
                )}
              </Box>
            </Box>
            <Button variant="text" onClick={() => setWhat({ kind: 'done', on: r.id, of: r.text })}>
              Settled
            </Button>
          </Box>
        ))}
      </section>
      <section data-due>
        <Head title="Next look">
          <Button variant="outlined" onClick={() => setWhat({ kind: 'grease' })}>
            Lubricated
          </Button>
          {record.next.length > 0 && (
            <Button variant="outlined" href={calendarOf(tag)} download>
              Into a calendar
            </Button>
          )}
        </Head>
        {record.next.length === 0 && (
          <Typography sx={{ color: ink('ink2') }}>
            Nothing is due that Settle knows of. Write the service and the planned stop on this page
            with Change.
          </Typography>
        )}
        {record.next.map((n) => (
          <Box key={n.key} sx={row}>
            <VerdictShape verdict={states[n.state].verdict} size={18} />
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Box sx={{ fontWeight: 600 }}>
                {n.title}
                {n.about && ', about'}{' '}
                <Box component="span" sx={{ fontFamily: mono }}>
                  {day(n.day)}
                </Box>{' '}
                {states[n.state].word && <Box component="span">· {states[n.state].word}</Box>}
              </Box>
              <Box sx={small}>{n.why}</Box>
            </Box>
          </Box>
        ))}
      </section>
      <section>
        <Head title="Running hours">
          <Button variant="outlined" onClick={() => setWhat({ kind: 'hours' })}>
            Enter the hours
          </Button>
        </Head>
        {hours ? (
          <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline' }}>
            <Box sx={{ fontFamily: mono, fontWeight: 600, fontSize: size.strong }}>
              {hours.hours} h
            </Box>
            <Box sx={small}>
              {hours.from}, {day(hours.at)}
              {hours.day !== undefined &&
                `; about ${hours.day.toFixed(1)} h a day since the first reading`}
            </Box>
          </Box>
        ) : (
          <Typography sx={{ color: ink('ink2') }}>
            Nobody has entered them yet. They tell the wear.
          </Typography>
        )}
      </section>
      {changes.length > 0 && (
        <section data-changes>
          <Head title="What was changed" />
          <Box component="ul" sx={{ m: 0, pl: 4, display: 'grid', gap: 1 }}>
            {changes.map((c) => (
              <li key={c.id}>
                {c.kind === 'proposed' && 'Proposed: '}
                {c.text}{' '}
                <Box component="span" sx={small}>
                  {c.by.name}, {day(c.at)}
                </Box>
              </li>
            ))}
          </Box>
        </section>
      )}
      <section data-papers>
        <Head title="Drawings and photos">
          <Button variant="outlined" onClick={() => setWhat({ kind: 'paper' })}>
            Add one
          </Button>
        </Head>
        {record.papers.length === 0 && (
          <Typography sx={{ color: ink('ink2') }}>
            None yet: a sectional drawing, the seal drawing, a page of the manual as PDF or picture.
          </Typography>
        )}
        <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
          {record.papers.map((p) => (
            <Sheet
              key={p.id}
              file={p.file!}
              title={p.text ?? ''}
              by={`${p.by.name}, ${day(p.at)}`}
            />
          ))}
        </Box>
      </section>
      {what && <LineDialog key={what.kind} tag={tag} what={what} onClose={() => setWhat(null)} />}
    </>
  )
}

/** A picture is shown small; a PDF, which is none, as a sheet to save. */
function Sheet({ file, title, by }: { file: string; title: string; by: string }) {
  const [pdf, setPdf] = useState(false)
  return (
    <Box
      component="a"
      href={paperAt(file)}
      target="_blank"
      rel="noreferrer"
      sx={{
        width: 190,
        border: `1px solid ${ink('ink')}`,
        background: ink('paper'),
        color: ink('ink'),
        textDecoration: 'none',
      }}
    >
      {pdf ? (
        <Box
          sx={{
            height: 130,
            display: 'grid',
            placeItems: 'center',
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.figure,
            color: ink('ink2'),
          }}
        >
          PDF
        </Box>
      ) : (
        <img
          src={paperAt(file)}
          alt={title}
          onError={() => setPdf(true)}
          style={{ display: 'block', width: '100%', height: 130, objectFit: 'cover' }}
        />
      )}
      <Box sx={{ px: 2, py: 1.5, borderTop: `1px solid ${ink('rule')}` }}>
        <Box sx={{ fontWeight: 600 }}>{title}</Box>
        <Box sx={small}>{by}</Box>
      </Box>
    </Box>
  )
}

function Head({ title, children }: { title: string; children?: React.ReactNode }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
      <Typography variant="h2" sx={{ flex: 1 }}>
        {title}
      </Typography>
      {children}
    </Box>
  )
}

const row = {
  display: 'flex',
  gap: 3,
  alignItems: 'flex-start',
  borderTop: `1px solid ${ink('rule')}`,
  py: 2,
} as const
const small = { color: ink('ink2'), fontSize: size.minor } as const
