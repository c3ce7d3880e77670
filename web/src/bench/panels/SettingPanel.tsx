import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useUnit } from '../../app/settings'
import { condensed, ink } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { Hatches } from '../../pictures/hatch'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'

/** One dimension against what it is set to: the seal's mark, a lateral, a run-through. */
export function SettingPanel() {
  const { step, body, change } = usePanel()
  const { show, second, unit, other } = useUnit()
  const form = body.setting ?? {}
  const { nominal, nominal_source } = step.panel
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box sx={{ position: 'relative', maxWidth: 460 }}>
        {step.panel.sign === 'seal-setting' ? <SealEnd /> : <Between />}
        <Box sx={{ position: 'absolute', left: '30.6%', top: '18%' }}>
          <EntryBox
            label=""
            name="Setting dimension measured"
            field="body.setting.measured"
            value={form.measured}
            onChange={(measured) => change({ ...body, setting: { ...form, measured } })}
            width={132}
          />
        </Box>
      </Box>
      <Typography>
        {nominal ? (
          <>
            Set to{' '}
            <strong>
              {show(nominal)} {unit}
            </strong>{' '}
            ({second(nominal)} {other}), {nominal_source}
          </>
        ) : (
          'No dimension is known for this: look it up on the drawing and enter it on the pump.'
        )}
      </Typography>
      <Graduation
        value={form.graduation}
        onChange={(graduation) => change({ ...body, setting: { ...form, graduation } })}
      />
    </Box>
  )
}

/** The seal end, three times its size. */
function SealEnd() {
  return (
    <svg width="100%" viewBox="0 0 460 250" aria-hidden style={{ fontFamily: condensed }}>
      <Hatches id="setting" />
      <g stroke={ink('ink')} strokeWidth="1.4">
        <rect x="0" y="196" width="460" height="30" fill={ink('wash')} />
        <rect x="20" y="182" width="440" height="14" fill={ink('sleeve')} />
        <path d="M70 110H430V150H400V138H96V170H70Z" fill="url(#setting-cut)" />
        <rect x="40" y="104" width="30" height="66" fill={ink('stone')} />
        <rect x="74" y="150" width="22" height="30" fill={ink('ink2')} />
        <path d="M98 150H130V168L146 182H98Z" fill={ink('ink')} />
        <path
          d="M146 178l13 -22 13 22 13 -22 13 22 13 -22 13 22 13 -22 13 22"
          fill="none"
          strokeWidth="3"
        />
        <path d="M252 182V150H300V182Z" fill={ink('wash')} />
      </g>
      <path d="M0 246H460" stroke={ink('dyeText')} strokeDasharray="16 4 3 4" />
      <g stroke={ink('dyeText')} strokeWidth="2" fill="none">
        <path d="M70 104V48M300 150V48" />
        <path d="M74 74H140M230 74H296M84 68l-10 6 10 6M286 68l10 6-10 6" />
      </g>
      <text x="58" y="40" fontSize="15" fill={ink('ink2')} textAnchor="middle">
        chamber face
      </text>
      <text x="316" y="40" fontSize="15" fill={ink('ink2')} textAnchor="middle">
        back of the head
      </text>
    </svg>
  )
}

/** Any other dimension: from a face to a face. */
function Between() {
  return (
    <svg width="100%" viewBox="0 0 460 250" aria-hidden style={{ fontFamily: condensed }}>
      <Hatches id="setting" />
      <g stroke={ink('ink')} strokeWidth="1.4">
        <rect x="0" y="176" width="460" height="36" fill={ink('wash')} />
        <path d="M10 104H70V212H10Z" fill="url(#setting-cut)" />
        <path d="M300 124H400V212H300Z" fill={ink('sleeve')} />
      </g>
      <path d="M0 194H460" stroke={ink('dyeText')} strokeDasharray="16 4 3 4" />
      <g stroke={ink('dyeText')} strokeWidth="2" fill="none">
        <path d="M70 104V48M300 124V48" />
        <path d="M74 74H140M230 74H296M84 68l-10 6 10 6M286 68l10 6-10 6" />
      </g>
      <text x="58" y="40" fontSize="15" fill={ink('ink2')} textAnchor="middle">
        from
      </text>
      <text x="316" y="40" fontSize="15" fill={ink('ink2')} textAnchor="middle">
        to
      </text>
    </svg>
  )
}
