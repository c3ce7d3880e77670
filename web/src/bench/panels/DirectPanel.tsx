import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useUnit } from '../../app/settings'
import { EntryBox } from '../../entry/EntryBox'
import { condensed, ink } from '../../theme'
import { lastDivision } from '../draft'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'

/** One value read directly, or the leaf that just goes. */
export function DirectPanel() {
  const { step, body, change, disabled, reading } = usePanel()
  const { unit } = useUnit()
  const form = body.direct ?? {}
  const leaf = form.leaf ?? false
  // Where no leaf may enter, that none does is said by a button, and not by a figure.
  const shoulder = step.panel.limit?.max?.um === 0
  const none = leaf && reading?.figure?.um === 0
  const depths = leaf ? undefined : step.panel.depths
  const as = (to: string | null) => {
    if (to)
      change({
        ...body,
        direct: {
          value: form.value,
          less: to === 'leaf' ? undefined : form.less,
          ...(to === 'leaf' ? { leaf: true } : { graduation: lastDivision(step.panel, unit) }),
        },
      })
  }
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 4 }}>
      <Gap
        open={reading?.figure?.um}
        min={step.panel.limit?.min?.um}
        max={step.panel.limit?.max?.um}
      />
      {shoulder && (
        <Button
          variant={none ? 'contained' : 'outlined'}
          aria-pressed={none}
          disabled={disabled}
          data-none-enters
          onClick={() => change({ ...body, direct: { value: none ? undefined : '0', leaf: true } })}
          sx={{ minHeight: 54, justifySelf: 'start', alignSelf: 'flex-start', px: 4 }}
        >
          No leaf enters
        </Button>
      )}
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'flex-end' }}>
        <EntryBox
          above
          label={
            shoulder
              ? 'Or the leaf that enters'
              : leaf
                ? 'Leaf that just goes'
                : (depths?.[0] ?? 'Measured')
          }
          field="body.direct.value"
          value={form.value}
          onChange={(value) => change({ ...body, direct: { ...form, value } })}
          width={depths ? 210 : 150}
        />
        {depths && (
          <EntryBox
            above
            label={`less ${depths[1]?.toLowerCase() ?? ''}`}
            field="body.direct.less"
            value={form.less}
            onChange={(less) => change({ ...body, direct: { ...form, less } })}
            width={210}
          />
        )}
        <ToggleButtonGroup
          exclusive
          value={leaf ? 'leaf' : 'gauge'}
          disabled={disabled}
          aria-label="Measured with"
          onChange={(_, to: string | null) => as(to)}
        >
          <ToggleButton value="gauge" sx={{ minHeight: '54px !important' }}>
            with a gauge
          </ToggleButton>
          <ToggleButton value="leaf" sx={{ minHeight: '54px !important' }}>
            with a leaf
          </ToggleButton>
        </ToggleButtonGroup>
      </Box>
      {!leaf && (
        <Graduation
          value={form.graduation}
          onChange={(graduation) => change({ ...body, direct: { ...form, graduation } })}
        />
      )}
    </Box>
  )
}

/** The gap enlarged between two faces, with its window. */
function Gap({ open, min, max }: { open?: number; min?: number; max?: number }) {
  const top = Math.max(open ?? 0, max ?? 0, (min ?? 0) * 1.5, 1) * 1.15
  const x = (um: number) => 90 + (um / top) * 250
  return (
    <svg
      width="100%"
      viewBox="0 0 440 130"
      aria-hidden
      style={{ fontFamily: condensed, maxHeight: 150 }}
    >
      <defs>
        <pattern
          id="face"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V7" stroke={ink('ink2')} strokeWidth="0.9" />
        </pattern>
      </defs>
      <rect
        x="20"
        y="14"
        width="70"
        height="92"
        fill="url(#face)"
        stroke={ink('ink')}
        strokeWidth="1.5"
      />
      {(min !== undefined || max !== undefined) && (
        <rect
          x={x(min ?? 0)}
          y="108"
          width={Math.max(x(max ?? top) - x(min ?? 0), 2)}
          height="14"
          fill={ink('paper')}
          stroke={ink('within')}
          strokeWidth="2"
        />
      )}
      {open !== undefined && (
        <>
          <rect
            x={x(open)}
            y="14"
            width={Math.max(430 - x(open), 10)}
            height="92"
            fill={ink('wash')}
            stroke={ink('ink')}
            strokeWidth="1.5"
          />
          <path d={`M90 60H${x(open)}`} stroke={ink('brass')} strokeWidth="10" />
        </>
      )}
    </svg>
  )
}
