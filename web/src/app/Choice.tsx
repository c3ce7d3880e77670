import { useRef, type ReactNode } from 'react'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import type { SxProps, Theme } from '@mui/material/styles'
import { ink, size } from '../theme'

interface Option<T extends string> {
  value: T
  /** what stands on it */
  label: ReactNode
  /** attributes for tests */
  data?: Record<string, string>
}

interface Props<T extends string> {
  label: string
  options: readonly Option<T>[]
  value: T | undefined
  onChange: (value: T) => void
  disabled?: boolean
  sx?: SxProps<Theme>
  optionSx?: SxProps<Theme>
}

/** One of several: tab goes in and out, the arrow keys go round and choose. */
export function Choice<T extends string>(props: Props<T>) {
  const { label, options, value, onChange, disabled, sx, optionSx } = props
  const tiles = useRef<(HTMLButtonElement | null)[]>([])
  const chosen = options.findIndex((o) => o.value === value)
  const onKeyDown = (e: React.KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key]
    if (!by || disabled) return
    e.preventDefault()
    e.stopPropagation()
    const at = tiles.current.indexOf(document.activeElement as HTMLButtonElement)
    const to = (Math.max(at, 0) + by + options.length) % options.length
    tiles.current[to]?.focus()
    if (options[to]) onChange(options[to].value)
  }
  return (
    <Box role="radiogroup" aria-label={label} onKeyDown={onKeyDown} sx={sx}>
      {options.map((o, i) => {
        const on = i === chosen
        return (
          <ButtonBase
            key={o.value}
            ref={(el: HTMLButtonElement | null) => {
              tiles.current[i] = el
            }}
            role="radio"
            aria-checked={on}
            tabIndex={on || (chosen < 0 && i === 0) ? 0 : -1}
            disabled={disabled}
            onClick={() => onChange(o.value)}
            {...o.data}
            sx={
              [
                tile,
                on ? tileOn : {},
                ...(Array.isArray(optionSx) ? (optionSx as SxProps<Theme>[]) : [optionSx ?? {}]),
              ] as SxProps<Theme>
            }
          >
            {o.label}
          </ButtonBase>
        )
      })}
    </Box>
  )
}

/** Tiles beside each other, as many as have room, with a key before their words. */
export const inRows = (least: number) => ({
  sx: { display: 'grid', gridTemplateColumns: `repeat(auto-fit, minmax(${least}px, 1fr))`, gap: 2 },
  optionSx: { minHeight: 56, gap: 3, justifyContent: 'flex-start', textAlign: 'left' as const },
})

/** How something to choose or to tick looks, and how it looks chosen. */
export const tile = {
  minHeight: 45,
  px: 3,
  gap: 2,
  border: `1.5px solid ${ink('rule')}`,
  background: ink('paper'),
  color: ink('ink'),
  fontSize: size.body,
} as const
export const tileOn = {
  borderColor: ink('dyeText'),
  outlineOffset: 2,
  background: ink('wash'),
  boxShadow: `inset 0 0 0 1.5px ${ink('dyeText')}`,
} as const
