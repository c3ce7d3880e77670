import { useGauges, useHold } from '../api/gauges'
import type { Body, GaugeKind, GaugePage, Step } from '../api/types'

/** The gauge that is in the hand at a step. */
export interface GaugeInHand {
  /** those of the register that go with the step */
  list: GaugePage[]
  /** the one in the hand, blank where it is none of the register, undefined while nobody said */
  key: string | undefined
  now: GaugePage | undefined
  take: (key: string) => void
  /** what was typed, with the gauge it was measured with */
  put: (body: Body) => Body
}

/** A person says once which gauge is in the hand; it is remembered for each kind. */
export function useGaugeInHand(step: Step, body: Body): GaugeInHand {
  const kinds = (step.panel.gauges ?? []) as GaugeKind[]
  const gauges = useGauges(kinds.length > 0)
  const hold = useHold()
  const all = (gauges.data?.gauges ?? []).filter((g) => kinds.includes(g.kind))
  const list = all.filter((g) => g.state !== 'found bad' && g.state !== 'retired')
  const held = kinds.map((k) => gauges.data?.held[k]).filter((k) => k !== undefined)
  // What was kept with a gauge stays with it; else the one in the hand, where the step names its kind and
  // no other: a wrong gauge on the sheet is worse than none.
  const key = body.gauge?.key ?? (kinds.length === 1 ? held[0] : undefined)
  const now = all.find((g) => g.key.toLowerCase() === key?.toLowerCase())
  return {
    list,
    key:
      key !== undefined && (key === '' || list.some((g) => g.key === now?.key)) ? key : undefined,
    now,
    take: (next) => {
      const of = list.find((g) => g.key === next)?.kind ?? now?.kind ?? kinds[0]
      if (of) hold.mutate({ kind: of, key: next })
    },
    put: (b) => {
      const { gauge, ...rest } = b
      if (!now || b.skip !== undefined || !list.includes(now)) return gauge?.key ? b : rest
      return { ...rest, gauge: { key: now.key, word: gauge?.word || undefined } }
    },
  }
}
