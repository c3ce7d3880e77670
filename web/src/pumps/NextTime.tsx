import Box from '@mui/material/Box'
import { usePump } from '../api/pumps'
import { ink, size } from '../theme'

/** What earlier jobs left to be done at this pump; nothing where nothing is left. */
export function NextTime({ tag }: { tag: string }) {
  const remarks = usePump(tag).data?.record.remarks ?? []
  if (remarks.length === 0) return null
  return (
    <Box role="note" data-next-time sx={{ borderLeft: `6px solid ${ink('brass')}`, pl: 3, mt: 3 }}>
      <Box sx={{ fontWeight: 600 }}>Left for this time</Box>
      {remarks.map((r) => (
        <Box key={r.id} sx={{ my: 1 }}>
          {r.text}{' '}
          <Box component="span" sx={{ color: ink('ink2'), fontSize: size.minor }}>
            {r.job ?? r.by}
          </Box>
        </Box>
      ))}
    </Box>
  )
}
