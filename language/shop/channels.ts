import type { Channel } from '@anklet/contract'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'

/** What modules tell besides heights: the pressure behind the valves. */
export const GALLERY_CHANNEL = {
  id: 'gallery',
  corner: null,
  place: 'gallery of the valve block',
  kind: 'pressure',
  unit: 'bar',
  ...CHANNEL_LIMITS.pressure,
} as const satisfies Channel

/** What a module makes of the pressure in its reservoir, where it tells that. */
export const RESERVOIR_CHANNEL = {
  id: 'reservoir',
  corner: null,
  place: 'reservoir, as the module reckons it',
  kind: 'pressure',
  unit: 'bar',
  ...CHANNEL_LIMITS.pressure,
} as const satisfies Channel

/** How hot the pump is, and whether the module has it run. */
export const PUMP_CHANNELS = [
  {
    id: 'pump',
    corner: null,
    place: 'pump, by its own sensor',
    kind: 'temperature',
    unit: 'degC',
    ...CHANNEL_LIMITS.temperature,
  },
  {
    id: 'runs',
    corner: null,
    place: 'pump, as the module commands it',
    kind: 'state',
    unit: '0 or 1',
    ...CHANNEL_LIMITS.state,
  },
] as const satisfies readonly Channel[]
