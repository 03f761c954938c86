import { heightsAreGuessed } from '@anklet/core/base/starting'
import type { DeviceStatus, Frame } from '@anklet/contract'
import type { Live } from '@anklet/core/work/record'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import { useEffect } from 'react'
import { useDevices } from '../../../client/devices.ts'
import { useLink } from '../../../client/state/link.ts'
import { valueAt } from './signals.ts'

/** Heights a car is meant to stand at. */
interface Designed {
  readonly corners: PerCorner<{ readonly designHeightMm: number }>
}

/** Under this a module has no supply, V. */
const DEAD_V = 6

/**
 * What a link tells of a car at one moment, as proofs read it.
 * @param designed null: nobody entered what heights it is made to stand at.
 */
export function liveOf(
  status: DeviceStatus,
  frame: Frame | undefined,
  designed: Designed | null,
  linked: boolean,
): Live {
  const { channels } = status.identity
  const volts = frame?.values['supply']
  return {
    heard: linked && status.attached && frame !== undefined,
    supply: frame?.module?.supply ?? (typeof volts === 'number' ? volts > DEAD_V : null),
    lifting: frame?.module?.lifting ?? null,
    open: frame?.module?.open ?? [],
    galleryBarG: channels.some(({ id }) => id === 'gallery')
      ? (frame?.values['gallery'] ?? null)
      : null,
    present: status.codes?.length ?? null,
    offMm: perCorner((corner) => {
      const value = valueAt(channels, frame, 'height', corner)
      return value === null || !designed ? null : value - designed.corners[corner].designHeightMm
    }),
  }
}

/** A car on the link. */
export interface CarLive {
  readonly status: DeviceStatus
  readonly frame: Frame | undefined
  readonly live: Live
  /** The moment before, to tell what stays from what flickers. */ readonly before: Live
}

/**
 * What the device that proofs are read from tells now, with the gauges beside it; null where none
 * is, or it is not there.
 */
export function useCarLive(
  deviceId: string | null,
  { geometry, guesses }: { readonly geometry: Designed; readonly guesses: readonly string[] },
  who: string,
): CarLive | null {
  const devices = useDevices().data
  const { listen, hang } = useLink()
  const linked = useLink((link) => link.open)
  const live = useLink((link) => (deviceId === null ? undefined : link.statuses[deviceId]))
  const frames = useLink((link) => (deviceId === null ? undefined : link.frames[deviceId]))
  const known = devices?.find(({ identity }) => identity.id === deviceId)
  const ids =
    deviceId !== null && known
      ? [
          deviceId,
          ...(devices ?? [])
            .filter(
              ({ identity, standIn }) => identity.kind !== 'module' && standIn === known.standIn,
            )
            .map(({ identity }) => identity.id),
        ].join()
      : ''
  useEffect(() => {
    if (ids === '') return
    listen(ids.split(','), who)
    return () => hang(who)
  }, [ids, listen, hang, who])
  const status = live ?? known
  if (!status) return null
  const designed = heightsAreGuessed(guesses) ? null : geometry
  return {
    status,
    frame: frames?.at(-1),
    live: liveOf(status, frames?.at(-1), designed, linked),
    before: liveOf(status, frames?.at(-2), designed, linked),
  }
}
