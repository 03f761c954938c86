import type { DeviceStatus, VehicleType } from '@anklet/contract'
import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../../client/queries.ts'
import { useLink } from '../../../client/state/link.ts'
import { AtTheCar } from './AtTheCar.tsx'
import { Orders } from './Orders.tsx'
import { StoredCodes } from './StoredCodes.tsx'

type Tab = 'orders' | 'codes' | 'car'

/**
 * What can be done with a vehicle on the link: order it about, read its codes, and at a stand-in
 * what only somebody at the car could.
 */
export function Doing({
  status,
  type,
  jobId,
}: {
  readonly status: DeviceStatus
  readonly type: VehicleType | null
  readonly jobId: string | null
}): ReactNode {
  const units = useUnits()
  const [tab, setTab] = useState<Tab>('orders')
  const frame = useLink((link) => link.frames[status.identity.id]?.at(-1))
  const count = status.codes?.length ?? 0
  const tabs: readonly (readonly [Tab, string])[] = [
    ['orders', 'Orders'],
    ['codes', count > 0 ? `Codes (${count})` : 'Codes'],
    ...(status.standIn ? [['car', 'At the car'] as const] : []),
  ]
  return (
    <Tabs.Root
      className="grid content-start gap-4"
      value={tab}
      onValueChange={(next) => setTab(next as Tab)}
    >
      <Tabs.List aria-label="What to do" className="flex flex-wrap gap-2">
        {tabs.map(([id, words]) => (
          <Tabs.Trigger key={id} value={id} className="tap" data-on={tab === id}>
            {words}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="orders">
        {type ? (
          <Orders status={status} architecture={type.architecture} jobId={jobId} />
        ) : (
          <p className="text-ink-2">
            This device does not say which vehicle type it is attached to, so it is not ordered
            about from here.
          </p>
        )}
      </Tabs.Content>
      <Tabs.Content value="codes">
        <StoredCodes status={status} units={units} jobId={jobId} />
      </Tabs.Content>
      <Tabs.Content value="car">
        {type && <AtTheCar status={status} frame={frame} architecture={type.architecture} />}
      </Tabs.Content>
    </Tabs.Root>
  )
}
