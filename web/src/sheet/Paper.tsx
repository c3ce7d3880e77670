import Box from '@mui/material/Box'
import type { JobView, Rows, Sheet } from '../api/types'
import { Nameplate } from '../pumps/Nameplate'
import { lay, locate } from '../shaft/geometry'
import { Metal } from '../shaft/Metal'
import { ShaftRuns } from '../shaft/Runs'
import { VerdictMark } from '../shapes/Verdict'
import { condensed, ink, mono, onPaper, size } from '../theme'
import { moment } from './onPaper'
import { Checks, Several, Parts, Done } from './PaperTables'
import { Notes, Photos, Cautions, Gauges, Sources } from './PaperFoot'

const paper = {
  ...onPaper,
  border: `1px solid ${ink('rule')}`,
  p: 5,
  fontSize: size.minor,
  lineHeight: 1.25,
  minWidth: 0,
  '& table': { borderCollapse: 'collapse', width: '100%' },
  '& th': {
    fontFamily: condensed,
    fontWeight: 600,
    color: ink('dyeText'),
    textAlign: 'left',
    borderTop: `2px solid ${ink('dyeText')}`,
    borderBottom: `1px solid ${ink('ink')}`,
    p: '3px 6px 3px 0',
    whiteSpace: 'nowrap',
  },
  '& td': {
    borderBottom: `1px solid ${ink('hair')}`,
    p: '3px 6px 3px 0',
    verticalAlign: 'baseline',
  },
  '& .n': { fontFamily: mono, textAlign: 'right', whiteSpace: 'nowrap' },
  '& section': { breakInside: 'avoid' },
  '@media print': {
    border: 'none',
    p: 0,
    fontSize: size.print,
    '@page': { margin: '10mm' },
    printColorAdjust: 'exact',
  },
} as const

/** The build sheet as the server lays its rows out, with the plate and the shaft line above. */
export function Paper({ job, rows }: { job: JobView; rows: Rows }) {
  const { sheet, pump } = job
  const date = new Date(sheet.signed?.at ?? job.opened).toLocaleDateString(undefined, {
    dateStyle: 'medium',
  })
  return (
    <Box component="article" aria-label="Build sheet" sx={paper}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'auto minmax(0, 1.1fr) minmax(0, 1.4fr)' },
          gap: 5,
          alignItems: 'start',
          mb: 4,
          '@media print': {
            gridTemplateColumns: 'auto minmax(0, 1.2fr) minmax(0, 1.2fr)',
            gap: 3,
            mb: 2,
          },
        }}
      >
        <Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>
            Build sheet
          </Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.dial, lineHeight: 1 }}>
            {pump.tag}
          </Box>
          <Box sx={{ fontFamily: condensed, fontWeight: 600, fontSize: size.large }}>
            {pump.name}
          </Box>
          <Box sx={{ color: ink('ink2') }}>
            {job.number}, {date}
          </Box>
          {rows.head.taken?.map((t) => (
            <Box key={t} data-taken sx={{ mt: 1, maxWidth: 420, fontWeight: 600 }}>
              {t}
            </Box>
          ))}
        </Box>
        <Nameplate pump={pump} />
        <LetterLine sheet={sheet} />
      </Box>
      <Checks rows={rows} />
      {rows.repeats.map((t) => (
        <Several key={t.title} table={t} />
      ))}
      {rows.runs?.some((r) => r.stations.length > 1) && <ShaftRuns runs={rows.runs} paper />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 3fr) minmax(0, 2fr)' },
          gap: 5,
          mt: 3,
          '@media print': { gridTemplateColumns: 'minmax(0, 3fr) minmax(0, 2fr)', gap: 4, mt: 2 },
        }}
      >
        <Parts rows={rows} />
        <Done rows={rows} />
      </Box>
      <Notes rows={rows} />
      <Cautions rows={rows} />
      <Gauges rows={rows} />
      <Photos rows={rows} />
      <Sources rows={rows} />
      <Box
        component="section"
        sx={{
          mt: 4,
          pt: 2,
          borderTop: `2px solid ${ink('dyeText')}`,
          display: 'grid',
          gridTemplateColumns: 'repeat(3, 1fr)',
          gap: 5,
          '@media print': { mt: 2 },
        }}
      >
        <Sign
          title={rows.head.worked}
          name={sheet.signed?.by.name}
          note={sheet.signed ? moment(sheet.signed.at) : 'not signed yet'}
        />
        <Sign
          title="Checked by"
          name={sheet.checked?.by.name}
          note={
            sheet.checked ? moment(sheet.checked.at) : sheet.second ? 'not checked yet' : undefined
          }
        />
        <Sign title="Handed back to" />
      </Box>
      <Box sx={{ mt: 3, color: ink('ink2'), fontSize: size.small }}>
        {sheet.signed?.remark && <>Next time: {sheet.signed.remark} </>}
        Why it was here: {rows.head.complaint}. {rows.head.scope && <>Scope: {rows.head.scope}. </>}
        Plan: {rows.head.plan}.{' '}
        {rows.head.schools.map((s) => `${s.title}: ${s.choice.toLowerCase()}`).join('. ')}. Settle
        advises; the maker's manual, site permits and local codes come first.
      </Box>
      <Box sx={{ mt: 1, color: ink('ink2'), fontSize: size.tiny, overflowWrap: 'anywhere' }}>
        Fingerprint of the record, {rows.head.entries} entries, SHA-256:{' '}
        <Box component="span" sx={{ fontFamily: mono }}>
          {rows.head.hash}
        </Box>
      </Box>
      {rows.mark && <Mark mark={rows.mark} />}
    </Box>
  )
}

/** The signature by the shop's key, for people and as a code. */
function Mark({ mark }: { mark: NonNullable<Rows['mark']> }) {
  return (
    <Box
      data-mark
      sx={{ mt: 2, display: 'flex', gap: 3, alignItems: 'center', breakInside: 'avoid' }}
    >
      <Box
        component="img"
        alt="The signature as a code"
        src={`data:image/svg+xml,${encodeURIComponent(mark.qr)}`}
        sx={{ width: 112, height: 112, flex: 'none' }}
      />
      <Box sx={{ fontSize: size.small }}>
        <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>
          {mark.whose}
        </Box>
        <Box sx={{ fontFamily: mono }}>Sheet {mark.sheet}</Box>
        <Box sx={{ fontFamily: mono }}>Key {mark.key}</Box>
        {mark.edited && <Box>The pump’s plate or papers were edited since it was signed.</Box>}
        <Box sx={{ color: ink('ink2') }}>
          settle verify, with the JSON of this job or what is read off the code, says whether they
          belong together.
        </Box>
      </Box>
    </Box>
  )
}

/** The shaft line with letters only; the same letters stand in the table. */
function LetterLine({ sheet }: { sheet: Sheet }) {
  const { laid, width: span } = lay(sheet.pieces)
  const n = sheet.stations.length
  // A short pump stands in the middle of the same paper.
  const width = Math.max(span, 1150)
  const inset = (width - span) / 2
  return (
    <svg viewBox={`0 0 ${width} 268`} width="100%" aria-hidden style={{ fontFamily: condensed }}>
      <g transform={`translate(${inset} 178)`}>
        <Metal laid={laid} width={span} plain />
      </g>
      {sheet.stations.map((s, i) => {
        const at = locate(laid, s.at)
        if (!at) return null
        const p = { x: at.x + inset, y: at.y }
        // Letters keep their distance where points crowd.
        const x = Math.max(p.x, 0) * 0.55 + (40 + (i * (width - 80)) / Math.max(n - 1, 1)) * 0.45
        return (
          <g key={s.letter}>
            <path
              d={`M${x} 64L${p.x} 88V${178 + p.y}`}
              fill="none"
              stroke={ink('face')}
              strokeWidth="6"
            />
            <path
              d={`M${x} 64L${p.x} 88V${178 + p.y}`}
              fill="none"
              stroke={ink('ink')}
              strokeWidth="2"
            />
            <text
              x={x}
              y="30"
              textAnchor="middle"
              fontSize="34"
              fontWeight="600"
              fill={ink('dyeText')}
            >
              {s.letter}
            </text>
            <VerdictMark verdict={s.built?.verdict} x={x} y={50} size={28} />
          </g>
        )
      })}
    </svg>
  )
}

function Sign({ title, name, note }: { title: string; name?: string; note?: string }) {
  return (
    <Box>
      <Box sx={{ fontFamily: condensed, fontWeight: 600, color: ink('dyeText') }}>{title}</Box>
      <Box
        sx={{
          borderBottom: `1px solid ${ink('ink')}`,
          minHeight: 26,
          fontSize: size.lead,
          fontWeight: 600,
        }}
      >
        {name}
      </Box>
      <Box sx={{ color: ink('ink2') }}>{note}</Box>
    </Box>
  )
}
