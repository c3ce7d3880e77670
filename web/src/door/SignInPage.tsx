import { useState } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { ApiError } from '../api/client'
import { useSignIn } from '../api/door'
import type { Account, SessionView } from '../api/types'
import { tile } from '../app/Choice'
import { ink, size } from '../theme'
import { column, Door, Refusal } from './Door'
import { LetInForm } from './LetInForm'
import { roleOf } from './me'
import { Secret } from './Secret'

/** Where one comes in: on a tablet of the shop by name and PIN, elsewhere by name and passphrase. */
export function SignInPage({ session }: { session: SessionView }) {
  const [picked, setPicked] = useState<Account>()
  if (session.tablet || session.demo)
    return picked ? (
      <Door title={picked.name}>
        <PinForm person={picked} onBack={() => setPicked(undefined)} />
      </Door>
    ) : (
      <Door title="Who is working?">
        {session.locked && (
          <Typography sx={{ mb: 4 }}>
            This tablet was locked, since nobody touched it. What was typed is kept for whoever
            typed it.
          </Typography>
        )}
        <People session={session} onPick={setPicked} />
      </Door>
    )
  return (
    <Door title="Sign in">
      {!session.begun && (
        <Typography sx={{ mb: 4, fontWeight: 600 }}>
          This shop has no keeper yet. Open the address that Settle printed when it was started:
          with it the first keeper is made.
        </Typography>
      )}
      <PassphraseForm />
      <Box sx={{ mt: 8, pt: 4, borderTop: `1px solid ${ink('rule')}` }}>
        <Typography variant="h2" sx={{ mb: 3 }}>
          A tablet of the shop?
        </Typography>
        <LetInForm />
      </Box>
    </Door>
  )
}

/** Those of the shop, one tile each. */
function People({ session, onPick }: { session: SessionView; onPick: (a: Account) => void }) {
  const sign = useSignIn()
  return (
    <Box sx={{ display: 'grid', gap: 3 }}>
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: 'repeat(auto-fill, minmax(220px, 1fr))',
        }}
      >
        {(session.people ?? []).map((a, i) => (
          <ButtonBase
            key={a.id}
            autoFocus={i === 0}
            data-person={a.id}
            onClick={() => (session.demo ? sign.mutate({ person: a.id }) : onPick(a))}
            sx={{
              ...tile,
              minHeight: 84,
              display: 'grid',
              justifyItems: 'start',
              justifyContent: 'start',
              alignContent: 'center',
            }}
          >
            <Box component="span" sx={{ fontSize: size.head, fontWeight: 600 }}>
              {a.name}
            </Box>
            <span>{roleOf(a)}</span>
          </ButtonBase>
        ))}
      </Box>
      {session.demo && <Typography>The demo asks nobody for a PIN on this machine.</Typography>}
      {sign.error && <Refusal>{sign.error.message}</Refusal>}
    </Box>
  )
}

const said = (error: Error | null, field: string) =>
  error instanceof ApiError ? error.field(field) : ''

/** What is wrong that no box says. */
function Rest({ error, but }: { error: Error | null; but: string[] }) {
  if (!error || but.some((f) => said(error, f))) return null
  return <Refusal>{error.message}</Refusal>
}

/** The PIN of one person, or the code of a keeper and a new PIN. */
export function PinForm({
  person,
  onBack,
  onIn,
}: {
  person: Account
  onBack: () => void
  onIn?: () => void
}) {
  const sign = useSignIn()
  const [coded, setCoded] = useState(false)
  const [pin, setPin] = useState('')
  const [code, setCode] = useState('')
  const send = () =>
    sign.mutate(
      coded ? { person: person.id, secret: code, new: pin } : { person: person.id, secret: pin },
      { onSuccess: onIn, onError: () => !coded && setPin('') },
    )
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        send()
      }}
      sx={column}
    >
      {coded && <CodeBox code={code} setCode={setCode} error={said(sign.error, 'secret')} />}
      <Secret
        key={String(coded)}
        pin
        label={coded ? 'New PIN, 6 digits or more' : 'PIN'}
        value={pin}
        onChange={setPin}
        autoFocus={!coded}
        error={said(sign.error, coded ? 'new' : 'secret')}
      />
      <Rest error={sign.error} but={['secret', 'new']} />
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        <Button
          type="submit"
          size="large"
          variant="contained"
          disabled={sign.isPending || !pin}
          sx={{ px: 6 }}
        >
          Come in
        </Button>
        <Button size="large" variant="outlined" onClick={onBack}>
          Somebody else
        </Button>
      </Box>
      <Coded coded={coded} what="PIN" set={setCoded} />
    </Box>
  )
}

function PassphraseForm() {
  const sign = useSignIn()
  const [coded, setCoded] = useState(false)
  const [name, setName] = useState('')
  const [words, setWords] = useState('')
  const [code, setCode] = useState('')
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault()
        sign.mutate(coded ? { name, secret: code, new: words } : { name, secret: words })
      }}
      sx={column}
    >
      <TextField
        label="Name, as the shop knows it"
        value={name}
        onChange={(e) => setName(e.target.value)}
        autoFocus
        error={!!said(sign.error, 'name')}
        helperText={said(sign.error, 'name')}
        slotProps={{ htmlInput: { autoComplete: 'username', 'data-name': '' } }}
      />
      {coded && <CodeBox code={code} setCode={setCode} error={said(sign.error, 'secret')} />}
      <Secret
        label={coded ? 'New passphrase, 12 letters or more' : 'Passphrase'}
        value={words}
        onChange={setWords}
        error={said(sign.error, coded ? 'new' : 'secret')}
        hint={coded ? 'Such as four words that have nothing to do with each other' : undefined}
        autoComplete={coded ? 'new-password' : 'current-password'}
      />
      <Rest error={sign.error} but={['secret', 'new', 'name']} />
      <Button
        type="submit"
        size="large"
        variant="contained"
        disabled={sign.isPending || !name || !words}
        sx={{ justifySelf: 'start', px: 6 }}
      >
        Come in
      </Button>
      <Coded coded={coded} what="passphrase" set={setCoded} />
    </Box>
  )
}

function CodeBox({
  code,
  setCode,
  error,
}: {
  code: string
  setCode: (code: string) => void
  error: string
}) {
  return (
    <TextField
      label="Code from a keeper, eight letters"
      value={code}
      onChange={(e) => setCode(e.target.value)}
      autoFocus
      error={!!error}
      helperText={error}
      slotProps={{
        htmlInput: { autoComplete: 'off', autoCapitalize: 'characters', 'data-code': '' },
      }}
    />
  )
}

function Coded({
  coded,
  what,
  set,
}: {
  coded: boolean
  what: string
  set: (coded: boolean) => void
}) {
  return (
    <Button variant="text" onClick={() => set(!coded)} sx={{ justifySelf: 'start', px: 0 }}>
      {coded ? `I have a ${what}` : `New here, or ${what} forgotten? A keeper gives a code`}
    </Button>
  )
}
