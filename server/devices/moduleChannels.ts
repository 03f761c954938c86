import type { Channel } from '@anklet/contract'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'
import type { Architecture, Axle } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS } from '@anklet/core/base/vehicle'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { GALLERY_CHANNEL, PUMP_CHANNELS, RESERVOIR_CHANNEL } from '@anklet/language/shop/channels'

function sensorChannels(axle: Axle, count: Architecture['sensors'][Axle]): Channel[] {
  if (count === 'none') return []
  const places =
    count === 'one'
      ? [{ id: axle, corner: null, place: `${axle} axle sensor, the mean of both sides` }]
      : AXLE_CORNERS[axle].map((corner) => ({
          id: corner,
          corner,
          place: `${CORNER_WORDS[corner]} sensor`,
        }))
  return places.flatMap(({ id, corner, place }): Channel[] => [
    { id: `height.${id}`, corner, place, kind: 'height', unit: 'mm', ...CHANNEL_LIMITS.height },
    {
      id: `signal.${id}`,
      corner,
      place,
      kind: 'signal',
      unit: 'per cent',
      ...CHANNEL_LIMITS.signal,
    },
  ])
}

/**
 * What a module of such a vehicle can tell. The one pressure sensor of most sits in the gallery;
 * one without shows no pressure at all.
 */
export function moduleChannels({ sensors, pressureSensor, reservoir }: Architecture): Channel[] {
  return [
    ...sensorChannels('front', sensors.front),
    ...sensorChannels('rear', sensors.rear),
    ...(pressureSensor === 'gallery' ? [GALLERY_CHANNEL] : []),
    ...(pressureSensor === 'gallery' && reservoir ? [RESERVOIR_CHANNEL] : []),
    ...PUMP_CHANNELS,
    {
      id: 'supply',
      corner: null,
      place: 'supply at the module',
      kind: 'voltage',
      unit: 'V',
      ...CHANNEL_LIMITS.voltage,
    },
  ]
}
