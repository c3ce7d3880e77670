import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { again, answer, api, fits } from './client'
import { keys } from './keys'
import type { GaugeForm, GaugeKind } from './types'

/** The register of gauges, and which of them a person has in the hand. */
export const useGauges = (enabled = true) =>
  useQuery({
    queryKey: keys.gaugeList,
    queryFn: () => answer(api.GET('/api/v1/gauges')),
    enabled,
    staleTime: 60_000,
  })
export const useGauge = (key: string) =>
  useQuery({
    queryKey: keys.gauge(key),
    queryFn: () => answer(api.GET('/api/v1/gauges/{key}', { params: { path: { key } } })),
  })

/** What a gauge was used for since it was last known good. */
export const useTouched = (key: string) =>
  useQuery({
    queryKey: keys.touched(key),
    queryFn: () => answer(api.GET('/api/v1/gauges/{key}/touched', { params: { path: { key } } })),
  })

/** Puts a gauge into the register, or notes something about it; a certificate is kept first. */
export function useNoteGauge(key: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async ({ form, file }: { form: GaugeForm; file?: File }) => {
      if (file && form.gauge) {
        fits(file)
        const { id } = await answer(
          api.POST('/api/v1/papers', {
            body: file as never,
            bodySerializer: (f) => f as never,
            headers: { 'Content-Type': 'application/octet-stream' },
          }),
        )
        form = { ...form, gauge: { ...form.gauge, certificate: id } }
      }
      return answer(
        api.POST('/api/v1/gauges/{key}/log', {
          params: { path: { key: key || form.gauge?.key || '-' } },
          body: form,
        }),
      )
    },
    onSuccess: () => again(client, keys.gauges),
  })
}

/** Says which gauge of a kind is in the hand; a blank key is none of the register. */
export function useHold() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ kind, key }: { kind: GaugeKind; key: string }) =>
      answer(api.POST('/api/v1/gauges-held', { body: { kind, key } })),
    onSuccess: (list) => client.setQueryData(keys.gaugeList, list),
  })
}

const here = () => encodeURIComponent(window.location.origin)
export const gaugesDue = () => `/api/v1/gauges-due.ics?at=${here()}`
export const gaugeLabelOf = (key: string, at: string) =>
  `/api/v1/gauges/${encodeURIComponent(key)}/label.svg?at=${encodeURIComponent(at)}`
