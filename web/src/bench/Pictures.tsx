import { useRef, useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { photoAt, useAddPhoto, useAppend } from '../api/client'
import type { Step } from '../api/types'
import { Choice } from '../app/Choice'
import { Key } from '../app/Key'
import { useKeys } from '../app/keys'
import { ink } from '../theme'
import { ReasonDialog } from './ReasonDialog'

/** Takes a picture and puts it to a step, or to a finding at it; it is kept at once. */
export function AddPicture({
  job,
  step,
  of,
  disabled,
  mark,
}: {
  job: string
  step: string
  of?: string
  disabled: boolean
  mark?: string
}) {
  const photo = useAddPhoto(job)
  const append = useAppend(job)
  const input = useRef<HTMLInputElement>(null)
  const [busy, setBusy] = useState(false)
  const error = photo.error ?? append.error
  const open = () => {
    if (!disabled) input.current?.click()
  }
  useKeys(mark ? { [mark]: open } : {})
  async function take(file: File | undefined) {
    if (!file) return
    setBusy(true)
    try {
      const { id } = await photo.mutateAsync(file)
      await append.mutateAsync({
        id: crypto.randomUUID(),
        kind: 'pictured',
        step,
        body: { photo: { photos: [id], of } },
      })
    } catch {
      /* the error stands below */
    } finally {
      setBusy(false)
    }
  }
  return (
    <>
      <Button
        variant="text"
        disabled={disabled || busy}
        onClick={open}
        sx={{ minHeight: 40, px: 1, gap: 1.5 }}
      >
        {busy ? 'Keeping' : 'Picture'}
        {mark && <Key>{mark}</Key>}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        aria-label="Picture"
        data-picture={of ?? ''}
        onChange={(e) => {
          void take(e.target.files?.[0])
          e.target.value = ''
        }}
      />
      {error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {error.message}
        </Box>
      )}
    </>
  )
}

/** The pictures of a step, small, and a way to add one. */
export function Pictures({ job, step, disabled }: { job: string; step: Step; disabled: boolean }) {
  // A photo step shows its own in its panel.
  if (step.kind === 'photo' || step.kind === 'sign') return null
  return (
    <Box data-pictures sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
      {step.pictures?.map((p) => (
        <a
          key={p.id}
          href={photoAt(p.id)}
          target="_blank"
          rel="noreferrer"
          title={[p.of, p.by].filter(Boolean).join(', ')}
        >
          <img
            src={photoAt(p.id)}
            alt={p.of ?? step.title}
            style={{
              display: 'block',
              width: 66,
              height: 50,
              objectFit: 'cover',
              border: `1px solid ${ink('ink')}`,
            }}
          />
        </a>
      ))}
      <AddPicture job={job} step={step.id} disabled={disabled} mark="f" />
      {!disabled && <TakeBack job={job} step={step} />}
    </Box>
  )
}

/** Withdraws pictures that were put to a step by mistake; they stay in the log. */
function TakeBack({ job, step }: { job: string; step: Step }) {
  const [open, setOpen] = useState(false)
  // Those of the step's own entry are withdrawn with it.
  const added = step.pictures?.filter((p) => p.entry !== step.entry) ?? []
  if (added.length === 0) return null
  return (
    <>
      <Button
        variant="text"
        size="small"
        data-take-back
        onClick={() => setOpen(true)}
        sx={{ px: 0 }}
      >
        Withdraw a picture
      </Button>
      {open && (
        <TakeBackDialog job={job} step={step} added={added} onClose={() => setOpen(false)} />
      )}
    </>
  )
}

function TakeBackDialog({
  job,
  step,
  added,
  onClose,
}: {
  job: string
  step: Step
  added: NonNullable<Step['pictures']>
  onClose: () => void
}) {
  const append = useAppend(job)
  const [id] = useState(() => crypto.randomUUID())
  const [entry, setEntry] = useState(added.length === 1 ? added[0]?.entry : undefined)
  const send = (reason: string) => {
    append.mutate(
      { id, kind: 'withdrawn', step: step.id, on: entry, reason },
      { onSuccess: onClose },
    )
  }
  return (
    <ReasonDialog
      title="Withdraw a picture"
      text="It is shown no more at this step and on the sheet. It stays in the log, with your reason beside it."
      label="Why is it withdrawn?"
      usual={['Wrong step', 'Wrong pump', 'Blurred']}
      action="Withdraw"
      ready={entry !== undefined}
      busy={append.isPending}
      error={append.error?.message}
      onReason={send}
      onClose={onClose}
    >
      <Choice
        label="Which picture"
        value={entry}
        onChange={setEntry}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}
        options={added.map((p) => ({
          value: p.entry,
          label: <img src={photoAt(p.id)} alt={p.of ?? `by ${p.by}`} width={96} height={72} />,
        }))}
      />
    </ReasonDialog>
  )
}
