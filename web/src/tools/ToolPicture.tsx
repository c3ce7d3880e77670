import type { Look } from '../api/types'
import { useUnit } from '../app/settings'
import { Bend } from '../pictures/Bend'
import { BoltCircle } from '../pictures/BoltCircle'
import { ClearanceBar } from '../pictures/ClearanceBar'
import { Clock } from '../pictures/Clock'
import { Disc } from '../pictures/Disc'
import { Feet } from '../pictures/Feet'
import { FitZones } from '../pictures/FitZones'
import { HeatBand } from '../pictures/HeatBand'
import { PackingBox } from '../pictures/PackingBox'
import { Ruler } from '../pictures/Ruler'
import { ShimStack } from '../pictures/ShimStack'
import { Springs } from '../pictures/Springs'
import { Drops, GreaseFill, Nut, Packs, RingOnHub, Travel, TwoScales } from '../pictures/small'
import { WearPlot } from '../pictures/WearPlot'

interface Verdict {
  result: string
}
interface Pass {
  percent: number
  name?: string
  order: number[]
}
interface Move {
  shim_um: number
  side_um: number
}
interface Planes {
  vertical: { offset_um: number; angle_mm_per_m: number }
  horizontal: { offset_um: number; angle_mm_per_m: number }
}

/** What the answers of the tools have in common: docs/calc.md has each. */
interface Out {
  fitted_tir_um?: number
  eccentricity_um?: number
  high_deg?: number
  positions?: { at: string; low_um: number; high_um: number; result: string }[]
  clearance_um?: number
  limit_um?: number
  limits_um?: [number, number]
  ring_um?: [number, number]
  mean_um?: number
  answers?: { stack_um: number[]; add_um: number[]; remove_um: number[] }[]
  next_um?: number
  answer_um?: number
  mark?: { verdict: Verdict }
  setting_for_shift_um?: number
  target_c?: number
  cap_c?: number
  passes?: Pass[]
  degrees?: number
  direction?: string
  per_minute?: number
  hours_left?: number
  strokes?: number
  verdict?: Verdict
  um?: number
  left?: Planes
  front?: Move
  back?: Move
  harmonics?: { twice_um: number; twice_deg?: number }
  bend_from_um?: number
  bend_to_um?: number
  bend_at_um?: number
  fitted_after_um?: number
  section_um?: number
  rings?: number
  rings_under?: number
  group_um?: [number, number]
  cold_um?: [number, number]
  left_um?: [number, number]
  likely_um?: [number, number]
}

/** What was asked, as it went to the core. */
export interface Asked {
  readings?: { clock?: string; plane?: string }[]
  in_place?: string[]
  stacks?: number
  touching?: boolean
  trials?: { turns?: string }[]
  part?: 'shaft' | 'housing'
  class?: string
  ambient_c?: number
  cap_c?: number
  bolts?: number
  divisions?: number
  history?: { hours?: number }[]
  planned_hours?: number
  stations?: { z?: string; clock?: string; part?: string }[]
}

/** The picture of a tool, or nothing while there is too little to draw. */
export function ToolPicture({
  kind,
  look,
  asked,
  onTake,
  narrow,
}: {
  kind: string
  look: Look | undefined
  asked: Asked
  /** shims: a piece of the stack was tapped */
  onTake?: (um: number) => void
  narrow?: boolean
}) {
  const { show } = useUnit()
  const out = look?.out as Out | undefined
  if (!look || !out) return <Blank kind={kind} />
  const heard = (path: string) => look.echo.find((e) => e.field === path)?.figure.um
  const label = (um: number) =>
    show([...look.figures, ...look.echo.map((e) => e.figure)].find((f) => f.um === um)) ||
    show(look.figures.find((f) => f.um === -um)).replace('−', '')
  const list = (path: string) =>
    look.echo.filter((e) => e.field.startsWith(path + '[')).map((e) => e.figure.um)
  const [min, max] = [heard('limit.min'), heard('limit.max')]
  switch (kind) {
    case 'runout': {
      const points = (asked.readings ?? []).map((r, i) => ({
        deg: degrees(r.clock),
        um: heard(`readings[${i}].value`),
      }))
      const row = look.words?.rows.find((r) => r.name === 'High spot')?.value.thou
      return (
        <Clock
          points={points.filter(
            (p): p is { deg: number; um: number } => p.um !== undefined && !Number.isNaN(p.deg),
          )}
          fitted={out.fitted_tir_um}
          offCentre={out.eccentricity_um}
          highDeg={out.high_deg}
          highClock={row?.replace(" o'clock", '')}
          limit={max}
          oval={
            typeof out.harmonics?.twice_deg === 'number'
              ? { um: out.harmonics.twice_um, deg: out.harmonics.twice_deg }
              : undefined
          }
        />
      )
    }
    case 'bend':
      return (
        <Bend
          stations={(asked.stations ?? []).flatMap((s, i) => {
            const [z, um] = [heard(`stations[${i}].z`), heard(`stations[${i}].size`)]
            return z === undefined || um === undefined
              ? []
              : [{ z, at: s.z ?? '', um, deg: degrees(s.clock), sleeve: s.part === 'sleeve' }]
          })}
          bearings={list('bearings')}
          bend={
            typeof out.bend_at_um === 'number'
              ? { from: out.bend_from_um!, to: out.bend_to_um!, at: out.bend_at_um }
              : undefined
          }
          label={label}
        />
      )
    case 'compression':
      return (
        <Springs
          free={heard('free') ?? 0}
          fitted={heard('fitted') ?? 0}
          after={out.fitted_after_um ?? 0}
          solid={heard('solid')}
          label={label}
        />
      )
    case 'packing':
      return (
        <PackingBox
          depth={heard('depth') ?? 0}
          section={heard('section') ?? out.section_um ?? 0}
          rings={out.rings ?? 0}
          under={out.rings_under}
          lantern={heard('lantern')}
          port={heard('port')}
        />
      )
    case 'bearing':
      return (
        <ClearanceBar
          bars={[
            { name: 'in the box', from: out.group_um![0], to: out.group_um![1] },
            { name: 'mounted', from: out.cold_um![0], to: out.cold_um![1] },
            { name: 'hot', from: out.left_um![0], to: out.left_um![1] },
            { name: 'likely', from: out.likely_um![0], to: out.likely_um![1], likely: true },
          ]}
          label={label}
        />
      )
    case 'float':
      return (
        <Travel
          trials={(asked.trials ?? []).map((_, i) => ({
            in: heard(`trials[${i}].in`) ?? 0,
            out: heard(`trials[${i}].out`) ?? 0,
          }))}
          label={label}
        />
      )
    case 'gap':
      return (
        <Disc
          size={260}
          places={(out.positions ?? []).map((p) => ({
            at: p.at,
            low: p.low_um,
            high: p.high_um,
            result: p.result,
          }))}
          min={min}
          max={max}
        />
      )
    case 'ring':
      return (
        <RingOnHub
          clearance={out.clearance_um ?? 0}
          limit={out.limit_um ?? 0}
          out={out.verdict?.result === 'out'}
          label={label}
        />
      )
    case 'fit': {
      const nominal = heard('nominal') ?? 0
      return (
        <FitZones
          part={asked.part ?? 'shaft'}
          className={asked.class ?? ''}
          zone={out.limits_um!}
          ring={out.ring_um!}
          mean={out.mean_um}
          readings={list('readings').map((um, i) => ({
            plane: asked.readings?.[i]?.plane ?? '',
            um: um - nominal,
          }))}
          label={label}
        />
      )
    }
    case 'shim': {
      const best = out.answers?.[0]
      return best ? (
        <ShimStack
          before={asked.touching ? [] : list('in_place').sort((a, b) => b - a)}
          after={best.stack_um}
          add={best.add_um}
          remove={asked.touching ? [] : best.remove_um}
          stacks={asked.stacks ?? 1}
          label={label}
          onTake={onTake}
          narrow={narrow}
        />
      ) : null
    }
    case 'shim-trial':
      return (
        <Packs
          packs={list('packs')}
          trials={(asked.trials ?? []).map((t, i) => ({
            um: heard(`trials[${i}].pack`) ?? 0,
            turns: t.turns ?? '',
          }))}
          next={out.next_um}
          answer={out.answer_um}
          label={label}
        />
      )
    case 'setting':
      return (
        <Ruler
          setting={heard('setting')}
          tolerance={heard('tolerance')}
          measured={heard('measured')}
          markNow={out.setting_for_shift_um}
          verdict={out.mark?.verdict.result}
          label={label}
        />
      )
    case 'heat':
      return (
        <HeatBand
          ambient={asked.ambient_c ?? 20}
          target={out.target_c ?? 0}
          cap={out.cap_c ?? asked.cap_c ?? 0}
        />
      )
    case 'torque': {
      const order = out.passes?.[0]?.order
      return order ? (
        <BoltCircle
          n={order.length}
          turn={(bolt) => `${order.indexOf(bolt) + 1}.`}
          next={order[0]}
          title={`${order.length} bolts`}
          note="outside: turn"
          label={`Tighten in the order ${order.join(', ')}`}
        />
      ) : null
    }
    case 'lateral':
      return (
        <Nut degrees={out.degrees ?? 0} divisions={asked.divisions} direction={out.direction} />
      )
    case 'drip':
      return <Drops perMinute={out.per_minute} />
    case 'align':
      return out.left && out.front && out.back ? (
        <Feet
          vertical={out.left.vertical}
          horizontal={out.left.horizontal}
          front={out.front}
          back={out.back}
          label={label}
        />
      ) : null
    case 'wear': {
      const history = (asked.history ?? []).map((h, i) => ({
        hours: h.hours ?? 0,
        um: heard(`history[${i}].clearance`) ?? 0,
      }))
      return (
        <WearPlot
          history={history}
          limit={max ?? 0}
          planned={asked.planned_hours ?? 0}
          left={out.hours_left}
          label={label}
        />
      )
    }
    case 'grease':
      return <GreaseFill strokes={out.strokes} />
    case 'length':
      return (
        <TwoScales
          um={out.um ?? 0}
          inch={look.words?.rows[0]?.value.thou.replace(' in', '') ?? ''}
          mm={look.words?.rows[2]?.value.thou.replace(' mm', '') ?? ''}
        />
      )
    default:
      return null
  }
}

/** What some of them show before there is an answer. */
function Blank({ kind }: { kind: string }) {
  if (kind === 'runout') return <Clock />
  if (kind === 'drip') return <Drops />
  return null
}

/** Where a clock position lies, in degrees from 12. */
const degrees = (clock = '') => {
  const [h = NaN, m = 0] = clock.split(':').map(Number)
  return ((h % 12) * 30 + (m || 0) / 2) % 360
}
