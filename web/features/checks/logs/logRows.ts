import type { Channel, LogRecord, Vehicle } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { toDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import { writeOwnLog } from '@anklet/core/measuring/exchange'

/** A channel's unit as the shop reads it. */
export function shownUnit({ unit }: Channel, units: DisplayUnits): string {
  return unit === 'mm'
    ? UNIT_LABEL[units.length]
    : unit === 'bar'
      ? UNIT_LABEL[units.pressure]
      : unit === 'degC'
        ? UNIT_LABEL[units.temperature]
        : unit === 'per cent'
          ? '%'
          : unit
}

/** A value of a channel as the shop reads it. */
export function shown({ unit }: Channel, value: number | null, units: DisplayUnits): number | null {
  if (value === null) return null
  return unit === 'mm'
    ? toDisplay(value, 'height', units)
    : unit === 'bar'
      ? toDisplay(value, 'pressure', units)
      : unit === 'degC'
        ? toDisplay(value, 'temperature', units)
        : value
}

/** A log as a file: a table of its stored units, and over it what reads it in again as it is. */
export const logFile = (
  { head, trace }: LogRecord,
  { plate, simulated = false }: Pick<Vehicle, 'plate' | 'simulated'>,
): string =>
  writeOwnLog({
    head: {
      title: head.title,
      deviceName: head.deviceName,
      at: head.at,
      plate,
      simulated,
      channels: head.channels,
      marks: trace.marks,
    },
    ...trace,
  })

/** At most so many points of a line, evenly: a screen has no more. */
export function thinned<Value>(values: readonly Value[], most: number): Value[] {
  const step = Math.max(1, Math.ceil(values.length / most))
  return values.filter((_, i) => i % step === 0 || i === values.length - 1)
}
