import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api, done } from './client'
import { keys } from './keys'
import type { RoleForm } from './types'

/** Who asks, and what is needed to come in. */
export const useSession = () =>
  useQuery({
    queryKey: keys.session,
    queryFn: () => answer(api.GET('/api/v1/session')),
    staleTime: Infinity,
  })

/** A change of who is in: what was fetched for somebody else is forgotten. */
function useComing<T, A>(work: (with_: T) => Promise<A>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: work,
    onSuccess: async () => {
      await client.fetchQuery({
        queryKey: keys.session,
        queryFn: () => answer(api.GET('/api/v1/session')),
        staleTime: 0,
      })
      client.removeQueries({ predicate: (q) => q.queryKey[0] !== keys.session[0] })
    },
  })
}

export interface SignIn {
  person?: string
  name?: string
  secret?: string
  new?: string
}
export const useSignIn = () =>
  useComing((body: SignIn) => answer(api.POST('/api/v1/session', { body })))
export const useSignOut = () =>
  useComing<void, unknown>(() => answer(api.DELETE('/api/v1/session')))
export const useLetIn = () =>
  useComing((code: string) => answer(api.POST('/api/v1/tablets/in', { body: { code } })))
export const useOpenLink = () =>
  useComing((token: string) => answer(api.POST('/api/v1/links/open', { body: { token } })))
export const useMakeKeeper = () =>
  useComing(
    (body: {
      token: string
      name: string
      role: 'technician' | 'lead' | 'reader'
      passphrase: string
    }) => answer(api.POST('/api/v1/keeper', { body })),
  )
export const useOutEverywhere = () =>
  useComing<void, void>(() => done(api.DELETE('/api/v1/sessions')))

export const stayAwake = () => done(api.POST('/api/v1/session/awake'))

export const useChooseSecret = () =>
  useMutation({
    mutationFn: (body: { kind: 'pin' | 'passphrase'; secret: string; pin: string }) =>
      done(api.PUT('/api/v1/session/secret', { body })),
  })

/** A change that a list shows afterwards. */
function useChanging<T, A>(key: readonly string[], work: (with_: T) => Promise<A>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: work,
    onSuccess: () =>
      Promise.all(
        [key, keys.doings, keys.session, keys.shop, keys.restored].map((k) =>
          client.invalidateQueries({ queryKey: k }),
        ),
      ),
  })
}

export const usePeople = () =>
  useQuery({ queryKey: keys.people, queryFn: () => answer(api.GET('/api/v1/people')) })
export const useAddPerson = () =>
  useChanging(keys.people, (body: { name: string; role: string; keeper?: boolean }) =>
    answer(api.POST('/api/v1/people', { body })),
  )
export const useSavePerson = () =>
  useChanging(keys.people, ({ id, ...body }: RoleForm & { id: string }) =>
    answer(api.PUT('/api/v1/people/{id}', { params: { path: { id } }, body })),
  )
export const useGiveCode = () =>
  useChanging(keys.people, (id: string) =>
    answer(api.POST('/api/v1/people/{id}/code', { params: { path: { id } } })),
  )
export const useEndSessions = () =>
  useChanging(keys.people, (id: string) =>
    done(api.DELETE('/api/v1/people/{id}/sessions', { params: { path: { id } } })),
  )

export const useTablets = (watch: boolean) =>
  useQuery({
    queryKey: keys.tablets,
    queryFn: () => answer(api.GET('/api/v1/tablets')),
    refetchInterval: watch && 2000, // a tablet is about to come in
  })
export const useOffer = () =>
  useChanging(keys.tablets, (body: { name: string; at: string }) =>
    answer(api.POST('/api/v1/tablets', { body })),
  )
export const useRevoke = () =>
  useChanging(keys.tablets, (id: string) =>
    done(api.DELETE('/api/v1/tablets/{id}', { params: { path: { id } } })),
  )
export const useSetLock = () =>
  useChanging(keys.tablets, (minutes: string) =>
    answer(api.PUT('/api/v1/tablets/lock', { body: { minutes } })),
  )

export const useSessions = () =>
  useQuery({ queryKey: keys.sessions, queryFn: () => answer(api.GET('/api/v1/sessions')) })
export const useEndSession = () =>
  useChanging(keys.sessions, (id: string) =>
    done(api.DELETE('/api/v1/sessions/{id}', { params: { path: { id } } })),
  )
export const useToldOfKeepers = () =>
  useChanging<void, void>(keys.session, () => done(api.POST('/api/v1/keepers/told')))
export const useRestored = () =>
  useQuery({ queryKey: keys.restored, queryFn: () => answer(api.GET('/api/v1/restored')) })
export const useLookThrough = () =>
  useChanging<void, unknown>(keys.restored, () => answer(api.POST('/api/v1/restored/looked')))

export const useDoings = () =>
  useQuery({ queryKey: keys.doings, queryFn: () => answer(api.GET('/api/v1/doings')) })

export const useLinks = (number: string) =>
  useQuery({
    queryKey: keys.links(number),
    queryFn: () => answer(api.GET('/api/v1/jobs/{number}/links', { params: { path: { number } } })),
  })
export const useAddLink = (number: string) =>
  useChanging(keys.links(number), (body: { what: string; days: string; at: string }) =>
    answer(api.POST('/api/v1/jobs/{number}/links', { params: { path: { number } }, body })),
  )
export const useEndLink = (number: string) =>
  useChanging(keys.links(number), (id: string) =>
    done(api.DELETE('/api/v1/links/{id}', { params: { path: { id } } })),
  )
