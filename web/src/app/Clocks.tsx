import { useEffect, useRef } from 'react'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import { Link } from 'react-router'
import { useHands } from '../api/hands'
import type { Hand } from '../api/types'
import { condensed, ink, mono, size } from '../theme'
import { minutesAndSeconds, ring, useAwake, useNow, useSound } from './clock'

/** How long after its time a clock that nobody has seen still sounds. */
const fresh = 20

type Running = Hand & { clock: NonNullable<Hand['clock']> }

const over = (h: Running, now: number) =>
  (now - Date.parse(h.clock.began)) / 1000 - (h.clock.minutes ?? 0) * 60

/** The clocks that run in the shop, on every screen: each sounds when its time is up. */
export function Clocks() {
  const hands = useHands()
  const running = (hands.data ?? []).filter((h): h is Running => h.clock !== undefined)
  const now = useNow(running.length > 0)
  const rung = useRef(new Set<string>())
  useSound()
  useAwake(running.length > 0)
  const due = running.filter((h) => h.clock.minutes && over(h, now) >= 0)
  useEffect(() => {
    for (const h of due) {
      const key = `${h.job} ${h.step} ${h.clock.began}`
      if (rung.current.has(key)) continue
      rung.current.add(key)
      if (over(h, now) < fresh) ring()
    }
  })
  if (running.length === 0) return null
  return (
    <Box component="aside" aria-label="Clocks that run" data-clocks sx={strip}>
      {running.map((h) => (
        <Face key={h.job + h.step + h.by.id} hand={h} now={now} />
      ))}
      <span role="status" style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden' }}>
        {due.map((h) => `Time is up: ${h.title}, ${h.job}. `)}
      </span>
    </Box>
  )
}

function Face({ hand, now }: { hand: Running; now: number }) {
  const spent = Math.max(0, (now - Date.parse(hand.clock.began)) / 1000)
  const late = hand.clock.minutes !== undefined && over(hand, now) >= 0
  return (
    <ButtonBase
      component={Link}
      to={`/jobs/${hand.job}?step=${encodeURIComponent(hand.step)}`}
      sx={{ ...face, borderLeft: `6px solid ${late ? ink('out') : ink('brass')}` }}
    >
      <Box component="span" sx={{ fontFamily: mono, fontWeight: 600, fontSize: size.large }}>
        {minutesAndSeconds(spent)}
      </Box>
      <Box component="span" sx={{ fontFamily: condensed, fontWeight: 600 }}>
        {late ? 'time is up, ' : hand.clock.minutes ? `of ${hand.clock.minutes} min, ` : ''}
        {hand.tag} {hand.title}
      </Box>
    </ButtonBase>
  )
}

const strip = {
  display: 'flex',
  flexWrap: 'wrap',
  background: ink('stone'),
  borderBottom: `1px solid ${ink('rule')}`,
  '@media print': { display: 'none' },
} as const

const face = {
  minHeight: 45,
  px: 3,
  gap: 2,
  background: ink('paper'),
  borderRight: `1px solid ${ink('rule')}`,
} as const
