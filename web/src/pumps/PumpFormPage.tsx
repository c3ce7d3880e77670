import { Fragment, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useNavigate, useParams } from 'react-router'
import { ApiError, usePlans, useShop } from '../api/client'
import { usePump, useSavePump } from '../api/pumps'
import type { PlanView, Pump, PumpForm } from '../api/types'
import { Failure, Loading } from '../app/Message'
import { KeepBar } from '../app/KeepBar'
import { Screen } from '../app/Screen'
import { ink } from '../theme'

/** A pump's page, to be written or changed. */
export function PumpFormPage() {
  const { tag } = useParams()
  return tag ? (
    <Change tag={tag} />
  ) : (
    <WithPlans
      pump={{ tag: '', name: '', construction: '', options: {}, values: {}, limits: {} }}
      fresh
    />
  )
}

function Change({ tag }: { tag: string }) {
  const pump = usePump(tag)
  if (pump.isPending)
    return (
      <Screen title={tag}>
        <Loading what={`pump ${tag}`} />
      </Screen>
    )
  if (pump.error)
    return (
      <Screen title={tag}>
        <Failure error={pump.error} again={() => void pump.refetch()} />
      </Screen>
    )
  return <WithPlans pump={pump.data.pump} />
}

function WithPlans({ pump, fresh = false }: { pump: Pump; fresh?: boolean }) {
  const plans = usePlans()
  const title = fresh ? 'New pump' : `${pump.tag}, change`
  return (
    <Screen title={title}>
      {plans.isPending ? (
        <Loading what="the plans" />
      ) : plans.error ? (
        <Failure error={plans.error} again={() => void plans.refetch()} />
      ) : (
        <Form first={pump} plans={plans.data.filter((p) => !p.fault)} fresh={fresh} />
      )}
    </Screen>
  )
}

const plate = [
  ['maker', 'Maker'],
  ['model', 'Model'],
  ['serial', 'Serial'],
  ['place', 'Place'],
  ['duty', 'Duty'],
  ['speed', 'Speed'],
  ['impeller', 'Impeller'],
  ['shaft', 'Shaft'],
  ['motor', 'Motor'],
  ['liquid', 'Liquid'],
] as const

function Form({ first, plans, fresh }: { first: Pump; plans: PlanView[]; fresh: boolean }) {
  const navigate = useNavigate()
  const save = useSavePump(fresh)
  const shop = useShop()
  const [pump, setPump] = useState<PumpForm>(() =>
    fresh && plans[0]
      ? { ...first, plan: plans[0].key, construction: plans[0].construction, kind: plans[0].title }
      : first,
  )
  const plan = plans.find((p) => p.key === pump.plan)
  const error = save.error instanceof ApiError ? save.error : null
  const set = (patch: Partial<PumpForm>) => setPump((p) => ({ ...p, ...patch }))
  const field = (path: string) => {
    const message = error?.field(path) ?? ''
    return { error: message !== '', helperText: message }
  }
  const choose = (key: string) => {
    const p = plans.find((x) => x.key === key)
    // What the other plan asks, too, is kept.
    const keep = <V,>(from: Record<string, V> | undefined, keys: string[]) =>
      Object.fromEntries(Object.entries(from ?? {}).filter(([k]) => keys.includes(k)))
    set(
      p
        ? {
            plan: p.key,
            construction: p.construction,
            kind: p.title,
            options: keep(
              pump.options,
              p.options.map((o) => o.key),
            ),
            values: keep(
              pump.values,
              p.values.map((v) => v.key),
            ),
            limits: keep(
              pump.limits,
              p.limits.map((l) => l.key),
            ),
          }
        : { plan: '' },
    )
  }
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        save.mutate(pump, {
          onSuccess: (p) => void navigate(`/pumps/${encodeURIComponent(p.tag)}`),
          // Written by somebody else meanwhile: what was typed stays, and goes over it when it is kept again.
          onError: (e) => {
            if (e instanceof ApiError && e.problem.pump) set({ version: e.problem.pump.version })
          },
        })
      }}
      sx={{ p: 5, display: 'grid', gap: 5, maxWidth: 1100, width: '100%', mx: 'auto' }}
    >
      <Box sx={grid}>
        <TextField
          label="Tag"
          value={pump.tag}
          disabled={!fresh}
          autoFocus={fresh}
          onChange={(e) => set({ tag: e.target.value })}
          {...field('tag')}
        />
        <TextField
          label="Name, what it does"
          value={pump.name}
          onChange={(e) => set({ name: e.target.value })}
          sx={{ gridColumn: 'span 2' }}
          {...field('name')}
        />
        <TextField
          select
          label="Construction"
          value={pump.plan ?? ''}
          onChange={(e) => choose(e.target.value)}
          sx={{ gridColumn: 'span 2' }}
          {...field('plan')}
        >
          {plans.map((p) => (
            <MenuItem key={p.key} value={p.key}>
              {p.construction} {p.title}
              {p.own ? ', this shop’s' : ''}
            </MenuItem>
          ))}
          {!plan && (
            <MenuItem value={pump.plan ?? ''}>{pump.kind || 'Another kind, no plan yet'}</MenuItem>
          )}
        </TextField>
        {plate.map(([key, label]) => (
          <TextField
            key={key}
            label={label}
            value={pump[key] ?? ''}
            onChange={(e) => set({ [key]: e.target.value })}
          />
        ))}
        <NumberField
          label="Hours to the planned stop"
          value={pump.planned_hours}
          onChange={(planned_hours) => set({ planned_hours })}
          {...field('planned_hours')}
        />
        <TextField
          select
          label="Elastomer of its seals"
          value={pump.elastomer ?? ''}
          onChange={(e) => set({ elastomer: e.target.value || undefined })}
          {...field('elastomer')}
        >
          <MenuItem value="">not known</MenuItem>
          {(shop.data?.elastomers ?? []).map((x) => (
            <MenuItem key={x.key} value={x.key}>
              {x.title}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Service"
          value={pump.service ?? ''}
          onChange={(e) => set({ service: e.target.value || undefined })}
          {...field('service')}
        >
          <MenuItem value="">not known</MenuItem>
          {(shop.data?.services ?? []).map((x) => (
            <MenuItem key={x.key} value={x.key}>
              {x.title}: grease about every {x.days} days
            </MenuItem>
          ))}
        </TextField>
        <NumberField
          label="Grease every, days, by its maker"
          value={pump.grease_every}
          onChange={(grease_every) => set({ grease_every })}
          {...field('grease_every')}
        />
        <TextField
          label="Planned stop"
          type="date"
          value={pump.planned_stop ?? ''}
          onChange={(e) => set({ planned_stop: e.target.value || undefined })}
          slotProps={{ inputLabel: { shrink: true } }}
          {...field('planned_stop')}
        />
      </Box>
      {plan && (
        <>
          <section>
            <Typography variant="h2" sx={{ mb: 3 }}>
              From its papers
            </Typography>
            <Box sx={rows}>
              {plan.options.map((o) => (
                <Fragment key={o.key}>
                  <Typography>{o.title}</Typography>
                  <TextField
                    select
                    hiddenLabel
                    size="small"
                    value={pump.options?.[o.key] ?? o.default}
                    onChange={(e) => set({ options: { ...pump.options, [o.key]: e.target.value } })}
                    slotProps={{ select: { SelectDisplayProps: { 'aria-label': o.title } } }}
                    sx={{ gridColumn: 'span 2' }}
                    {...field(`options.${o.key}`)}
                  >
                    {o.choices.map((c) => (
                      <MenuItem key={c.key} value={c.key}>
                        {c.title}
                      </MenuItem>
                    ))}
                  </TextField>
                </Fragment>
              ))}
            </Box>
            <Box sx={{ ...rows, mt: 4 }}>
              <Typography sx={{ color: ink('ink2') }}>What</Typography>
              <Typography sx={{ color: ink('ink2') }}>As written</Typography>
              <Typography sx={{ color: ink('ink2') }}>From</Typography>
              {plan.values.map((v) => {
                const x = pump.values?.[v.key] ?? { text: '', source: '' }
                const put = (patch: object) =>
                  set({ values: { ...pump.values, [v.key]: { ...x, ...patch } } })
                return (
                  <Fragment key={v.key}>
                    <Typography component="label" htmlFor={`value-${v.key}`}>
                      {v.title}
                    </Typography>
                    <TextField
                      id={`value-${v.key}`}
                      hiddenLabel
                      size="small"
                      placeholder={examples[v.kind] ?? v.default}
                      value={x.text}
                      onChange={(e) => put({ text: e.target.value })}
                      {...field(`values.${v.key}.text`)}
                    />
                    <TextField
                      hiddenLabel
                      size="small"
                      placeholder="Maker's manual, table 2"
                      value={x.source}
                      onChange={(e) => put({ source: e.target.value })}
                      slotProps={{ htmlInput: { 'aria-label': `${v.title}: from` } }}
                    />
                  </Fragment>
                )
              })}
            </Box>
          </section>
          {fresh && (
            <Typography sx={{ color: ink('ink2') }}>
              Its limits have a page of their own, from the pump’s page.
            </Typography>
          )}
        </>
      )}
      <KeepBar label={fresh ? 'Add the pump' : 'Keep'} disabled={save.isPending} error={error}>
        <Button size="large" variant="outlined" onClick={() => void navigate(-1)}>
          Back
        </Button>
      </KeepBar>
    </Box>
  )
}

const grid = {
  display: 'grid',
  gridTemplateColumns: 'repeat(auto-fill, minmax(190px, 1fr))',
  gap: 3,
  alignItems: 'start',
} as const

/** A line for each thing the papers are asked: what, as written, from where. */
const rows = {
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1fr)',
  gap: 2,
  alignItems: 'center',
} as const

/** How a value of a kind may be written. */
const examples: Record<string, string> = {
  length: '1.530 in',
  torque: '45 lbf·ft',
  temperature: '107 °C or 225 °F',
}

/** A number that may be left blank; what is none stays as typed, and the browser does not send it. */
function NumberField({
  value,
  onChange,
  ...rest
}: {
  label: string
  value: string | number | undefined
  onChange: (text: string | undefined) => void
  error: boolean
  helperText: string
}) {
  return (
    <TextField
      {...rest}
      value={value ?? ''}
      onChange={(e) => onChange(e.target.value || undefined)}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  )
}
