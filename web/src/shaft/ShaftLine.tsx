import { useEffect, useRef, useState } from 'react'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import type { Sheet, Station, Step, Verdict } from '../api/types'
import { judgedFigure } from '../app/judged'
import { useUnit } from '../app/settings'
import { VerdictMark, VerdictShape, verdictWord } from '../shapes/Verdict'
import { condensed, ink, mono, size } from '../theme'
import { lay, locate } from './geometry'
import { Metal } from './Metal'

const BAND = 27 // clear band between flags and metal, for the sideways move of the leaders
const REACH = 84 // of the metal above and below the centre line

/** The shaft line with a flag for each station; the current one is where the tool touches. */
export function ShaftLine({
  sheet,
  current,
  onPick,
}: {
  sheet: Sheet
  current?: Step
  onPick: (step: string) => void
}) {
  const [box, width] = useWidth()
  // A unit on the bench is drawn alone, while the step is one of those done on it.
  const bench = current?.bench ? sheet.benches?.find((b) => b.title === current.bench) : undefined
  const { laid, width: span } = lay(bench?.pieces ?? sheet.pieces)
  // A short pump is not blown up beyond its drawing; it stands in the middle.
  const scale = Math.min(width / span, 1.12)
  const inset = (width - span * scale) / 2
  const n = sheet.stations.length
  const gap = n > 9 ? 5 : 8
  const margin = 10
  const flag = (width - 2 * margin - gap * (n - 1)) / Math.max(n, 1)
  const narrow = flag < 105
  const head = narrow ? 36 : 24
  const tall = head + 32 // height of a flag
  const height = tall + BAND + 2 * REACH * scale
  const axis = tall + BAND + REACH * scale
  const left = (i: number) => margin + i * (flag + gap)
  const here = sheet.stations.findIndex((s) => current?.check === s.check)
  return (
    <Box
      component="section"
      aria-label="Shaft line"
      sx={{
        borderBottom: `2px solid ${ink('ink')}`,
        overflowX: 'auto',
        overflowY: 'hidden',
        flex: 'none',
      }}
    >
      <Box ref={box} sx={{ position: 'relative', minWidth: 760, height: height + 8 }}>
        <svg
          width={width}
          height={height}
          style={{ position: 'absolute', left: 0, top: 6 }}
          aria-hidden
        >
          <g transform={`translate(${inset} ${axis}) scale(${scale})`}>
            <Metal laid={laid} width={span} />
          </g>
          {sheet.stations.map((s, i) => {
            const p = locate(laid, s.at)
            if (!p) return null
            const x = inset + p.x * scale
            const y = axis + p.y * scale
            const from = Math.min(Math.max(x, left(i) + 12), left(i) + flag - 12)
            const path = `M${from} ${tall}L${x} ${tall + BAND - 10}V${y}`
            const on = i === here
            return (
              <g key={s.letter} fill="none">
                <path d={path} stroke={ink('stone')} strokeWidth="5" />
                <path
                  d={path}
                  stroke={on ? ink('dyeText') : ink('ink')}
                  strokeWidth={on ? 3 : 1.1}
                />
                <circle
                  cx={x}
                  cy={y}
                  r={on ? 5 : 3.6}
                  fill={on ? ink('dyeText') : ink('stone')}
                  stroke={on ? ink('dyeText') : ink('ink')}
                  strokeWidth="1.4"
                />
                {on && (
                  <Tool
                    x={x}
                    y={(tall + BAND - 4 + y) / 2 - 2}
                    instrument={current!.panel.instrument}
                  />
                )}
              </g>
            )
          })}
        </svg>
        {sheet.stations.map((s, i) => (
          <Flag
            key={s.letter}
            station={s}
            left={left(i)}
            width={flag}
            on={i === here}
            tight={n > 9}
            head={head}
            onPick={onPick}
          />
        ))}
        {sheet.vertical && !bench && (
          <Box
            sx={{
              position: 'absolute',
              right: 12,
              bottom: 4,
              display: 'flex',
              alignItems: 'center',
              gap: 1.5,
              fontFamily: condensed,
              fontWeight: 600,
            }}
          >
            <svg width="34" height="14" viewBox="0 0 34 14" aria-hidden>
              <path d="M33 7H3m7-6L3 7l7 6" fill="none" stroke={ink('ink')} strokeWidth="2" />
            </svg>{' '}
            up
          </Box>
        )}
        <Box
          sx={{ position: 'absolute', left: 12, bottom: 4, display: { xs: 'none', md: 'block' } }}
        >
          <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.body }}>
            {bench?.title ?? 'Shaft line'}
          </Box>
          {laid.some((p) => !p.fitted) && (
            <Box sx={{ fontSize: size.small, color: ink('ink2') }}>Pale parts are off</Box>
          )}
        </Box>
      </Box>
    </Box>
  )
}

function Flag({
  station,
  left,
  width,
  on,
  tight,
  head,
  onPick,
}: {
  station: Station
  left: number
  width: number
  on: boolean
  tight: boolean
  head: number
  onPick: (step: string) => void
}) {
  const { show, unit } = useUnit()
  const { found, built } = station
  const both = (on && width > 95) || !tight
  const values = `found ${show(judgedFigure(found), 'not measured')}, built ${show(judgedFigure(built), 'not measured')} ${unit}, ${verdictWord(built?.verdict)}`
  return (
    <ButtonBase
      onClick={() => station.step && onPick(station.step)}
      aria-current={on ? 'step' : undefined}
      title={station.title}
      sx={{
        position: 'absolute',
        left,
        width,
        top: 6,
        height: head + 32,
        display: 'block',
        textAlign: 'left',
        background: ink('paper'),
        border: on ? `2px solid ${ink('dyeText')}` : `1px solid ${ink('ink')}`,
        overflow: 'hidden',
        '&.Mui-focusVisible': { outline: `3px solid ${ink('ink')}`, outlineOffset: 1 },
      }}
    >
      <Box
        sx={{
          px: 1.25,
          height: head,
          lineHeight: head > 30 ? '17px' : `${head}px`,
          fontFamily: condensed,
          fontWeight: 600,
          fontSize: head > 30 ? size.small : size.minor,
          whiteSpace: head > 30 ? 'normal' : 'nowrap',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          borderBottom: `1px solid ${ink('hair')}`,
          background: on ? ink('dye') : 'none',
          color: on ? ink('onDye') : ink('ink'),
        }}
      >
        <Box component="span" sx={{ color: on ? ink('onDye') : ink('dyeText'), mr: 1 }}>
          {station.letter}
        </Box>
        {station.short}
      </Box>
      <Box component="span" sx={hidden}>
        {values}
      </Box>
      <Box
        aria-hidden
        sx={{
          px: 1,
          height: 30,
          display: 'flex',
          alignItems: 'center',
          gap: 0.75,
          fontFamily: mono,
          fontSize: both && unit === 'mm' ? size.tiny : size.minor,
          whiteSpace: 'nowrap',
        }}
      >
        {found && <VerdictShape verdict={found.verdict} size={11} />}
        {found && both && (
          <Box component="span" sx={{ color: ink('ink2') }}>
            {show(judgedFigure(found), '––')}
          </Box>
        )}
        {found && (
          <svg width="9" height="8" viewBox="0 0 9 8" aria-hidden>
            <path d="M0 4h7M4 1l3 3-3 3" fill="none" stroke="currentColor" />
          </svg>
        )}
        <Box component="span" sx={{ fontWeight: 600, color: built ? ink('ink') : ink('ink2') }}>
          {show(judgedFigure(built), '––')}
        </Box>
        <Box sx={{ ml: 'auto', display: 'flex' }}>
          <VerdictShape verdict={built?.verdict} size={15} />
        </Box>
      </Box>
    </ButtonBase>
  )
}

const hidden = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
} as const

/** The tool, drawn where it touches. */
function Tool({ x, y, instrument }: { x: number; y: number; instrument: string }) {
  const line = { stroke: ink('dyeText'), strokeWidth: 2, fill: ink('paper') }
  if (instrument === 'feeler') return <path d={`M${x - 3} ${y - 14}h6l-1 28h-4z`} {...line} />
  if (instrument === 'setting')
    return <path d={`M${x - 14} ${y - 6}h28v6h-28zM${x - 4} ${y}h8v12h-8z`} {...line} />
  return (
    <g>
      <circle cx={x} cy={y} r="12" {...line} />
      <path
        d={`M${x} ${y}l-5 -6M${x - 9} ${y}h2M${x + 7} ${y}h2M${x} ${y - 10}v2`}
        stroke={ink('dyeText')}
        strokeWidth="1.6"
        fill="none"
      />
    </g>
  )
}

function useWidth() {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(1280)
  useEffect(() => {
    const box = ref.current
    if (!box) return
    const watch = new ResizeObserver(() => setWidth(box.clientWidth))
    watch.observe(box)
    return () => watch.disconnect()
  }, [])
  return [ref, width] as const
}

/** A job at a glance: the line of a shaft with the verdict of each station on it. */
export function SmallLine({ line }: { line: string[] }) {
  const step = 21
  const width = Math.max(line.length, 1) * step + 24
  const words = line
    .map((v, i) => `${String.fromCharCode(65 + i)} ${verdictWord(v as Verdict)}`)
    .join(', ')
  if (line.length === 0) return null
  return (
    <svg width={width} height="26" viewBox={`0 0 ${width} 26`} role="img" aria-label={words}>
      <path d={`M0 13H${width}`} stroke={ink('ink2')} strokeDasharray="10 3 2 3" />
      <path
        d={`M6 5H${width - 20}V1L${width - 5} 5V21L${width - 20} 25V21H6Z`}
        fill={ink('wash')}
        stroke={ink('ink')}
        strokeWidth="1.1"
      />
      {line.map((v, i) => (
        <VerdictMark key={i} verdict={v as Verdict} x={18 + i * step} y={13} size={14} />
      ))}
    </svg>
  )
}
