import type { ImportedRoundInput, Vehicle, VehicleType } from '@anklet/contract'
import type { ReadTable, TableFault, TableRound } from '@anklet/core/measuring/exchange'
import { loadKey } from '@anklet/core/measuring/heights'
import { WALK } from '@anklet/core/base/vehicle'
import { barePlate } from '@anklet/language/plain/plates'

/** Rounds of one car out of a file. */
export interface CarImport {
  readonly vehicle: Vehicle
  readonly rounds: readonly TableRound[]
}

/** What a file would bring, before anything is stored. */
export interface ImportPlan {
  readonly cars: readonly CarImport[]
  /** Plates of the file that are on no car here; their rounds stay out. */
  readonly unknownPlates: readonly string[]
  readonly faults: readonly (
    | TableFault
    | {
        readonly line: number
        readonly code: 'level'
        readonly column: 'level'
        readonly cell: string
      }
  )[]
  /** Rounds whose line does not say how warm it was. */
  readonly withoutTemperature: number
  readonly readings: number
}

/** Holds a table against the cars and levels on record. */
export function planImport(
  { rounds, faults }: ReadTable,
  vehicles: readonly Vehicle[],
  types: readonly VehicleType[],
): ImportPlan {
  const byPlate = new Map(vehicles.map((vehicle) => [barePlate(vehicle.plate), vehicle]))
  const cars = new Map<string, { vehicle: Vehicle; rounds: TableRound[] }>()
  const unknown = new Set<string>()
  const found: ImportPlan['faults'][number][] = [...faults]
  for (const round of rounds) {
    const vehicle = byPlate.get(barePlate(round.plate))
    if (!vehicle) {
      unknown.add(round.plate)
      continue
    }
    const levels = types.find(({ id }) => id === vehicle.typeId)?.architecture.levels ?? []
    const standing = levels.reduce(
      (a, b) => (Math.abs(b.offsetMm) < Math.abs(a.offsetMm) ? b : a),
      levels[0]!,
    )
    const level =
      round.levelId === ''
        ? standing
        : levels.find(({ id }) => id.toLowerCase() === round.levelId.toLowerCase())
    if (!level) {
      found.push({ line: round.line, code: 'level', column: 'level', cell: round.levelId })
      continue
    }
    const car = cars.get(vehicle.id) ?? { vehicle, rounds: [] }
    car.rounds.push({ ...round, levelId: level.id })
    cars.set(vehicle.id, car)
  }
  const kept = [...cars.values()].flatMap((car) => car.rounds)
  return {
    cars: [...cars.values()],
    unknownPlates: [...unknown],
    faults: found.sort((a, b) => a.line - b.line),
    withoutTemperature: kept.filter(({ temperatureC }) => temperatureC === null).length,
    readings: kept.reduce((sum, { laps }) => sum + 4 * laps.length, 0),
  }
}

/** The same words always make the same id: a file read twice brings nothing twice. */
export async function idOf(...words: readonly string[]): Promise<string> {
  const digest = new Uint8Array(
    await crypto.subtle.digest('SHA-256', new TextEncoder().encode(words.join('\n'))),
  )
  const hex = [...digest.subarray(0, 16)]
    .map((byte, i) =>
      (i === 6 ? (byte & 0x0f) | 0x80 : i === 8 ? (byte & 0x3f) | 0x80 : byte)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    hex.slice(12, 16),
    hex.slice(16, 20),
    hex.slice(20),
  ].join('-')
}

/** A round of a table as it is sent. @param usualC temperature where its line says none, degC. */
export async function inputOf(
  { at, levelId, method, load, loadKg, state, temperatureC, laps }: TableRound,
  vehicleId: string,
  usualC: number,
): Promise<ImportedRoundInput> {
  return {
    roundId: await idOf(
      ...['round', vehicleId, at, levelId, method],
      ...(load === 'empty' ? [] : [loadKey({ load, loadKg })]),
      ...(state ? [state] : []),
    ),
    levelId,
    method,
    load,
    loadKg,
    state,
    temperatureC: temperatureC ?? usualC,
    thermometer: 'elsewhere',
    rolledAndBounced: false,
    startedAt: at,
    endedAt: at,
    readings: laps.flatMap(({ lap, heightMm }) =>
      WALK.map((corner) => ({ corner, lap, heightMm: heightMm[corner], at })),
    ),
  }
}
