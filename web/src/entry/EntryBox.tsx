import { createContext, use } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import InputBase from '@mui/material/InputBase'
import type { Body, Carry, FieldError, Figure } from '../api/types'
import { typographic } from '../app/settings'
import { condensed, ink, mono, size } from '../theme'

interface Entering {
  /** what a bare number means */
  unit: string | undefined
  errors: FieldError[]
  /** the lengths as the server understood them */
  echo: { field: string; figure?: Figure; text?: string; odd?: string }[]
  disabled: boolean
  /** tells the path of the box that is being typed in */
  setField: (path: string) => void
  /** the figures that stand elsewhere already, by the path of their box */
  carried: Record<string, Carry>
  /** what a box should come to: it is never filled in for anybody */
  targets: Record<string, Carry>
  /** why nothing stands in a box that is given its figure elsewhere */
  notCarried: Record<string, string>
  /** the units of the shop, beside the boxes of what is no length */
  units: Body['units']
}

/** What is no length and has a unit all the same. */
export type Kind = keyof NonNullable<Body['units']>

const unitWords: Record<string, string> = {
  C: '°C',
  F: '°F',
  Nm: 'N·m',
  'lbf-ft': 'lbf·ft',
  'lbf-in': 'lbf·in',
  'kgf-m': 'kgf·m',
}
export const unitWord = (unit: string) => unitWords[unit] ?? unit

/** What the boxes of one form share. */
export const EntryContext = createContext<Entering>({
  unit: undefined,
  errors: [],
  echo: [],
  disabled: false,
  setField: () => {},
  carried: {},
  targets: {},
  notCarried: {},
  units: undefined,
})

const hidden = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
} as const

interface BoxProps {
  /** what stands before the box: 12, vane 1 */
  label: string
  /** the name for a screen reader, where the label alone says too little */
  name?: string
  /** path in the request, by which the server speaks of the box */
  field: string
  value: string | number | undefined
  onChange: (text: string) => void
  width?: number
  /** words, or a number without a unit of length */
  plain?: boolean
  above?: boolean
  /** a temperature, a pressure, a torque or a vibration: its unit stands beside it */
  of?: Kind
  /** what was understood of a plain number, where the server does not say */
  understood?: string
}

/** One box for one reading. Enter goes on to the next; the value understood is echoed in the other unit. */
export function EntryBox({
  label,
  name,
  field,
  value: given = '',
  onChange,
  width = 112,
  plain,
  above,
  of,
  understood = '',
}: BoxProps) {
  // Kept as typed: a number only where an older entry has one.
  const value = String(given)
  const entering = use(EntryContext)
  const { unit, errors, echo: heard, disabled, setField, carried } = entering
  const wrong = errors.find((e) => e.field === field)
  const error = wrong?.message
  const beside = of && (entering.units?.[of] ? unitWord(entering.units[of]) : 'unit?')
  const target = entering.targets[field]
  const why = entering.notCarried[field]
  const echo = heard.find((e) => e.field === field)
  const says = error ?? echo?.odd
  const carry = carried[field]
  // Echoed in the unit it was not typed in.
  const metric =
    /m\s*$/i.test(value) || (/[\d.,]\s*$/.test(value) && (unit === 'mm' || unit === 'um'))
  const echoed = !echo
    ? understood
    : echo.figure
      ? metric
        ? `${typographic(echo.figure.thou)} thou`
        : `${typographic(echo.figure.mm)} mm`
      : echo.text === value.trim()
        ? '' // said already
        : typographic(echo.text ?? '')
  const id = field.replace(/[^\w]/g, '-')
  return (
    <Box sx={{ width, position: 'relative' }}>
      {above && (
        <Box
          component="label"
          htmlFor={id}
          sx={{
            display: 'block',
            fontFamily: condensed,
            fontSize: size.text,
            fontWeight: 500,
            color: ink('ink2'),
            lineHeight: 1.2,
            pb: 1,
          }}
        >
          {label}
        </Box>
      )}
      <Box
        sx={{
          display: 'flex',
          height: 54,
          border: `1.5px solid ${error ? ink('out') : ink('ink')}`,
          borderLeftWidth: carry?.text === value ? 6 : undefined,
          borderLeftColor: carry?.text === value ? ink('brass') : undefined,
          background: ink('paper'),
          '&:focus-within': { outline: `3px solid ${ink('ink')}`, outlineOffset: 1 },
        }}
      >
        {!above && label && (
          <Box
            component="label"
            htmlFor={id}
            sx={{
              minWidth: 30,
              px: 1,
              display: 'grid',
              placeItems: 'center',
              fontFamily: condensed,
              fontWeight: 600,
              fontSize: size.label,
              color: ink('ink2'),
              background: ink('stone'),
              borderRight: `1px solid ${ink('rule')}`,
              whiteSpace: 'nowrap',
            }}
          >
            {label}
          </Box>
        )}
        <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
          <InputBase
            id={id}
            value={value}
            disabled={disabled}
            onChange={(e) => onChange(e.target.value)}
            onFocus={(e) => {
              setField(field)
              e.target.select()
            }}
            onBlur={() => setField('')}
            inputProps={{
              'data-entry': '',
              'data-field': field,
              'aria-label': name ?? label,
              'aria-invalid': error !== undefined,
              'aria-describedby': id + '-says',
              autoComplete: 'off',
              autoCorrect: 'off',
              spellCheck: false,
              inputMode: plain ? undefined : 'text',
              style: {
                textAlign: plain === true && value.length > 6 ? 'left' : 'center',
                padding: '0 4px',
                height: '100%',
                outline: 'none',
              },
            }}
            sx={{
              flex: 1,
              minHeight: 0,
              fontFamily: mono,
              fontWeight: 600,
              fontSize: value.length > 5 ? size.body : size.strong,
              lineHeight: 1,
              color: ink('ink'),
            }}
          />
          {beside && (
            <Box
              data-unit
              sx={{
                fontSize: size.small,
                lineHeight: '17px',
                textAlign: 'center',
                color: ink('ink2'),
                whiteSpace: 'nowrap',
              }}
            >
              {/[a-z°]/i.test(value)
                ? echoed || ' '
                : beside === 'unit?'
                  ? 'with its unit'
                  : beside}
            </Box>
          )}
          {!beside && echoed && (
            <Box
              aria-hidden
              sx={{
                fontSize: size.small,
                lineHeight: '17px',
                textAlign: 'center',
                color: ink('ink2'),
                whiteSpace: 'nowrap',
              }}
            >
              {echoed}
            </Box>
          )}
        </Box>
      </Box>
      <Box
        id={id + '-says'}
        sx={
          says
            ? {
                position: 'absolute',
                top: '100%',
                left: 0,
                width: 'max-content',
                maxWidth: 260,
                zIndex: 2,
                px: 1,
                background: ink('panel'),
                fontSize: size.minor,
                lineHeight: 1.2,
                color: error ? ink('out') : ink('close'),
              }
            : hidden
        }
      >
        {says ?? echoed}
        {wrong?.either && !disabled && (
          <Box sx={{ display: 'flex', gap: 1, py: 1, flexWrap: 'wrap' }} data-either>
            {wrong.either.map((text) => (
              <Button
                key={text}
                variant="outlined"
                onClick={() => onChange(text)}
                sx={{ background: ink('paper') }}
              >
                {typographic(text)}
              </Button>
            ))}
          </Box>
        )}
      </Box>
      {target && !says && (
        <Box sx={hint}>
          should come to {typographic(target.text)}: {target.from}
        </Box>
      )}
      {why && !says && <Box sx={{ ...hint, color: ink('close') }}>{why}</Box>}
      {carry && !says && (
        <Origin
          carry={carry}
          value={value}
          disabled={disabled}
          onTake={() => onChange(carry.text)}
        />
      )}
    </Box>
  )
}

const hint = { fontSize: size.small, lineHeight: 1.2, mt: 0.5 } as const

/** Where a figure comes from that was not typed; one that was typed over says so. */
function Origin({
  carry,
  value,
  disabled,
  onTake,
}: {
  carry: Carry
  value: string
  disabled: boolean
  onTake: () => void
}) {
  const words = { fontSize: size.small, lineHeight: 1.2, color: ink('ink2'), mt: 0.5 } as const
  if (value === carry.text) return <Box sx={words}>from {carry.from}</Box>
  return (
    <ButtonBase
      tabIndex={-1}
      disabled={disabled}
      onClick={onTake}
      sx={{ ...words, display: 'block', textAlign: 'left', color: ink('dyeText') }}
    >
      {value.trim() ? 'typed; ' : ''}
      {carry.from}: {typographic(carry.text)}
    </ButtonBase>
  )
}
