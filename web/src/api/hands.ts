import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from './client'
import { keys } from './keys'
import type { Hand } from './types'

/** The steps that somebody has begun and not kept yet, with the clocks that run, of all open jobs. */
export const useHands = () =>
  useQuery({
    queryKey: keys.hands,
    queryFn: () => answer(api.GET('/api/v1/hands')),
    refetchInterval: 30_000, // others' steps come by the stream; this is for when it is down
  })

/** Those of one job, step by step. */
export function useHandsOn(job: string) {
  const hands = useHands()
  return (step: string) => (hands.data ?? []).filter((h) => h.job === job && h.step === step)
}

/** Tells the others at a pump that a step is begun, and whether a clock runs at it. */
export function useHand(job: string, step: string) {
  const client = useQueryClient()
  const send = useMutation({
    scope: { id: `hand ${job} ${step}` }, // one after the other, in the order of the clicks
    mutationFn: ({ began, gone }: { began?: string; gone?: boolean }) => {
      const path = { number: job, step }
      return answer(
        gone
          ? api.DELETE('/api/v1/jobs/{number}/hands/{step}', {
              params: { path },
            })
          : api.PUT('/api/v1/jobs/{number}/hands/{step}', {
              params: { path },
              body: { began },
            }),
      )
    },
    onSuccess: (these: Hand[]) =>
      client.setQueryData<Hand[]>(keys.hands, (all) => [
        ...(all ?? []).filter((h) => h.job !== job),
        ...these,
      ]),
  })
  return {
    /** the step is in hand; with a time, its clock runs since then */
    begin: (began?: string) => send.mutate({ began }),
    letGo: () => send.mutate({ gone: true }),
  }
}
