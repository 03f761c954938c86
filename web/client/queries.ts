import type {
  CommandPayload,
  CommandResult,
  CommandType,
  JobListQuery,
  VehicleListQuery,
} from '@anklet/contract'
import { DEFAULT_REPEATABILITY_MM } from '@anklet/core/measuring/heights'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import type { DisplayUnits } from '@anklet/core/base/units'
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef } from 'react'
import { useConnection } from './state/connection.ts'
import { signer } from './state/signing.ts'
import { useSession } from './state/session.ts'
import { ask, askJobs, askVehicles, Refused, send, SignedOut, Unreachable } from './api.ts'
import { envelope } from './envelope.ts'

/** Others work on the same cars: without the live stream nothing on screen is older than this, ms. */
const FRESH_MS = 15_000
/** With it, only what it may have missed is asked for, ms. */
const LIVE_MS = 120_000
const fresh = (): number => (useConnection.getState().live ? LIVE_MS : FRESH_MS)

export const useJobs = () =>
  useQuery({ queryKey: ['jobs'], queryFn: () => ask('/api/jobs'), refetchInterval: fresh })
export const useJob = (id: string) =>
  useQuery({
    queryKey: ['job', id],
    queryFn: () => ask('/api/jobs/:id', id),
    refetchInterval: fresh,
  })
export const usePeople = () => useQuery({ queryKey: ['people'], queryFn: () => ask('/api/people') })
/** People by name. */
export function usePersonName(): (id: string) => string {
  const people = usePeople().data
  return (id) => people?.find((each) => each.id === id)?.name ?? 'a colleague'
}
export const useVehicles = () =>
  useQuery({ queryKey: ['vehicles'], queryFn: () => ask('/api/vehicles') })
export const useVehicle = (id: string) =>
  useQuery({ queryKey: ['vehicle', id], queryFn: () => ask('/api/vehicles/:id', id) })
export const useVehicleTypes = () =>
  useQuery({ queryKey: ['vehicle-types'], queryFn: () => ask('/api/vehicle-types') })
export const useJobList = (asked: JobListQuery) =>
  useQuery({
    queryKey: ['jobs', 'list', asked],
    queryFn: () => askJobs(asked),
    placeholderData: keepPreviousData,
  })
export const useVehicleList = (asked: VehicleListQuery) =>
  useQuery({
    queryKey: ['vehicles', 'list', asked],
    queryFn: () => askVehicles(asked),
    placeholderData: keepPreviousData,
  })
export const useKnowledge = () =>
  useQuery({ queryKey: ['knowledge'], queryFn: () => ask('/api/knowledge') })
export const useCodeTexts = () =>
  useQuery({ queryKey: ['code-texts'], queryFn: () => ask('/api/code-texts') })
export const useParts = () => useQuery({ queryKey: ['parts'], queryFn: () => ask('/api/parts') })
export const useCoils = () => useQuery({ queryKey: ['coils'], queryFn: () => ask('/api/coils') })
export const useLives = () => useQuery({ queryKey: ['lives'], queryFn: () => ask('/api/lives') })
export const useProcedures = () =>
  useQuery({ queryKey: ['procedures'], queryFn: () => ask('/api/procedures') })
export const useTorques = () =>
  useQuery({ queryKey: ['torques'], queryFn: () => ask('/api/torques') })
export const useReturns = () =>
  useQuery({ queryKey: ['returns'], queryFn: () => ask('/api/returns'), refetchInterval: 60_000 })
/** The shop's backups; looked at often while one is made or put back. */
export const useBackups = () =>
  useQuery({
    queryKey: ['backups'],
    queryFn: () => ask('/api/backups'),
    // The Floor only asks whether one is due: that changes in days.
    refetchInterval: ({ state }) => (state.data?.doing ? 1000 : 300_000),
  })
export const useShop = () => useQuery({ queryKey: ['shop'], queryFn: () => ask('/api/shop') })

/**
 * Standard deviation of one reading in this shop, mm: learned from its double rounds, the usual
 * figure until there are enough.
 */
export function useRepeatability(): { readonly repeatabilityMm: number; readonly repeats: number } {
  const query = useQuery({
    queryKey: ['repeatability'],
    queryFn: () => ask('/api/repeatability'),
    staleTime: 300_000,
  })
  return query.data?.learned ?? { repeatabilityMm: DEFAULT_REPEATABILITY_MM, repeats: 0 }
}

/** The shop's units; mm, bar and degC until it is known. */
export const useUnits = (): DisplayUnits => useShop().data?.units ?? DEFAULT_UNITS

/** What somebody wants written: what the command carries, and what was looked at. */
export interface Intention<Name extends CommandType> {
  readonly payload: CommandPayload<Name>
  /** Version of the record that was looked at; left out: a new one is made. */
  readonly baseVersion?: number | null
  readonly person?: string
}

/** A command that can be sent, and how that goes. */
export type Sending<Name extends CommandType> = ReturnType<typeof useCommand<Name>>

/**
 * One kind of write. The same content sent again after a failure carries the same id, so a lost
 * answer never doubles it.
 * @returns `submit` does nothing while an earlier one is under way; `offer` is the same and tells
 * whether it sent anything; `error` is a `Refused` or `Unreachable`.
 */
export function useCommand<Name extends CommandType>(type: Name) {
  const client = useQueryClient()
  const { device } = useSession()
  const last = useRef({ content: '', id: '' })
  const under = useRef(false)
  const mutation = useMutation({
    mutationFn: async ({ payload, baseVersion = null, person }: Intention<Name>) => {
      const signed = person ?? (await signer())
      const content = JSON.stringify([payload, baseVersion])
      if (last.current.content !== content) last.current = { content, id: crypto.randomUUID() }
      return send(
        envelope(type, payload, {
          id: last.current.id,
          person: signed,
          device,
          baseVersion,
        }),
      )
    },
    retry: (count, error) =>
      error instanceof Unreachable && !(error instanceof SignedOut) && count < 3,
    onSuccess: () => {
      last.current = { content: '', id: '' }
      return client.invalidateQueries()
    },
    // Somebody was faster: fetch what they did, so that the person sees it at once.
    onError: (error) => {
      if (error instanceof Refused && error.status === 409) void client.invalidateQueries()
    },
  })
  // A plain promise: the callbacks of `mutate` are dropped when fresh data takes the asking
  // component off the page first.
  const offer = (intention: Intention<Name>, then?: (result: CommandResult) => void): boolean => {
    // A glove taps twice before the page knows that the first tap is on its way.
    if (under.current) return false
    under.current = true
    mutation
      .mutateAsync(intention)
      .finally(() => {
        under.current = false
      })
      .then(then, () => undefined)
    return true
  }
  const submit = (intention: Intention<Name>, then?: (result: CommandResult) => void): void =>
    void offer(intention, then)
  return {
    isPending: mutation.isPending,
    isSuccess: mutation.isSuccess,
    isError: mutation.isError,
    error: mutation.error,
    reset: mutation.reset,
    submit,
    offer,
  }
}
