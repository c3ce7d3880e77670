import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import type { Look } from '../../api/types'
import { useUnit } from '../../app/settings'
import { ToolPicture } from '../../tools/ToolPicture'
import { ink } from '../../theme'
import type { Drafted } from '../draft'
import { usePanel } from '../panel'

interface Pieces {
  in_place?: string[]
  kit?: { thickness?: string; count?: number | string }[]
}

/** The stack of shims to scale, as it is and as it will be. A tap on a piece takes it out, one on a spare puts it in. */
export function Stack() {
  const { step, body, change, reading, disabled, kept } = usePanel()
  const { show, unit } = useUnit()
  const asked = (body.tool ?? {}) as Pieces
  const { in_place: inPlace = [], kit = [] } = asked
  const look: Look | undefined = reading?.tool
  const heard = (path: string) => look?.echo.find((e) => e.field === path)?.figure
  const fixed = disabled || kept
  // The texts of the boxes are made anew from what is asked then.
  const put = (pieces: Pieces) => {
    const { _texts, ...rest } = body as Drafted
    void _texts
    change({ ...rest, tool: { ...asked, ...pieces } })
  }
  const take = (um: number) => {
    const i = inPlace.findIndex((_, k) => heard(`in_place[${k}]`)?.um === um)
    if (i < 0) return
    const spare = kit.findIndex((_, k) => heard(`kit[${k}].thickness`)?.um === um)
    put({
      in_place: inPlace.filter((_, k) => k !== i),
      kit:
        spare < 0
          ? [...kit, { thickness: inPlace[i], count: 1 }]
          : kit.map((s, k) => (k === spare ? { ...s, count: Number(s.count ?? 0) + 1 } : s)),
    })
  }
  const add = (i: number) =>
    put({
      in_place: [...inPlace, kit[i]?.thickness ?? ''],
      kit: kit
        .map((s, k) => (k === i ? { ...s, count: Number(s.count ?? 1) - 1 } : s))
        .filter((s) => Number(s.count) > 0),
    })
  return (
    <Box data-stack sx={{ borderTop: `1px solid ${ink('rule')}`, pt: 1 }}>
      <ToolPicture
        kind="shim"
        narrow
        look={look}
        asked={{ ...asked, ...step.panel.given }}
        onTake={fixed ? undefined : take}
      />
      {!fixed && kit.length > 0 && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
          {kit.map((_, i) => {
            const figure = heard(`kit[${i}].thickness`)
            return (
              figure && (
                <Button
                  key={i}
                  size="small"
                  variant="outlined"
                  aria-label={`Put in a spare of ${show(figure)} ${unit}`}
                  sx={{ minHeight: 45, px: 1.5 }}
                  onClick={() => add(i)}
                >
                  + {show(figure)}
                </Button>
              )
            )
          })}
        </Box>
      )}
    </Box>
  )
}
