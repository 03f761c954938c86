import type { Channel, Frame } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import type { VehicleGeometry } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { Strip } from '../../../kit/Strip.tsx'
import { channelAt, valueAt } from './signals.ts'

interface LiveProps {
  readonly channels: readonly Channel[]
  readonly frame: Frame | undefined
  readonly geometry: VehicleGeometry | null
  readonly units: DisplayUnits
  readonly heightPx: number
}

/** What the module says each corner stands at, live, by its own sensors. */
export function LiveStrip({ channels, frame, geometry, units, heightPx }: LiveProps): ReactNode {
  const corners = perCorner((corner) => {
    const value = valueAt(channels, frame, 'height', corner)
    const channel = channelAt(channels, 'height', corner)
    const single = channel !== null && channel.corner === null
    const signal = valueAt(channels, frame, 'signal', corner)
    return {
      marks:
        value === null
          ? []
          : [
              {
                mm: value,
                kind: 'now' as const,
                label: formatQuantity(value, 'height', units),
                ...(signal === null ? {} : { under: `${signal.toFixed(1)} %` }),
              },
            ],
      designMm: geometry?.corners[corner].designHeightMm ?? null,
      note:
        channel === null
          ? 'no sensor'
          : value === null
            ? 'no signal'
            : single
              ? 'mean of both'
              : '',
    }
  })
  return (
    <Strip
      corners={corners}
      joins={{ front: null, right: null, rear: null, left: null }}
      units={units}
      heightPx={heightPx}
      phoneHeightPx={120}
      label="Heights as the module reports them, live"
    />
  )
}
