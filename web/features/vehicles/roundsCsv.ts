import { countedMm } from '@anklet/core/measuring/heights'
import type { Round, Vehicle } from '@anklet/contract'
import { roundsTable, safeCell } from '@anklet/core/measuring/exchange'
import { perCorner } from '@anklet/core/base/vehicle'

const quoted = (cell: string): string =>
  /[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell

/**
 * Every round of some cars as the table other shops and programs read; laps without all four
 * corners stay out. Corrections are in force.
 */
export function roundsCsv(
  cars: readonly { readonly vehicle: Vehicle; readonly rounds: readonly Round[] }[],
): string {
  const rounds = cars.flatMap(({ vehicle, rounds: all }) =>
    all.map((round) => {
      const { endedAt, levelId, method, load, loadKg = null, temperatureC, readings } = round
      const laps = [...new Set(readings.map(({ lap }) => lap))].flatMap((lap) => {
        const heightMm = perCorner((corner) => {
          const entry = readings.findLast((each) => each.corner === corner && each.lap === lap)
          return entry ? countedMm(entry) : null
        })
        return Object.values(heightMm).some((mm) => mm === null)
          ? []
          : [{ lap, heightMm: heightMm as Record<keyof typeof heightMm, number> }]
      })
      return {
        plate: vehicle.plate,
        at: endedAt,
        levelId,
        method,
        load,
        loadKg,
        state: round.state ?? null,
        temperatureC,
        laps,
      }
    }),
  )
  return roundsTable(rounds)
    .map((row) => row.map((cell) => quoted(safeCell(cell))).join(','))
    .join('\r\n')
}
