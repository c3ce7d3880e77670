import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { ApiError, useOpenJob } from '../api/client'
import { usePumps } from '../api/pumps'
import { Key } from '../app/Key'
import { Failure, Loading, Message } from '../app/Message'
import { Screen } from '../app/Screen'
import { useSettings } from '../app/settings'
import { NextTime } from '../pumps/NextTime'
import { condensed, ink, size } from '../theme'
import { AskedBoxes, type Asked } from './AskedBoxes'

/** Why it is here, where its plan has no list of its own. */
const reasons = ['Seal leaks', 'Noise', 'Runs hot', 'Low flow', 'Planned overhaul']

/** Where the work order of a job that is not opened yet is printed. */
function orderOf(tag: string, unit: string, asked: Asked, complaint: string) {
  const query = new URLSearchParams({ unit })
  for (const [name, value] of Object.entries({ ...asked, complaint }))
    if (value) query.set(name, value)
  return `/api/v1/pumps/${encodeURIComponent(tag)}/order.pdf?${query}`
}

/** A new job: which pump, and why it is here. */
export function NewJobPage() {
  const navigate = useNavigate()
  const [query] = useSearchParams()
  const { unit } = useSettings()
  const pumps = usePumps()
  const open = useOpenJob()
  const [words, setWords] = useState(query.get('pump') ?? '')
  const [picked, setPicked] = useState(query.get('pump') ?? '')
  const [why, setWhy] = useState('')
  const [hours, setHours] = useState('')
  const [asked, setAsked] = useState<Asked>({})
  const id = useRef(crypto.randomUUID())
  const reason = useRef<HTMLInputElement>(null)
  const problem = open.error instanceof ApiError ? open.error : null
  const all = words.trim().toLowerCase().split(/\s+/).filter(Boolean)
  const found = (pumps.data ?? []).filter((p) =>
    all.every((w) =>
      `${p.tag} ${p.name} ${p.place} ${p.maker} ${p.serial}`.toLowerCase().includes(w),
    ),
  )
  const pump = pumps.data?.find((p) => p.tag === picked)
  const pick = (tag: string) => {
    setPicked(tag)
    setAsked({})
    setTimeout(() => reason.current?.focus())
  }
  const submit = () =>
    open.mutate(
      { id: id.current, pump: picked, complaint: why, ...asked, hours: hours.trim() || undefined },
      { onSuccess: (job) => void navigate(`/jobs/${job.number}`) },
    )
  if (pumps.isPending)
    return (
      <Screen title="New job">
        <Loading what="the pumps" />
      </Screen>
    )
  if (pumps.error)
    return (
      <Screen title="New job">
        <Failure error={pumps.error} again={() => void pumps.refetch()} />
      </Screen>
    )
  if (pumps.data.length === 0)
    return (
      <Screen title="New job">
        <Message
          title="No pumps yet"
          text="A job is about a pump. Write the nameplate of the first one."
          to="/pumps/new"
          action="Add a pump"
        />
      </Screen>
    )
  return (
    <Screen title="New job">
      <Box
        sx={{
          p: 5,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 380px' },
          gap: 6,
          maxWidth: 1100,
          width: '100%',
          mx: 'auto',
          alignItems: 'start',
        }}
      >
        <Box>
          <TextField
            fullWidth
            autoFocus={!picked}
            label="Which pump?"
            value={words}
            onChange={(e) => {
              setWords(e.target.value)
              setPicked('')
            }}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && found[0]?.plan && !found[0].open) {
                e.preventDefault()
                pick(found[0].tag)
              }
            }}
          />
          <Box sx={{ mt: 3, borderTop: `1.5px solid ${ink('ink')}` }}>
            {found.map((p, i) => (
              <ButtonBase
                key={p.tag}
                disabled={!p.plan || p.open !== undefined}
                onClick={() => pick(p.tag)}
                aria-pressed={picked === p.tag}
                data-pump={p.tag}
                sx={{
                  width: '100%',
                  minHeight: 56,
                  px: 3,
                  py: 1.5,
                  display: 'grid',
                  gridTemplateColumns: '90px 1fr auto',
                  gap: 3,
                  textAlign: 'left',
                  borderBottom: `1px solid ${ink('rule')}`,
                  background: picked === p.tag ? ink('wash') : 'none',
                  color: p.plan && !p.open ? ink('ink') : ink('none'),
                  outlineOffset: '-3px !important',
                }}
              >
                <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.lead }}>
                  {p.tag}
                </Box>
                <Box>
                  {p.name}
                  <Box sx={{ fontSize: size.minor, color: ink('ink2') }}>{p.kind}</Box>
                </Box>
                <Box sx={{ fontSize: size.minor }}>
                  {p.open ? (
                    `open as ${p.open}`
                  ) : p.plan ? (
                    i === 0 && words && !picked ? (
                      <Key>Enter</Key>
                    ) : (
                      ''
                    )
                  ) : (
                    'no plan for this kind yet'
                  )}
                </Box>
              </ButtonBase>
            ))}
            {found.length === 0 && (
              <Message
                title="No such pump"
                text={`Nothing in the register has "${words}" in it.`}
                to="/pumps/new"
                action="Add a pump"
              />
            )}
          </Box>
          <Button component={Link} to="/pumps/new" sx={{ mt: 2 }}>
            Add a pump that is not here
          </Button>
        </Box>
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault()
            submit()
          }}
          sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}
        >
          <Typography variant="h2">
            {pump ? `${pump.tag} ${pump.name}` : 'Choose a pump on the left'}
          </Typography>
          {pump && <NextTime tag={pump.tag} />}
          <TextField
            inputRef={reason}
            label={asked.why ? 'More about it, if there is more' : 'Why is it here?'}
            autoFocus={picked !== ''}
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            disabled={!pump}
            error={!!problem?.field('complaint')}
            helperText={problem?.field('complaint')}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
          />
          {pump?.plan ? (
            <AskedBoxes
              key={pump.tag}
              tag={pump.tag}
              asked={asked}
              onAsked={setAsked}
              usual={reasons}
              onUsual={setWhy}
            />
          ) : null}
          <TextField
            label="Running hours, if they are known"
            value={hours}
            onChange={(e) => setHours(e.target.value)}
            disabled={!pump}
            error={!!problem?.field('hours')}
            helperText={problem?.field('hours') || 'They tell the wear.'}
            slotProps={{ htmlInput: { autoComplete: 'off', inputMode: 'decimal' } }}
          />
          <Button size="large" type="submit" variant="contained" disabled={!pump || open.isPending}>
            Open the job <Key on>Enter</Key>
          </Button>
          {pump?.plan && (
            <Button
              variant="outlined"
              data-work-order
              href={orderOf(pump.tag, unit, asked, why)}
              download
            >
              Work order on paper
            </Button>
          )}
          {pump?.plan && (
            <Typography variant="body2">
              The job keeps the plan and the limits as they are today, whatever is changed later.
            </Typography>
          )}
          {problem && !problem.field('complaint') && (
            <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
              {problem.message}
            </Box>
          )}
        </Box>
      </Box>
    </Screen>
  )
}
