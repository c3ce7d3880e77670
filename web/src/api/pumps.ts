import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { again, answer, api, done, fits } from './client'
import { keys } from './keys'
import type { LimitForm, LineForm, NoteForm, PumpForm } from './types'

export interface PumpList {
  q?: string
  construction?: string
  sort?: 'tag' | 'name' | 'maker' | 'jobs'
  limit?: number
}

/** The register of pumps, or those with the words in them. */
export const usePumps = (list: PumpList = {}, enabled = true) =>
  useQuery({
    queryKey: keys.pumpList(list),
    queryFn: () =>
      answer(
        api.GET('/api/v1/pumps', {
          params: {
            query: {
              ...list,
              q: list.q || undefined,
              construction: list.construction || undefined,
            },
          },
        }),
      ),
    placeholderData: (before) => before,
    enabled,
  })
export const usePump = (tag: string) =>
  useQuery({
    queryKey: keys.pump(tag),
    queryFn: () => answer(api.GET('/api/v1/pumps/{tag}', { params: { path: { tag } } })),
  })

export function useAddNote() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ tag, note }: { tag: string; note: NoteForm }) =>
      answer(api.POST('/api/v1/pumps/{tag}/notes', { params: { path: { tag } }, body: note })),
    onSuccess: (_, { tag }) => again(client, keys.pump(tag)),
  })
}

export function useSavePump(fresh: boolean) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (pump: PumpForm) =>
      answer(
        fresh
          ? api.POST('/api/v1/pumps', { body: pump })
          : api.PUT('/api/v1/pumps/{tag}', { params: { path: { tag: pump.tag } }, body: pump }),
      ),
    onSuccess: (pump) =>
      again(client, keys.pumps, keys.jobs, keys.pump(pump.tag), keys.limits(pump.tag)),
  })
}

/** Notes something about a pump: a remark, its hours, a greasing, a drawing. */
export function useNotePump(tag: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async ({ line, file }: { line: LineForm; file?: File }) => {
      if (file) {
        fits(file)
        const { id } = await answer(
          api.POST('/api/v1/papers', {
            body: file as never,
            bodySerializer: (f) => f as never,
            headers: { 'Content-Type': 'application/octet-stream' },
          }),
        )
        line = { ...line, file: id }
      }
      return answer(api.POST('/api/v1/pumps/{tag}/log', { params: { path: { tag } }, body: line }))
    },
    onSuccess: () => again(client, keys.pump(tag), keys.pumps),
  })
}

export const paperAt = (id: string) => `/api/v1/papers/${id}`
const here = () => encodeURIComponent(window.location.origin)
export const calendarOf = (tag: string) =>
  `/api/v1/pumps/${encodeURIComponent(tag)}/next.ics?at=${here()}`
export const labelOf = (tag: string, at: string) =>
  `/api/v1/pumps/${encodeURIComponent(tag)}/label.svg?at=${encodeURIComponent(at)}`

/** The limits of a pump, or the shop's own where no tag is given. */
export const useLimits = (tag?: string) =>
  useQuery({
    queryKey: keys.limits(tag),
    queryFn: () =>
      answer(
        tag === undefined
          ? api.GET('/api/v1/shop/limits')
          : api.GET('/api/v1/pumps/{tag}/limits', { params: { path: { tag } } }),
      ),
  })

export function useSaveLimits(tag?: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { limits: Record<string, LimitForm>; version: string }) =>
      answer(
        tag === undefined
          ? api.PUT('/api/v1/shop/limits', { body })
          : api.PUT('/api/v1/pumps/{tag}/limits', { params: { path: { tag } }, body }),
      ),
    onSuccess: () =>
      tag === undefined
        ? again(client, keys.allLimits, keys.pumpPages, keys.shop)
        : again(client, keys.limits(tag), keys.pump(tag)),
  })
}

/** Proposes limits of a pump: a lead confirms them. */
export function useProposeLimits(tag = '') {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (limits: Record<string, LimitForm>) =>
      answer(
        api.POST('/api/v1/pumps/{tag}/limits/proposals', {
          params: { path: { tag } },
          body: { id: crypto.randomUUID(), limits },
        }),
      ),
    onSuccess: () => again(client, keys.limits(tag), keys.pump(tag)),
  })
}

/** Confirms limits that somebody proposed, or turns them down. */
export function useAnswerLimits(tag = '') {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, confirm, version }: { id: string; confirm: boolean; version: string }) =>
      answer(
        api.POST('/api/v1/pumps/{tag}/limits/proposals/{id}', {
          params: { path: { tag, id } },
          body: { confirm, version },
        }),
      ),
    onSettled: () => again(client, keys.limits(tag), keys.pump(tag)),
  })
}

export type RegisterFile = 'pumps' | 'limits' | 'gauges'
export const registerAt = (what: RegisterFile) => `/api/v1/register/${what}.csv`

/** Takes in a CSV file, or only says what taking it in would do. */
export function useTakeIn(what: RegisterFile) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ file, only }: { file: Blob; only: boolean }) =>
      answer(
        api.POST('/api/v1/register/{what}', {
          params: { path: { what }, query: { try: only } },
          body: file as never,
          bodySerializer: (f) => f as never,
          headers: { 'Content-Type': 'text/csv' },
        }),
      ),
    onSuccess: (done) => {
      if (done.done)
        void again(client, keys.pumps, keys.pumpPages, keys.allLimits, keys.shop, keys.gauges)
    },
  })
}

/** Takes in a whole job which another Settle has saved. */
export function useTakeInJob() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (file: Blob) =>
      answer(
        api.POST('/api/v1/jobs/import', {
          params: { query: { file: file instanceof File ? file.name : undefined } },
          body: file as never,
          bodySerializer: (f) => f as never,
          headers: { 'Content-Type': 'application/json' },
        }),
      ),
    onSuccess: () => again(client, keys.jobs, keys.pumps, keys.pumpPages, keys.plans),
  })
}

/** Says whose a key of another shop is. */
export function useNameKey() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { fingerprint: string; name: string }) =>
      done(api.PUT('/api/v1/keys', { body })),
    onSuccess: () => again(client, keys.shop),
  })
}
