import type { DeviceAction, DeviceStatus, LogRecord, StandInChange } from '@anklet/contract'
import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { signer } from './state/signing.ts'
import { useSession } from './state/session.ts'
import { ask, tell } from './api.ts'

/** Renewed well before a hold runs out, ms. */
const RENEW_MS = 10_000

export const useDevices = () =>
  useQuery({ queryKey: ['devices'], queryFn: () => ask('/api/devices'), refetchInterval: 5000 })
/** A log that has ended never changes. @param id null: none is asked for. */
export const useLog = (id: string | null) =>
  useQuery<LogRecord>({
    queryKey: ['log', id],
    queryFn: () => ask('/api/logs/:id', id ?? ''),
    staleTime: Number.POSITIVE_INFINITY,
    enabled: id !== null,
  })

/** An order: what, and where or how long where that is to be said. */
export interface Order {
  readonly action: DeviceAction
  readonly corner?: Corner | null
  readonly forS?: number | null
  readonly offMm?: PerCorner<number> | null
  readonly foldsInspected?: boolean
}

/**
 * Has a device do something. Each tap is an order of its own and never sent again by itself: a car
 * must not move late. `error` says why not.
 */
export function useOrder(deviceId: string, jobId: string | null) {
  const { device } = useSession()
  return useMutation({
    mutationFn: async ({
      action,
      corner = null,
      forS = null,
      offMm = null,
      foldsInspected = false,
    }: Order) => {
      const person = await signer()
      return tell(`/api/devices/${deviceId}/orders`, {
        commandId: crypto.randomUUID(),
        action,
        corner,
        forS,
        offMm,
        foldsInspected,
        holder: { person, device, jobId },
      })
    },
  })
}

/** Does to a stand-in what only somebody at the car can do. */
export function useStandIn(deviceId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: StandInChange) =>
      tell(`/api/devices/${deviceId}/stand-in`, change) as Promise<DeviceStatus>,
    onSuccess: () => client.invalidateQueries({ queryKey: ['devices'] }),
  })
}

/**
 * Keeps a device for this tablet, once something was ordered, as long as the asking component is
 * on the page.
 * @param deviceId null: none yet.
 */
export function useHold(
  deviceId: string | null,
  jobId: string | null,
): { readonly error: Error | null } {
  const { personId, device } = useSession()
  const hold = useMutation({
    mutationFn: (id: string) =>
      tell(`/api/devices/${id}/hold`, { person: personId ?? '', device, jobId }),
  })
  const { mutate } = hold
  useEffect(() => {
    if (deviceId === null || personId === null) return
    mutate(deviceId)
    const timer = setInterval(() => mutate(deviceId), RENEW_MS)
    // Kept alive: it goes out even when the page is just being closed.
    const release = (): void =>
      void fetch(`/api/devices/${deviceId}/release`, {
        method: 'POST',
        keepalive: true,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ person: personId, device, jobId }),
      }).catch(() => undefined)
    window.addEventListener('pagehide', release)
    return () => {
      clearInterval(timer)
      window.removeEventListener('pagehide', release)
      release()
    }
  }, [deviceId, personId, device, jobId, mutate])
  return { error: hold.error }
}
