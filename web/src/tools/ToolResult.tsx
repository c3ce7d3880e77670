import Box from '@mui/material/Box'
import type { Verdict, Words } from '../api/types'
import { typographic, useUnit } from '../app/settings'
import { Rows } from '../bench/Result'
import { VerdictShape, verdictInk } from '../shapes/Verdict'
import { condensed, ink, mono, size } from '../theme'

/** What a calculation came to: the figure asked for, in both units, its verdict, what stands behind it and what to do. */
export function ToolResult({ words }: { words: Words }) {
  const { show, other } = useUnit()
  const main = show(words.main.value)
  const second = typographic(words.main.value[other])
  const verdict = words.verdict as Verdict | undefined
  return (
    <Box aria-live="polite" data-result sx={{ display: 'grid', gap: 2 }}>
      <Box>
        <Box sx={{ fontFamily: condensed, fontWeight: 500, fontSize: size.label }}>
          {words.main.name}
        </Box>
        <Box
          data-figure
          sx={{
            fontFamily: mono,
            fontWeight: 600,
            lineHeight: 1.05,
            fontSize: main.length > 22 ? size.head : main.length > 12 ? size.answer : size.result,
            letterSpacing: '-0.03em',
          }}
        >
          {main}
        </Box>
        {second !== main && <Box sx={{ fontFamily: mono, color: ink('ink2') }}>{second}</Box>}
      </Box>
      {show(words.headline) && (
        <Box
          sx={{
            display: 'flex',
            gap: 2,
            alignItems: 'flex-start',
            fontFamily: condensed,
            fontWeight: 600,
            fontSize: size.head,
            lineHeight: 1.15,
            color: verdict ? verdictInk(verdict) : ink('ink'),
          }}
        >
          {verdict && (
            <Box sx={{ pt: 0.5 }}>
              <VerdictShape verdict={verdict} size={20} />
            </Box>
          )}
          <span data-headline>{show(words.headline)}</span>
        </Box>
      )}
      <Rows rows={words.rows.map((r) => [r.name, show(r.value)])} />
      {words.lines.length > 0 && (
        <Box
          component="ul"
          sx={{ m: 0, pl: 4, '& li': { mb: 1 }, '& li::marker': { color: ink('dyeText') } }}
        >
          {words.lines.map((l, i) => (
            <li key={i}>{show(l)}</li>
          ))}
        </Box>
      )}
    </Box>
  )
}
