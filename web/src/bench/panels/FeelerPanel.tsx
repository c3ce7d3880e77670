import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useUnit } from '../../app/settings'
import { Disc } from '../../pictures/Disc'
import { VerdictShape } from '../../shapes/Verdict'
import { condensed, ink, size } from '../../theme'
import { lastDivision } from '../draft'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Graduation } from './Graduation'

/** A clearance at several places: at each the thickest leaf that goes and the
 * thinnest that does not, or a value read directly. */
export function FeelerPanel() {
  const { step, body, reading, change } = usePanel()
  const { show, unit } = useUnit()
  const form = body.feeler ?? {}
  const positions = form.positions ?? []
  const { limit } = step.panel
  const places = positions.map((p) => {
    const place = reading?.places?.find((x) => x.at === p.at)
    return { at: p.at ?? '', low: place?.low.um, high: place?.high.um, result: place?.result }
  })
  const direct = positions.some((p) => p.value !== undefined)
  const set = (i: number, patch: object) =>
    change({
      ...body,
      feeler: { ...form, positions: positions.map((p, j) => (j === i ? { ...p, ...patch } : p)) },
    })
  const other = () =>
    change({
      ...body,
      feeler: direct
        ? { positions: positions.map((p) => ({ at: p.at, go: '', no_go: '' })) }
        : {
            graduation: lastDivision(step.panel, unit),
            positions: positions.map((p) => ({ at: p.at, value: '' })),
          },
    })
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: 'minmax(0, 1fr) 150px' },
          gap: 2,
          alignItems: 'start',
        }}
      >
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: direct ? '58px 120px 1fr' : '58px 80px 80px 1fr',
            columnGap: 1.5,
            rowGap: 1,
          }}
        >
          <span />
          {direct ? (
            <Head>clearance</Head>
          ) : (
            <>
              <Head>goes</Head>
              <Head>does not</Head>
            </>
          )}
          <span />
          {positions.map((p, i) => {
            const place = reading?.places?.find((x) => x.at === p.at)
            return (
              <Box key={p.at} sx={{ display: 'contents' }}>
                <Box
                  sx={{
                    fontFamily: condensed,
                    fontWeight: 600,
                    fontSize: size.lead,
                    lineHeight: '54px',
                    whiteSpace: 'nowrap',
                  }}
                >
                  {/^\d+$/.test(p.at ?? '') ? `at ${p.at}` : p.at}
                </Box>
                {direct ? (
                  <EntryBox
                    label=""
                    name={`${p.at}, clearance`}
                    field={`body.feeler.positions[${i}].value`}
                    value={p.value}
                    onChange={(value) => set(i, { value })}
                    width={120}
                  />
                ) : (
                  <>
                    <EntryBox
                      label=""
                      name={`${p.at}, leaf that goes`}
                      field={`body.feeler.positions[${i}].go`}
                      value={p.go}
                      onChange={(go) => set(i, { go })}
                      width={80}
                    />
                    <EntryBox
                      label=""
                      name={`${p.at}, leaf that does not`}
                      field={`body.feeler.positions[${i}].no_go`}
                      value={p.no_go}
                      onChange={(no_go) => set(i, { no_go })}
                      width={80}
                    />
                  </>
                )}
                <Box
                  sx={{
                    height: 54,
                    display: 'flex',
                    alignItems: 'center',
                    gap: 1,
                    fontSize: size.minor,
                    lineHeight: 1.1,
                  }}
                >
                  {place && <VerdictShape verdict={place.result} size={18} />}
                  {place?.next_leaf && `try ${show(place.next_leaf)}`}
                </Box>
              </Box>
            )
          })}
        </Box>
        <Disc places={places} min={limit?.min?.um} max={limit?.max?.um} />
      </Box>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="text" sx={{ p: 0, minHeight: 36, fontSize: size.body }} onClick={other}>
          {direct ? 'Measure with leaves' : 'Read directly instead'}
        </Button>
        {direct && (
          <Graduation
            value={form.graduation}
            onChange={(graduation) => change({ ...body, feeler: { ...form, graduation } })}
          />
        )}
      </Box>
    </Box>
  )
}

const Head = ({ children }: { children: string }) => (
  <Box sx={{ fontFamily: condensed, fontWeight: 500, color: ink('ink2') }}>{children}</Box>
)
