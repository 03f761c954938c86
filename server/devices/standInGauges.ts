import type { DeviceIdentity } from '@anklet/contract'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'

const gauge = (
  kind: DeviceIdentity['kind'],
  id: string,
  name: string,
  channel: Omit<DeviceIdentity['channels'][number], 'corner'>,
): DeviceIdentity => ({
  id,
  kind,
  name,
  software: 'stand-in 1',
  vehicleTypeId: null,
  channels: [{ ...channel, corner: null }],
  actions: [],
})

/** A digital height gauge, a pressure gauge and a current clamp that send their value when their button is pressed. */
export const STAND_IN_GAUGES: readonly DeviceIdentity[] = [
  gauge('heightGauge', 'stand-in-height-gauge', 'Height gauge, a stand-in', {
    id: 'height',
    place: 'wheel centre to arch',
    kind: 'height',
    unit: 'mm',
    ...CHANNEL_LIMITS.height,
  }),
  gauge('pressureGauge', 'stand-in-pressure-gauge', 'Pressure gauge, a stand-in', {
    id: 'pressure',
    place: 'where it is screwed in',
    kind: 'pressure',
    unit: 'bar',
    ...CHANNEL_LIMITS.pressure,
  }),
  gauge('currentClamp', 'stand-in-current-clamp', 'Current clamp, a stand-in', {
    id: 'current',
    place: 'around the pump’s supply',
    kind: 'current',
    unit: 'A',
    ...CHANNEL_LIMITS.current,
  }),
]
