import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { Link } from 'react-router'
import { ApiError } from '../api/client'
import { registerAt, useTakeIn, useTakeInJob, type RegisterFile } from '../api/pumps'
import { useMe } from '../door/me'
import { ink, mono } from '../theme'

/** What goes out of Settle and comes into it as files. */
export function Files() {
  return (
    <Box component="section" sx={{ display: 'grid', gap: 4, minWidth: 0 }}>
      <Typography variant="h2">Files</Typography>
      <Csv
        what="pumps"
        title="The register of pumps"
        text="A pump a row: its plate, and what its plan asks in columns option:…, value:… and source:…. Columns that are left out stay as they are; a blank cell clears."
      />
      <Csv
        what="limits"
        title="Limits"
        text="Each pump’s own, the shop’s, and the general sets to be read. Limits without a row stay; a row with neither min nor max takes its limit away."
      />
      <Job />
    </Box>
  )
}

/** A file is tried first: its faults line by line, or what it would change; then it is taken whole. */
export function Csv({ what, title, text }: { what: RegisterFile; title: string; text: string }) {
  const take = useTakeIn(what)
  const [file, setFile] = useState<File>()
  const done = take.data
  const faults = take.error instanceof ApiError ? (take.error.problem.errors ?? []) : []
  return (
    <Card title={title} text={text}>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="outlined" href={registerAt(what)} download>
          Save as CSV
        </Button>
        <Choose
          label={`Take in a CSV of ${what}`}
          accept=".csv,text/csv"
          mark={what}
          onFile={(f) => {
            setFile(f)
            take.mutate({ file: f, only: true })
          }}
        />
        {take.isPending && <span role="status">Reading {file?.name}</span>}
      </Box>
      {take.error && (
        <Box role="alert" data-csv-faults={what}>
          <Typography sx={{ fontWeight: 600, color: ink('out') }}>
            Nothing of {file?.name} was taken in.{faults.length === 0 && ` ${take.error.message}`}
          </Typography>
          <Box component="ul" sx={list}>
            {faults.map((f, i) => (
              <li key={i}>
                <Box component="span" sx={{ fontFamily: mono, fontWeight: 600 }}>
                  {f.field}
                </Box>{' '}
                {f.message}
              </li>
            ))}
          </Box>
        </Box>
      )}
      {done && (
        <Box role="status" data-csv={what}>
          <Typography sx={{ fontWeight: 600 }}>
            {done.done ? 'Taken in' : `${file?.name}: nothing is wrong with it`}. {done.rows} rows:{' '}
            {done.added} added, {done.changed} changed, {done.same} the same.
          </Typography>
          <Box component="ul" sx={list}>
            {done.list.map((c, i) => (
              <li key={i}>
                <strong>{c.what}</strong>{' '}
                {c.before && (
                  <>
                    <s>{c.before}</s>{' '}
                  </>
                )}
                {c.after || 'taken away'}
              </li>
            ))}
          </Box>
          {!done.done && done.added + done.changed > 0 && file && (
            <Button
              size="large"
              variant="contained"
              onClick={() => take.mutate({ file, only: false })}
              sx={{ mt: 2 }}
            >
              Take it in
            </Button>
          )}
        </Box>
      )}
    </Card>
  )
}

function Job() {
  const take = useTakeInJob()
  const lead = useMe().role === 'lead'
  return (
    <Card
      title="A job from another Settle"
      text={
        (lead ? '' : 'A lead takes one in. ') +
        'The JSON file which a build sheet saves: the whole job with its plan and its pictures. One that was changed on the way is refused. From then on its sheet says who took it in, and which part of it is of another shop. Where its number is taken here it gets a tail, such as J-0003-2.'
      }
    >
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
        <Choose
          label="Take in a job"
          accept=".json,application/json"
          mark="job"
          disabled={!lead}
          onFile={(f) => take.mutate(f)}
        />
        {take.isPending && <span role="status">Reading</span>}
        {take.isSuccess && (
          <span role="status">
            Taken in:{' '}
            <MuiLink
              component={Link}
              to={`/jobs/${take.data.number}/sheet`}
              sx={{ color: ink('dyeText') }}
            >
              {take.data.number}, {take.data.pump.tag}
            </MuiLink>
          </span>
        )}
      </Box>
      {take.error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {take.error.message}
        </Box>
      )}
    </Card>
  )
}

function Card({
  title,
  text,
  children,
}: {
  title: string
  text: string
  children: React.ReactNode
}) {
  return (
    <Box
      sx={{
        border: `1.5px solid ${ink('ink')}`,
        background: ink('panel'),
        p: 4,
        display: 'grid',
        gap: 3,
        minWidth: 0,
      }}
    >
      <Typography variant="h3">{title}</Typography>
      <Typography>{text}</Typography>
      {children}
    </Box>
  )
}

function Choose({
  label,
  accept,
  mark,
  disabled,
  onFile,
}: {
  label: string
  accept: string
  mark: string
  disabled?: boolean
  onFile: (f: File) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button variant="outlined" disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        disabled={disabled}
        accept={accept}
        aria-label={label}
        data-file={mark}
        onChange={(e) => {
          const f = e.target.files?.[0]
          e.target.value = ''
          if (f) onFile(f)
        }}
      />
    </>
  )
}

const list = { m: 0, mt: 1, pl: 4, maxHeight: 280, overflow: 'auto', '& li': { my: 0.5 } } as const
