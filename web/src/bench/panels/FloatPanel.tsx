import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { judgedFigure } from '../../app/judged'
import { condensed, ink, size } from '../../theme'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'

/** Push and pull with repeats: the reading at either end of the play. */
export function FloatPanel() {
  const { step, body, reading, change, disabled } = usePanel()
  const form = body.float ?? {}
  const trials = form.trials ?? []
  const radial = step.panel.sign === 'radial-play'
  const set = (i: number, patch: { in?: string; out?: string }) =>
    change({
      ...body,
      float: { ...form, trials: trials.map((t, j) => (j === i ? { ...t, ...patch } : t)) },
    })
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: '34px 130px 60px 130px',
          columnGap: 2,
          rowGap: 1.5,
          alignItems: 'start',
        }}
      >
        <span />
        <Head>{radial ? 'let down' : 'pushed home'}</Head>
        <span />
        <Head>{radial ? 'lifted' : 'pulled out'}</Head>
        {trials.map((t, i) => (
          <Box key={i} sx={{ display: 'contents' }}>
            <Box
              sx={{
                fontFamily: condensed,
                fontWeight: 600,
                fontSize: size.large,
                lineHeight: '54px',
                color: ink('ink2'),
              }}
            >
              {i + 1}
            </Box>
            <EntryBox
              label={radial ? '↓' : '←'}
              name={`Trial ${i + 1}, ${radial ? 'let down' : 'pushed home'}`}
              field={`body.float.trials[${i}].in`}
              value={t.in}
              onChange={(x) => set(i, { in: x })}
              width={130}
            />
            <svg width="60" height="54" viewBox="0 0 60 54" aria-hidden>
              <path
                d="M6 27H54M12 21l-6 6 6 6M48 21l6 6-6 6"
                fill="none"
                stroke={ink('ink2')}
                strokeWidth="1.5"
              />
            </svg>
            <EntryBox
              label={radial ? '↑' : '→'}
              name={`Trial ${i + 1}, ${radial ? 'lifted' : 'pulled out'}`}
              field={`body.float.trials[${i}].out`}
              value={t.out}
              onChange={(x) => set(i, { out: x })}
              width={130}
            />
          </Box>
        ))}
      </Box>
      {step.panel.follows && (
        <FormControlLabel
          label="A preloaded pair: the needle followed a push and came back"
          control={
            <Checkbox
              checked={form.followed ?? false}
              disabled={disabled}
              onChange={(e) =>
                change({ ...body, float: { ...form, followed: e.target.checked || undefined } })
              }
              slotProps={{ input: { 'data-tick': 'followed' } as object }}
            />
          }
        />
      )}
      <ShaftEnd radial={radial} play={judgedFigure(reading)?.um} most={step.panel.limit?.max?.um} />
      <Graduation
        value={form.graduation}
        onChange={(graduation) => change({ ...body, float: { ...form, graduation } })}
      />
    </Box>
  )
}

const Head = ({ children }: { children: string }) => (
  <Box sx={{ fontFamily: condensed, fontWeight: 500, color: ink('ink2') }}>{children}</Box>
)

/** The shaft with its play drawn wide, beside what the limit allows. */
function ShaftEnd({
  radial,
  play = 0,
  most = 100,
}: {
  radial: boolean
  play?: number
  most?: number
}) {
  const k = 56 / Math.max(play, most, 1)
  const move = play * k
  return (
    <svg width="100%" height="92" viewBox="0 0 420 92" aria-hidden style={{ maxWidth: 420 }}>
      <path d="M0 46H420" stroke={ink('dyeText')} strokeDasharray="16 4 3 4" />
      <rect x="60" y="6" width="44" height="80" fill={ink('stone')} stroke={ink('ink')} />
      <g transform={radial ? `translate(0 ${-Math.min(move, 60) / 4})` : `translate(${move} 0)`}>
        <rect x="20" y="30" width="200" height="32" fill={ink('wash')} stroke={ink('ink')} />
      </g>
      <rect
        x="20"
        y="30"
        width="200"
        height="32"
        fill="none"
        stroke={ink('ink2')}
        strokeDasharray="3 3"
      />
      <path d={`M220 18V74M${220 + most * k} 18V74`} stroke={ink('ink')} strokeWidth="1.5" />
      <path d={`M220 22H${220 + most * k}`} stroke={ink('brass')} strokeWidth="4" />
      <text x={226 + most * k} y="27" fill={ink('ink2')} fontFamily={condensed} fontSize="14">
        allowed
      </text>
      {play > 0 && (
        <>
          <path d={`M220 70H${220 + move}`} stroke={ink('dyeText')} strokeWidth="4" />
          <text
            x={226 + move}
            y="75"
            fill={ink('ink')}
            fontFamily={condensed}
            fontSize="14"
            fontWeight="600"
          >
            measured
          </text>
        </>
      )}
    </svg>
  )
}
