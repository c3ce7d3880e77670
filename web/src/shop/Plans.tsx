import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { fetchPlan, useCheckPlan, useImportPlan, useLookAtPlan, usePlans } from '../api/client'
import type { PlanCheck } from '../api/types'
import { Dangers } from '../app/Dangers'
import { Failure, Loading } from '../app/Message'
import { condensed, ink, mono, size } from '../theme'

/** The plans of the library and those the shop has written, and a way in for one more. */
export function Plans() {
  const plans = usePlans()
  const look = useLookAtPlan()
  return (
    <Box component="section" sx={{ display: 'grid', gap: 4, minWidth: 0 }}>
      <Typography variant="h2">Plans</Typography>
      {plans.isPending ? (
        <Loading what="the plans" />
      ) : plans.error ? (
        <Failure error={plans.error} again={() => void plans.refetch()} />
      ) : (
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell />
              <TableCell>Construction</TableCell>
              <TableCell align="right">Steps</TableCell>
              <TableCell align="right">Version</TableCell>
              <TableCell>From</TableCell>
              <TableCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {plans.data.map((p) => (
              <TableRow key={p.key} data-plan={p.key}>
                <TableCell sx={{ fontFamily: condensed, fontWeight: 600 }}>
                  {p.construction}
                </TableCell>
                <TableCell>
                  {p.title}
                  {p.fault && (
                    <Box role="alert" sx={{ color: ink('out') }}>
                      Cannot be read any more, and is left out of all choices. Jobs that were
                      started with it keep it. {p.fault}
                    </Box>
                  )}
                  <Dangers
                    dangers={p.dangers}
                    busy={look.isPending}
                    onLooked={() => look.mutate(p.key)}
                  />
                  {p.notes.length > 0 && (
                    <Box sx={{ color: ink('close') }}>
                      A new plan would be refused for: {p.notes.join('; ')}
                    </Box>
                  )}
                </TableCell>
                <TableCell align="right" sx={{ fontFamily: mono }}>
                  {p.steps}
                </TableCell>
                <TableCell align="right" sx={{ fontFamily: mono }}>
                  {p.version}
                </TableCell>
                <TableCell>{p.own ? 'this shop' : 'shipped'}</TableCell>
                <TableCell align="right">
                  <Button
                    variant="text"
                    sx={{ p: 0, minHeight: 32, minWidth: 0 }}
                    aria-label={`Save ${p.title} as a file`}
                    onClick={() => void save(p.key)}
                  >
                    Save
                  </Button>
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
      <Import />
    </Box>
  )
}

async function save(key: string) {
  const url = URL.createObjectURL(
    new Blob([(await fetchPlan(key)).text], { type: 'application/yaml' }),
  )
  const a = document.createElement('a')
  a.href = url
  a.download = `${key}.yaml`
  a.click()
  URL.revokeObjectURL(url)
}

/** A plan file is read, its faults or its changes are shown, and only then is it taken in. */
function Import() {
  const check = useCheckPlan()
  const take = useImportPlan()
  const [text, setText] = useState('')
  const file = useRef<HTMLInputElement>(null)
  const read = (t: string) => {
    setText(t)
    take.reset()
    if (t.trim()) check.mutate(t)
    else check.reset()
  }
  const found = check.data
  return (
    <Box
      sx={{
        border: `1.5px solid ${ink('ink')}`,
        background: ink('panel'),
        p: 4,
        display: 'grid',
        gap: 3,
      }}
    >
      <Typography variant="h3">Take in a plan of your own</Typography>
      <Typography>
        Save a shipped plan as a file, change it in any editor, give it a key of its own, and choose
        it here. A pump then takes it on its page; jobs already open keep theirs.
      </Typography>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="outlined" onClick={() => file.current?.click()}>
          Choose a file
        </Button>
        <input
          ref={file}
          type="file"
          accept=".yaml,.yml,application/yaml,text/yaml"
          hidden
          aria-label="Plan file"
          data-plan-file
          onChange={(e) => {
            const f = e.target.files?.[0]
            e.target.value = ''
            if (f) void f.text().then(read)
          }}
        />
        {check.isPending && <span role="status">Reading</span>}
      </Box>
      {check.error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {check.error.message}
        </Box>
      )}
      {found && found.faults.length > 0 && (
        <Box role="alert" data-faults>
          <Typography sx={{ fontWeight: 600, color: ink('out') }}>
            This file cannot be used yet:{' '}
            {found.faults.length === 1
              ? 'one thing is wrong'
              : `${found.faults.length} things are wrong`}
            .
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 4, '& li': { my: 1 } }}>
            {found.faults.map((f, i) => (
              <li key={i}>
                {f.line ? `Line ${f.line}` : ''}
                {f.step ? `, step ${f.step}` : ''}
                {f.line || f.step ? ': ' : ''}
                {f.message}
              </li>
            ))}
          </Box>
        </Box>
      )}
      {found?.plan && <Found found={found} />}
      {found?.plan && !take.isSuccess && (
        <Button
          size="large"
          variant="contained"
          disabled={take.isPending}
          onClick={() => take.mutate({ text })}
          sx={{ justifySelf: 'start' }}
        >
          Take it in
        </Button>
      )}
      {take.error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {take.error.message}
        </Box>
      )}
      {take.isSuccess && (
        <Box role="status" data-taken>
          Taken in: {take.data.plan?.title}. Choose it on a pump’s page.
        </Box>
      )}
    </Box>
  )
}

const signs: Record<string, string> = { added: '+', removed: '−', changed: '≠', moved: '↕' }

function Found({ found }: { found: PlanCheck }) {
  return (
    <Box data-changes>
      <Typography sx={{ fontWeight: 600 }}>
        {found.plan!.title}: construction {found.plan!.construction}, version {found.plan!.version},{' '}
        {found.plan!.steps} steps.
      </Typography>
      <Typography sx={{ mt: 1 }}>
        {found.against
          ? found.changes.length === 0
            ? `The same work as ${found.against}.`
            : `Against ${found.against}:`
          : 'There is no plan of this construction to compare it with.'}
      </Typography>
      <Box
        component="ul"
        sx={{ listStyle: 'none', m: 0, mt: 1, p: 0, maxHeight: 260, overflow: 'auto' }}
      >
        {found.changes.map((c, i) => (
          <li key={i}>
            <Box
              component="span"
              sx={{ fontFamily: mono, fontWeight: 600, mr: 2 }}
              aria-label={c.kind}
            >
              {signs[c.kind]}
            </Box>
            {c.what}
            {c.title ? `, ${c.title}` : ''}
            {c.keys?.length ? `: ${c.keys.join(', ')}` : ''}
          </li>
        ))}
      </Box>
      <details>
        <summary>The order of work</summary>
        <Box
          component="pre"
          sx={{ m: 0, maxHeight: 320, overflow: 'auto', fontFamily: mono, fontSize: size.small }}
        >
          {found.order}
        </Box>
      </details>
    </Box>
  )
}
