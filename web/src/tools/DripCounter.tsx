import { useEffect, useEffectEvent, useRef } from 'react'
import Button from '@mui/material/Button'
import { Key } from '../app/Key'
import { typing } from '../app/keys'
import { size } from '../theme'

/** A tap for each drop: the key or the button, and the seconds are written down. */
export function DripCounter({
  taps,
  onTaps,
  disabled,
}: {
  taps: string
  onTaps: (taps: string) => void
  disabled?: boolean
}) {
  // Drops may fall faster than the address follows: what was tapped is held here.
  const held = useRef<{ seconds: string[]; began?: number; sent: Set<string> }>({
    seconds: [],
    sent: new Set(),
  })
  const button = useRef<HTMLButtonElement>(null)
  const count = taps.trim() ? taps.trim().split(/\s+/).length : 0
  useEffect(() => {
    // Cleared, or typed by hand: begin from there.
    if (!held.current.sent.has(taps)) held.current = { seconds: [], sent: new Set() }
  }, [taps])
  const tap = () => {
    const now = performance.now()
    const h = held.current
    h.began ??= now
    h.seconds.push(((now - h.began) / 1000).toFixed(2))
    const text = h.seconds.join(' ')
    h.sent.add(text)
    onTaps(text)
  }
  const press = useEffectEvent((e: KeyboardEvent) => {
    if (
      e.key !== ' ' ||
      e.repeat ||
      disabled ||
      typing(e.target) ||
      document.querySelector('[role=dialog]')
    )
      return
    e.preventDefault()
    tap()
  })
  useEffect(() => {
    window.addEventListener('keydown', press)
    button.current?.focus()
    return () => window.removeEventListener('keydown', press)
  }, [])
  // Space is heard by the window, so that it counts once wherever the focus is.
  return (
    <Button
      ref={button}
      data-tick
      variant="contained"
      disabled={disabled}
      onClick={tap}
      onKeyUp={(e) => {
        if (e.key === ' ') e.preventDefault()
      }}
      sx={{ width: '100%', minHeight: 120, fontSize: size.title, gap: 3 }}
    >
      {count === 0 ? 'Tap at the first drop' : `${count} taps`} <Key on>Space</Key>
    </Button>
  )
}
