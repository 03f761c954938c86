// Rounds and nights as a tape would have read them: our own forecast, and the noise of a tape.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { forecast } from '@anklet/core/measuring/leakdown'
import { normal, seeded } from '@anklet/core/base/random'
import type { Machine } from '@anklet/core/physics/simulation'
import type { Corner, VehicleGeometry } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ScenarioRound } from './scenario.ts'

export const folder = fileURLToPath(new URL('scenario', import.meta.url))
interface ScenarioType {
  geometry: VehicleGeometry
  architecture: Machine['architecture']
}
export const typeOf = (name: string): ScenarioType =>
  JSON.parse(readFileSync(join(folder, 'vehicle-types', `${name}.json`), 'utf8')) as ScenarioType

const random = seeded(20261124)
export const CORNER_PLACES: Readonly<Record<Corner, string>> = {
  FL: 'front left',
  FR: 'front right',
  RL: 'rear left',
  RR: 'rear right',
}
const TAPE_MM = 1.2
const BUSHES_MM = 1.5

type Lap = ScenarioRound['laps'][number]

export interface Night {
  readonly type: string
  readonly level: string
  readonly startC: number
  readonly endC: number
  readonly hours: number
  readonly leaks: Partial<Record<Corner, number>>
  /** When the evening round ended, hours before now. */
  readonly eveningAgoH: number
}

const half = (value: number): number => Math.round(value * 2) / 2

function walk(
  heights: Record<Corner, number>,
  level: string,
  temperatureC: number,
  endedAgoH: number,
): ScenarioRound {
  const bushes = Object.fromEntries(
    WALK.map((corner) => [corner, normal(random) * BUSHES_MM]),
  ) as Record<Corner, number>
  const read = (corner: Corner): number =>
    half(heights[corner] + bushes[corner] + normal(random) * TAPE_MM)
  const lap = (order: readonly Corner[]): Lap => {
    const mm = Object.fromEntries(order.map((corner) => [corner, read(corner)])) as Record<
      Corner,
      number
    >
    return [mm.FL, mm.FR, mm.RR, mm.RL]
  }
  return {
    level,
    temperatureC,
    thermometer: 'atSprings',
    rolledAndBounced: true,
    endedAgoH,
    laps: [lap(WALK), lap(WALK.toReversed())],
  }
}

export function night({ type, level, startC, endC, hours, leaks, eveningAgoH }: Night): {
  evening: ScenarioRound
  morning: ScenarioRound
} {
  const { geometry, architecture } = typeOf(type)
  const levelOffsetMm = architecture.levels.find(({ id }) => id === level)!.offsetMm
  const run = forecast({
    vehicle: geometry,
    startC,
    endC,
    hours,
    leaks,
    sampleHours: [0, hours],
    levelOffsetMm,
  })
  if (!run.ok) throw new Error(`${type}: ${run.error.code}`)
  const [before, after] = run.value
  return {
    evening: walk(before!.heightMm, level, startC, eveningAgoH),
    morning: walk(after!.heightMm, level, endC, eveningAgoH - hours),
  }
}

export function standing(
  type: string,
  offsets: Partial<Record<Corner, number>>,
  temperatureC: number,
  endedAgoH: number,
  state: NonNullable<ScenarioRound['state']> = 'levelled',
): ScenarioRound {
  const { corners } = typeOf(type).geometry
  const heights = Object.fromEntries(
    WALK.map((corner) => [corner, corners[corner].designHeightMm + (offsets[corner] ?? 0)]),
  ) as Record<Corner, number>
  return { ...walk(heights, 'road', temperatureC, endedAgoH), state }
}
