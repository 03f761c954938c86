import type { Channel } from '@anklet/contract'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'

/** A channel of a device, with what it may show. */
export const channel = (id: string, kind: Channel['kind'], corner: Channel['corner']): Channel => ({
  id,
  kind,
  corner,
  unit: 'mm',
  place: id,
  ...CHANNEL_LIMITS[kind],
})

/** What a module tells of itself while it raises a car. */
export const RAISING = {
  mode: 'raising' as const,
  levelId: 'high',
  pumpOn: true,
  open: [],
  lifting: false,
  ignition: true,
  supply: true,
  doorOpen: false,
}
