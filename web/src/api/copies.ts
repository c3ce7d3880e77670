import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { answer, api } from './client'
import { keys } from './keys'

/** How the copies of the shop stand. */
export const useCopies = () =>
  useQuery({ queryKey: keys.copies, queryFn: () => answer(api.GET('/api/v1/copies')) })

/** A change of the copies answers with how they stand. */
function useCopying<T>(work: (with_: T) => Promise<unknown>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: work,
    onSuccess: (view) => client.setQueryData(keys.copies, view),
    onError: () => client.invalidateQueries({ queryKey: keys.copies }),
  })
}
export const useMakeCopy = () => useCopying<void>(() => answer(api.POST('/api/v1/copies')))
export const useTryCopy = () => useCopying<void>(() => answer(api.POST('/api/v1/copies/trial')))
export const useKeepCopies = () =>
  useCopying<string>((keep) => answer(api.PUT('/api/v1/copies', { body: { keep } })))
