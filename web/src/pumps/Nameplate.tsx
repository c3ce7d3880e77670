import Box from '@mui/material/Box'
import type { Pump } from '../api/types'
import { condensed, ink, size } from '../theme'

/** The pump's plate, with its four rivets. */
export function Nameplate({ pump }: { pump: Pump }) {
  const rows: [string, string | undefined][] = [
    ['Type', pump.kind],
    ['Serial', pump.serial],
    ['Maker', [pump.maker, pump.model].filter(Boolean).join(' ')],
    ['Speed', pump.speed],
    ['Duty', pump.duty],
    ['Shaft', pump.shaft],
    ['Impeller', pump.impeller],
    ['Motor', pump.motor],
    ['Liquid', pump.liquid],
    ['Place', pump.place],
  ]
  const rivet = (at: object) => (
    <Box
      aria-hidden
      sx={{
        position: 'absolute',
        width: 6,
        height: 6,
        border: `1px solid ${ink('ink')}`,
        borderRadius: '50%',
        ...at,
      }}
    />
  )
  return (
    <Box
      sx={{
        position: 'relative',
        border: `1.5px solid ${ink('ink')}`,
        background: ink('paper'),
        px: 5,
        py: 3,
        '@media print': { background: ink('face') },
      }}
    >
      {rivet({ left: 5, top: 5 })}
      {rivet({ right: 5, top: 5 })}
      {rivet({ left: 5, bottom: 5 })}
      {rivet({ right: 5, bottom: 5 })}
      <Box
        component="dl"
        sx={{
          m: 0,
          display: 'grid',
          gridTemplateColumns: 'auto minmax(0, 1.5fr) auto minmax(0, 1fr)',
          columnGap: 3,
          rowGap: 0.75,
          fontFamily: condensed,
          fontSize: size.text,
        }}
      >
        {rows
          .filter(([, v]) => v)
          .map(([k, v]) => (
            <Box key={k} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ color: ink('ink2') }}>
                {k}
              </Box>
              <Box component="dd" sx={{ m: 0, fontWeight: 600 }}>
                {v}
              </Box>
            </Box>
          ))}
      </Box>
    </Box>
  )
}
