import type { DeviceKind } from '@anklet/contract'
import { useEffect, useRef } from 'react'
import { useLink } from './link.ts'

/**
 * Takes each value that a gauge of a kind sends while the asking component is on the page. Values
 * sent before do not count.
 */
export function useGauge(kind: DeviceKind, take: (value: number, deviceId: string) => void): void {
  const press = useLink((link) => link.press)
  const statuses = useLink((link) => link.statuses)
  const taken = useRef(press?.count ?? 0)
  useEffect(() => {
    if (!press || press.count <= taken.current) return
    taken.current = press.count
    if (statuses[press.device]?.identity.kind === kind) take(press.value, press.device)
  }, [press, statuses, kind, take])
}
