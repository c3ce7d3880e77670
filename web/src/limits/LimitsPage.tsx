import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Link, useParams } from 'react-router'
import { ApiError } from '../api/client'
import { useLimits, useProposeLimits, useSaveLimits } from '../api/pumps'
import type { LimitForm, LimitsView } from '../api/types'
import { Failure, Loading, Message } from '../app/Message'
import { KeepBar } from '../app/KeepBar'
import { Screen } from '../app/Screen'
import { useUnit } from '../app/settings'
import { limitText } from '../bench/Result'
import { useMe } from '../door/me'
import { condensed, ink, mono, size } from '../theme'
import { Proposals } from './Proposals'

/** The limits of a pump, or the shop's: what each origin says, which counts and why. */
export function LimitsPage() {
  const { tag } = useParams()
  const limits = useLimits(tag)
  const of = tag ? `/pumps/${encodeURIComponent(tag)}` : '/shop'
  return (
    <Screen title={tag ? `${tag}, limits` : 'Limits of the shop'}>
      {limits.isPending ? (
        <Loading what="the limits" />
      ) : limits.error ? (
        <Failure error={limits.error} again={() => void limits.refetch()} />
      ) : limits.data.rows.length === 0 ? (
        <Message
          title="No limits yet"
          text="This pump has no plan, so nothing of it is judged. Choose its plan first."
          to={`${of}/edit`}
          action="Choose a plan"
        />
      ) : (
        <Form key={tag} tag={tag} back={of} view={limits.data} />
      )}
    </Screen>
  )
}

const blank: LimitForm = { source: '' }

function Form({ tag, back, view }: { tag?: string; back: string; view: LimitsView }) {
  const save = useSaveLimits(tag)
  const { show } = useUnit()
  // What is typed stays, however often the page is fetched anew meanwhile.
  const [typed, setTyped] = useState<{ forms: Record<string, LimitForm>; version: string }>()
  const forms = typed?.forms ?? view.forms
  const limits = useLimits(tag)
  // Written by somebody else meanwhile: what stands there is fetched, and what was typed stays.
  const overtaken = async (e: unknown) => {
    if (!(e instanceof ApiError) || e.problem.status !== 409) return
    const now = await limits.refetch()
    if (now.data) setTyped({ forms, version: now.data.version })
  }
  const propose = useProposeLimits(tag)
  const changed = JSON.stringify(forms) !== JSON.stringify(view.forms)
  const own = tag ? 'pump' : 'shop'
  const me = useMe()
  const may = me.role === 'lead' || (!tag && me.keeper === true)
  const proposes = !may && tag !== undefined && me.role === 'technician'
  const writes = may || proposes
  const failed = proposes ? propose.error : save.error
  const error = failed instanceof ApiError ? failed : null
  const put = (key: string, patch: Partial<LimitForm>) =>
    setTyped((before) => {
      const next = { ...blank, ...forms[key], ...patch }
      const all = { ...forms, [key]: next }
      if (!next.min && !next.max && !next.source) delete all[key]
      return { forms: all, version: before?.version ?? view.version }
    })
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        if (proposes) {
          const gone = Object.keys(view.forms).filter((k) => !forms[k])
          propose.mutate(
            { ...forms, ...Object.fromEntries(gone.map((k) => [k, blank])) },
            { onSuccess: () => setTyped(undefined) },
          )
          return
        }
        save.mutate(
          { limits: forms, version: typed?.version ?? view.version },
          { onSuccess: () => setTyped(undefined), onError: (e) => void overtaken(e) },
        )
      }}
      sx={{ p: 5, maxWidth: 1240, width: '100%', mx: 'auto' }}
    >
      {tag && <Proposals tag={tag} view={view} />}
      <Typography sx={{ mb: 3, maxWidth: 900 }}>
        {proposes && <strong>You propose these, and a lead confirms them. </strong>}
        {!writes && (
          <strong>
            {tag ? 'A lead' : 'A lead or a keeper'} writes these: tell one what they should be.{' '}
          </strong>
        )}
        {tag
          ? (writes ? 'Write' : 'It is') +
            ' what the maker’s manual, the drawing or the seal’s maker says, with the unit, such as 2 thou, 0.05 mm or 20/min, and where it stands. The pump’s own counts before the shop’s, the shop’s before the general set.'
          : `What this shop has settled for all its pumps, with the unit and where it comes from. A pump’s own limit counts before it; it counts before the general set, which is “${view.set}”.`}{' '}
        Jobs that are open or signed keep the limits they began with.
      </Typography>
      <Box role="table" aria-label="Limits" sx={{ borderTop: `1.5px solid ${ink('ink')}` }}>
        <Box role="row" sx={{ ...row, display: { xs: 'none', md: 'grid' }, py: 1 }}>
          {['Limit', 'Least', 'Most', 'Where it comes from', 'What counts, and why'].map((h) => (
            <Box
              role="columnheader"
              key={h}
              sx={{ ...small, fontFamily: condensed, fontWeight: 600 }}
            >
              {h}
            </Box>
          ))}
        </Box>
        {[...view.rows]
          .sort((a, b) => Number(b.asked) - Number(a.asked))
          .map((r) => {
            const f = forms[r.key] ?? blank
            const field = (part: 'min' | 'max' | 'source') => {
              const m = error?.field(`limits.${r.key}.${part}`) ?? ''
              return {
                error: m !== '',
                helperText: m,
                size: 'small' as const,
                value: f[part] ?? '',
                slotProps: {
                  htmlInput: {
                    autoComplete: 'off',
                    readOnly: !writes,
                    'data-limit': `${r.key}.${part}`,
                  },
                },
              }
            }
            const bound = (part: 'min' | 'max') => (e: React.ChangeEvent<HTMLInputElement>) =>
              put(r.key, { [part]: e.target.value || undefined })
            return (
              <Box role="row" key={r.key} data-key={r.key} sx={row}>
                <Box
                  role="rowheader"
                  sx={{
                    pt: 1,
                    gridColumn: wholeRow,
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: size.label,
                  }}
                >
                  {r.title}
                  {!r.asked && (
                    <Box sx={{ ...small, fontFamily: 'inherit', fontWeight: 400 }}>
                      not asked with these options
                    </Box>
                  )}
                </Box>
                <Box role="cell">
                  <TextField label="min" {...field('min')} onChange={bound('min')} />
                </Box>
                <Box role="cell">
                  <TextField label="max" {...field('max')} onChange={bound('max')} />
                </Box>
                <Box role="cell" sx={{ gridColumn: wholeRow }}>
                  <TextField
                    label="from"
                    fullWidth
                    {...field('source')}
                    onChange={(e) => put(r.key, { source: e.target.value })}
                  />
                </Box>
                <Box role="cell" sx={{ minWidth: 0, gridColumn: wholeRow }}>
                  <Box>
                    <Box
                      component="span"
                      sx={{ fontFamily: mono, fontWeight: 600, fontSize: size.label }}
                    >
                      {limitText(r.in_force, show)}
                    </Box>{' '}
                    <Box component="span" sx={{ fontWeight: 500 }}>
                      {r.why}
                    </Box>
                  </Box>
                  {r.lacks.mm && <Box sx={{ fontWeight: 500 }}>{show(r.lacks)}</Box>}
                  {r.said.map((s, i) => (
                    <Box
                      key={s.who}
                      sx={{ ...small, ...(i > 0 ? { textDecoration: 'line-through' } : {}) }}
                    >
                      {s.who === 'general' ? '' : `${s.title}: `}
                      {i > 0 && `${limitText(s.limit, show)}, `}
                      {s.limit.source}
                    </Box>
                  ))}
                  {error?.field(`limits.${r.key}`) && (
                    <Box role="alert" sx={{ color: ink('out') }}>
                      {error.field(`limits.${r.key}`)}
                    </Box>
                  )}
                </Box>
              </Box>
            )
          })}
      </Box>
      <KeepBar
        label={proposes ? 'Propose' : 'Keep'}
        disabled={!writes || !changed || save.isPending || propose.isPending}
        error={error}
      >
        <Button size="large" variant="outlined" component={Link} to={back}>
          {own === 'pump' ? 'Back to the pump' : 'Back to the shop'}
        </Button>
        {changed && !proposes && <span>Which one counts is shown when it is kept.</span>}
        {proposes && propose.isSuccess && !changed && (
          <span role="status">Proposed. It waits for a lead.</span>
        )}
      </KeepBar>
    </Box>
  )
}

const row = {
  display: 'grid',
  gridTemplateColumns: {
    xs: '1fr 1fr',
    md: '210px 108px 108px minmax(150px, 1fr) minmax(0, 1.35fr)',
  },
  gap: 2,
  alignItems: 'start',
  borderBottom: `1px solid ${ink('rule')}`,
  py: 2,
} as const

// On a tablet the bounds stand side by side and the rest over both.
const wholeRow = { xs: '1 / -1', md: 'auto' }
const small = { color: ink('ink2'), fontSize: size.minor } as const
