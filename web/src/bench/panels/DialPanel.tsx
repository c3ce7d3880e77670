import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { Clock } from '../../pictures/Clock'
import { ink, size } from '../../theme'
import { Key } from '../../app/Key'
import { EntryBox } from '../../entry/EntryBox'
import { usePanel } from '../panel'
import { Also } from './Also'
import { Graduation } from './Graduation'

/** Dial readings round the clock: a box where each is read, the trace between them. */
export function DialPanel() {
  const { step, body, change, kept } = usePanel()
  const p = step.panel
  const dial = body.dial ?? {}
  const readings = dial.readings ?? []
  const set = (patch: Partial<typeof dial>) => change({ ...body, dial: { ...dial, ...patch } })
  const places = p.places ?? []
  const four = places.join() === '12,3,6,9'
  const box = (clock: string) => {
    const i = readings.findIndex((r) => r.clock === clock)
    return (
      <EntryBox
        key={clock}
        label={clock}
        name={`Reading at ${clock}`}
        field={`body.dial.readings[${i}].value`}
        value={readings[i]?.value}
        onChange={(value) =>
          set({ readings: readings.map((r, j) => (j === i ? { ...r, value } : r)) })
        }
      />
    )
  }
  const back = (
    <EntryBox
      above={!four}
      label={four ? '12' : 'Back at 12'}
      name="Back to 12"
      field="body.dial.back_to_start"
      value={dial.back_to_start}
      onChange={(text) => set({ back_to_start: text })}
    />
  )
  const sagging = p.indicator === 'turns' && p.surface !== 'face'
  // A swept low and high cannot be corrected for sag: the one closes the other out.
  const watch = () => set({ sweep: { low: '', high: '' }, sag: undefined })
  const low = dial.sweep && (
    <EntryBox
      above
      label="Sweep, lowest"
      field="body.dial.sweep.low"
      value={dial.sweep.low}
      onChange={(x) => set({ sweep: { ...dial.sweep, low: x } })}
    />
  )
  const high = dial.sweep && (
    <EntryBox
      above
      label="Sweep, highest"
      field="body.dial.sweep.high"
      value={dial.sweep.high}
      onChange={(x) => set({ sweep: { ...dial.sweep, high: x } })}
    />
  )
  const sag =
    sagging && dial.sag !== undefined ? (
      <EntryBox
        above
        label="Sag at 6, on a bar"
        field="body.dial.sag"
        value={dial.sag}
        onChange={(x) => set({ sag: x })}
      />
    ) : undefined
  return (
    <Box>
      {four ? (
        // The boxes stand in the order they are read, so that Tab follows too.
        <Box
          sx={{
            position: 'relative',
            width: '100%',
            maxWidth: 452,
            mx: 'auto',
            mt: 1,
            height: 326,
          }}
        >
          <Box sx={{ position: 'absolute', left: '50%', ml: '-116px', top: 46 }}>
            <Face ring={!kept && p.found_body?.dial !== undefined} />
          </Box>
          <Box sx={{ position: 'absolute', left: '50%', ml: '-56px', top: 0 }}>{box('12')}</Box>
          <Box sx={{ position: 'absolute', right: 0, top: 135 }}>{box('3')}</Box>
          <Box sx={{ position: 'absolute', left: '50%', ml: '-56px', top: 270 }}>{box('6')}</Box>
          <Box sx={{ position: 'absolute', left: 0, top: 135 }}>{box('9')}</Box>
          <Box sx={{ position: 'absolute', right: 0, top: 0 }}>
            {back}
            <Box sx={{ fontSize: size.minor, textAlign: 'center', color: ink('ink2') }}>
              back to 12
            </Box>
          </Box>
          <Box sx={{ position: 'absolute', left: 0, bottom: 2, width: 112 }}>
            {low ?? (
              <Button variant="text" sx={link} onClick={watch}>
                Watch a whole sweep
              </Button>
            )}
          </Box>
          <Box sx={{ position: 'absolute', right: 0, bottom: 2, width: 112 }}>
            {high ??
              sag ??
              (sagging && (
                <Button
                  variant="text"
                  sx={{ ...link, textAlign: 'right' }}
                  onClick={() => set({ sag: '' })}
                >
                  Take off sag
                </Button>
              ))}
          </Box>
          <Box
            sx={{
              position: 'absolute',
              left: 0,
              top: 0,
              fontSize: size.minor,
              color: ink('ink2'),
              display: 'grid',
              gap: 1,
            }}
          >
            <span>
              Type, <Key>Enter</Key> on
            </span>
            <span>
              <Key>Back</Key> one back
            </span>
          </Box>
        </Box>
      ) : (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3 }}>
          <Face />
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignContent: 'start' }}>
            {places.map(box)}
            {back}
          </Box>
        </Box>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'center', mt: 2 }}>
        <Graduation value={dial.graduation} onChange={(graduation) => set({ graduation })} />
        {!four && !dial.sweep && (
          <Button variant="text" sx={link} onClick={watch}>
            Watch a whole sweep
          </Button>
        )}
        {!four && (
          <>
            {low}
            {high}
            {sag}
          </>
        )}
      </Box>
      {p.also && <Also />}
    </Box>
  )
}

const link = {
  p: 0,
  minHeight: 36,
  fontSize: size.body,
  lineHeight: 1.1,
  textAlign: 'left',
  justifyContent: 'flex-start',
} as const

function Face({ ring = false }: { ring?: boolean }) {
  const { step, reading } = usePanel()
  const d = reading?.dial
  return (
    <Clock
      points={d?.points?.map((x) => ({ deg: x.deg, um: x.value.um }))}
      level={d?.level?.um}
      fitted={d?.fitted?.um}
      offCentre={d?.off_centre?.um}
      highDeg={d?.high_deg}
      highClock={d?.high_clock}
      limit={step.panel.limit?.max?.um}
      ring={ring}
    />
  )
}
