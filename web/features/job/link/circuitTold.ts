import type { Channel, Frame } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { CircuitState } from '@anklet/core/base/circuit'
import type { Architecture } from '@anklet/core/base/vehicle'
import type { CircuitFigures } from '../../../kit/drawings/CircuitDrawing.tsx'

const MOVES: Partial<Record<NonNullable<Frame['module']>['mode'], 'up' | 'down'>> = {
  raising: 'up',
  lowering: 'down',
}

const pressureOf = (
  channels: readonly Channel[],
  frame: Frame | undefined,
  id: 'gallery' | 'reservoir',
): number | null =>
  channels.some((channel) => channel.id === id) ? (frame?.values[id] ?? null) : null

/** What a module tells of its valves, pump and pressures; null where it tells none of it. */
export function circuitTold(
  channels: readonly Channel[],
  frame: Frame | undefined,
): CircuitState | null {
  if (!frame?.module) return null
  const { open, pumpOn, pumpWay, mode } = frame.module
  const gallery = pressureOf(channels, frame, 'gallery')
  const reservoir = pressureOf(channels, frame, 'reservoir')
  return {
    open,
    pumpOn,
    pumpWay: pumpWay ?? null,
    moves: MOVES[mode] ?? null,
    pressure: {
      outside: 0,
      ...(gallery === null ? {} : { gallery }),
      ...(reservoir === null ? {} : { reservoir }),
    },
  }
}

/**
 * Pressures as a circuit shows them. Beside that of the reservoir stands the air it makes: pressure
 * times volume, as workshop tables have it.
 */
export function circuitFigures(
  channels: readonly Channel[],
  frame: Frame | undefined,
  { anatomy }: Architecture,
  units: DisplayUnits,
): CircuitFigures {
  const gallery = pressureOf(channels, frame, 'gallery')
  const reservoir = pressureOf(channels, frame, 'reservoir')
  const words = (bar: number): string =>
    `${formatQuantity(bar, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
  const litres = anatomy?.reservoirL
  return {
    gallery: gallery === null ? null : words(gallery),
    reservoir:
      reservoir === null
        ? null
        : [
            words(reservoir),
            litres === undefined
              ? 'its volume is not entered'
              : `in ${litres} L: ${(reservoir * litres).toFixed(1)} bar·L`,
          ],
  }
}
