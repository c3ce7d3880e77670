import createClient from 'openapi-fetch'
import {
  QueryClient,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
  replaceEqualDeep,
} from '@tanstack/react-query'
import { device } from '../app/device'
import { keys } from './keys'
import { askPIN } from './pin'
import type { Body, EntryForm, JobView, Look, Problem } from './types'
import type { paths } from './schema.gen'

export const api = createClient<paths>({ baseUrl: '/' })

const sent = new Map<string, Request>()

/**
 * A keeper's act asks for the PIN or passphrase anew: the person is asked, and the same is sent again
 * with it.
 */
api.use({
  onRequest({ request, id }) {
    if (request.method !== 'GET') sent.set(id, request.clone())
  },
  async onResponse({ response, id }) {
    const same = sent.get(id)
    sent.delete(id)
    if (!same) return
    for (let wrong = ''; response.headers.get('Settle-Asks') === 'again';) {
      const pin = await askPIN(wrong, 'act')
      if (pin === undefined) return notDone.clone()
      const headers = new Headers(same.headers)
      headers.set('Settle-Confirm', encodeURIComponent(pin))
      response = await fetch(new Request(same.clone(), { headers }))
      const told = (await response
        .clone()
        .json()
        .catch(() => ({}))) as Partial<Problem>
      wrong = told.errors?.[0]?.message ?? told.detail ?? ''
    }
    return response
  },
  onError({ id }) {
    sent.delete(id)
  },
})

const notDone = Response.json(
  { title: 'Not done', status: 403, detail: 'Not done: nothing was changed.' },
  { status: 403 },
)

/** An answer that is no success: the server's own words, or ours when it does not answer. */
export class ApiError extends Error {
  readonly problem: Problem
  constructor(problem: Problem) {
    super(problem.detail)
    this.problem = problem
  }
  /** What the server says of one field, '' when it says nothing. */
  field(path: string): string {
    return this.problem.errors?.find((e) => e.field === path)?.message ?? ''
  }
}

const silent: Problem = {
  title: 'No answer',
  status: 0,
  detail:
    'Settle does not answer. What you typed stays here: see that it is running, then try again.',
}

interface Got<T> {
  data?: T
  error?: unknown
  response: Response
}

/** Waits for an answer, and throws an ApiError where it is no success. */
async function success<T>(call: Promise<Got<T>>): Promise<Got<T>> {
  let got
  try {
    got = await call
  } catch {
    throw new ApiError(silent)
  }
  if (got.response.ok) return got
  // Who was let in is no more, or the tablet is locked: the door asks again.
  if (got.response.status === 401) void queryClient.invalidateQueries({ queryKey: keys.session })
  const p = got.error as Partial<Problem> | undefined
  throw new ApiError(
    p && typeof p.detail === 'string' ? (p as Problem) : { ...silent, status: got.response.status },
  )
}

/** Unwraps an answer, or throws an ApiError. */
export async function answer<T>(call: Promise<Got<T>>): Promise<T> {
  const { data } = await success(call)
  if (data === undefined) throw new ApiError(silent)
  return data
}

/** The same of what answers with nothing. */
export const done = (call: Promise<Got<unknown>>): Promise<void> =>
  success(call).then(() => undefined)

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, retryDelay: 500, staleTime: 2000, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
})

export const useShop = () =>
  useQuery({
    queryKey: keys.shop,
    queryFn: () => answer(api.GET('/api/v1/shop')),
    staleTime: 60_000,
  })
export const useAbout = () =>
  useQuery({
    queryKey: keys.about,
    queryFn: () => answer(api.GET('/api/v1/about')),
    staleTime: Infinity,
  })
export const usePlans = () =>
  useQuery({
    queryKey: keys.plans,
    queryFn: () => answer(api.GET('/api/v1/plans')),
    staleTime: Infinity,
  })
export const useJob = (number: string) =>
  useQuery({
    queryKey: keys.job(number),
    queryFn: () => answer(api.GET('/api/v1/jobs/{number}', { params: { path: { number } } })),
    structuralSharing: (was, is) => {
      const next = later(is as JobView)(was as JobView | undefined)
      return next === was ? was : replaceEqualDeep(was, next)
    },
  })

/** A log only grows: an answer that was long on its way does not take the place of a newer one. */
const later = (answer: JobView) => (was: JobView | undefined) =>
  was && was.sheet.length > answer.sheet.length ? was : answer

export interface JobList {
  q: string
  state: 'open' | 'decide' | 'signed' | 'ended' | 'all'
  sort: 'changed' | 'opened' | 'number' | 'tag'
  construction: string
}

const page = 50

/** The list of jobs, page after page. */
export const useJobs = (list: JobList) =>
  useInfiniteQuery({
    queryKey: keys.jobList(list),
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/v1/jobs', {
          params: {
            query: {
              ...list,
              q: list.q || undefined,
              construction: list.construction || undefined,
              after: pageParam || undefined,
              limit: page,
            },
          },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (last) => (last.length < page ? undefined : last.at(-1)?.number),
    placeholderData: (before) => before,
  })

/** What a half-typed panel comes to. One that is typed over is called off. */
export const usePreview = (number: string, step: string, body: Body | null) =>
  useQuery({
    queryKey: keys.preview(number, step, body),
    queryFn: ({ signal }) =>
      answer(
        api.POST('/api/v1/jobs/{number}/steps/{step}/preview', {
          params: { path: { number, step } },
          body: body!,
          signal,
        }),
      ),
    enabled: body !== null,
    // The last answer stays while the next is on its way, but only of this step.
    placeholderData: (before, query) => (query?.queryKey[2] === step ? before : undefined),
    staleTime: Infinity,
    gcTime: 60_000,
  })

/** A calculation while it is typed. The core reads the object itself, so the description does not know its fields. */
export const useLook = (kind: string, input: object, unit: 'thou' | 'mm') =>
  useQuery({
    queryKey: keys.look(kind, input, unit),
    queryFn: ({ signal }) =>
      answer<Look>(
        api.POST('/api/v1/tools/{kind}', {
          params: { path: { kind }, query: { unit } },
          body: input as never,
          signal,
        }),
      ),
    placeholderData: (before, query) => (query?.queryKey[1] === kind ? before : undefined),
    staleTime: Infinity,
    gcTime: 60_000,
  })

/** Has what stands under keys fetched again where it is on the screen. */
export const again = (client: QueryClient, ...under: readonly (readonly unknown[])[]) =>
  Promise.all(under.map((queryKey) => client.invalidateQueries({ queryKey })))

/** Says that somebody has looked at what a change of rules made of an open job. */
export function useLooked(number: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (plan?: boolean) =>
      answer(
        api.POST('/api/v1/jobs/{number}/looked', { params: { path: { number }, query: { plan } } }),
      ),
    onSuccess: (job) => client.setQueryData(keys.job(number), later(job)),
  })
}

/** An older sheet of a job: the one that was kept with an entry. */
export const useKeptSheet = (number: string, seq: number) =>
  useQuery({
    queryKey: keys.jobAs(number, seq),
    queryFn: () =>
      answer(
        api.GET('/api/v1/jobs/{number}', { params: { path: { number }, query: { as: seq } } }),
      ),
    enabled: seq > 0,
    staleTime: Infinity,
  })

/** What may be chosen in a bench tool. */
export const useToolChoices = () =>
  useQuery({
    queryKey: keys.toolChoices,
    queryFn: () => answer(api.GET('/api/v1/tools/choices')),
    staleTime: Infinity,
  })

/** The rows of the build sheet that a job shows. */
export const useRows = (job: JobView) =>
  useQuery({
    queryKey: keys.rows(job.number, job.as ?? 0, job.sheet.length),
    queryFn: () =>
      answer(
        api.GET('/api/v1/jobs/{number}/sheet', {
          params: { path: { number: job.number }, query: { as: job.as } },
        }),
      ),
  })

/** Sends what may be a signature: where the server asks for the PIN, the person is asked. */
async function signed<T>(send: (pin?: string) => Promise<T>): Promise<T> {
  for (let pin: string | undefined; ;) {
    try {
      return await send(pin)
    } catch (e) {
      const asks = e instanceof ApiError && (e.field('pin') || e.field('wait'))
      if (!asks) throw e
      pin = await askPIN(pin === undefined ? '' : asks, 'signature')
      if (pin === undefined)
        throw new ApiError({
          title: 'Not signed',
          status: 0,
          detail: 'Not signed, so not kept. What you typed stays here.',
        })
    }
  }
}

/** Keeps an entry; the answer is the job with it. */
export function useAppend(number: string) {
  const client = useQueryClient()
  return useMutation({
    mutationKey: ['append'],
    mutationFn: (entry: EntryForm) =>
      signed((pin) =>
        answer(
          api.POST('/api/v1/jobs/{number}/entries', {
            params: { path: { number } },
            body: { device: device(), clock: new Date().toISOString(), ...entry, pin },
          }),
        ),
      ),
    onSuccess: (job) => {
      client.setQueryData(keys.job(number), later(job))
      void again(client, keys.jobs, keys.previews(number), keys.pump(job.pump.tag))
      if (job.sheet.state === 'ended') void again(client, keys.pumps)
    },
    onError: (error) => {
      // Somebody else was faster: fetch what they entered, to show both.
      if (error instanceof ApiError && error.problem.status === 409)
        void client.invalidateQueries({ queryKey: keys.job(number) })
    },
  })
}

export const fetchPlan = (key: string) =>
  answer(api.GET('/api/v1/plans/{key}', { params: { path: { key } } }))
export const useCheckPlan = () =>
  useMutation({
    mutationFn: (text: string) => answer(api.POST('/api/v1/plans/check', { body: { text } })),
  })

export function useImportPlan() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { text: string }) => answer(api.POST('/api/v1/plans', { body })),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.plans }),
  })
}

/** A lead has looked at what is wrong with a plan of the shop's own. */
export function useLookAtPlan() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (key: string) =>
      answer(api.POST('/api/v1/plans/{key}/looked', { params: { path: { key } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.plans }),
  })
}

export function useSaveShop() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: {
      name: string
      set: string
      schools: Record<string, string>
      units: Body['units']
      version: string
    }) => done(api.PUT('/api/v1/shop', { body })),
    onSuccess: () => again(client, keys.shop, keys.allLimits, keys.pumpPages),
  })
}

export const photoAt = (id: string) => `/api/v1/photos/${id}`

const mostBytes = 10 * 1024 * 1024

/** Refuses a file which the server would refuse for its length. */
export function fits(file: File) {
  if (file.size > mostBytes)
    throw new ApiError({
      title: 'Too large',
      status: 413,
      detail: `The file is ${(file.size / 1024 / 1024).toFixed(1)} MB: at most 10 MB, take it with a smaller setting.`,
    })
}

export const useAddPhoto = (number: string) =>
  useMutation({
    mutationFn: (file: File) => {
      fits(file)
      return answer(
        api.POST('/api/v1/jobs/{number}/photos', {
          params: { path: { number } },
          body: file as never,
          bodySerializer: (f) => f as never,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      )
    },
  })

export function useOpenJob() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: {
      id: string
      pump: string
      complaint: string
      why?: string
      scope?: string
      arrives?: 'in-line' | 'bench' | 'new-parts'
      hours?: string
    }) => answer(api.POST('/api/v1/jobs', { body })),
    onSuccess: (job) => {
      client.setQueryData(keys.job(job.number), later(job))
      return again(client, keys.jobs, keys.pumps, keys.pump(job.pump.tag))
    },
  })
}
