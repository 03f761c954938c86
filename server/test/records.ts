import { usualArchitecture, WALK } from '@anklet/core/base/vehicle'
import type {
  Channel,
  Architecture,
  DeviceIdentity,
  RoundInput,
  VehicleGeometry,
  VehicleType,
  Writable,
} from '@anklet/contract'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import type { TestBench } from './bench.ts'

export const architecture: Architecture = usualArchitecture({
  levels: [
    { id: 'road', offsetMm: 0 },
    { id: 'high', offsetMm: 30 },
  ],
})
export const geometry = structuredClone(sampleVehicle()) as VehicleGeometry

/** One that finds no rest: a spring would have to pull. */
export const restlessGeometry = (): VehicleGeometry => {
  const restless = structuredClone(geometry) as Writable<VehicleGeometry>
  restless.corners.RL.designLoadN = -5
  return restless
}

/** A vehicle type as the shelf keeps it. */
export const vehicleTypeWith = (change: Partial<VehicleType> = {}): VehicleType => ({
  id: crypto.randomUUID(),
  version: 1,
  name: 'Sample Type',
  source: 'invented',
  architecture,
  geometry,
  specifications: [],
  guesses: [],
  ...change,
})

/** What a box behind an adapter measures of the circuit. */
export const GALLERY: Channel = {
  id: 'gallery',
  corner: null,
  place: 'gallery',
  kind: 'pressure',
  unit: 'bar',
  least: 0,
  most: 25,
}

/** A device behind an adapter. */
export const boxWith = (change: Partial<DeviceIdentity> = {}): DeviceIdentity => ({
  id: 'box',
  kind: 'module',
  name: 'A box',
  software: '1',
  vehicleTypeId: null,
  channels: [],
  actions: [],
  ...change,
})

export const NO_COMPLAINT = { where: [], when: [], signs: [], words: '' }

type WatchRound = Omit<RoundInput, 'state'>

/** A walk of two laps that ended at a time, as a watch takes it: the watch says its state. */
export function watchWalk(
  heights: PerCorner<number>,
  endedAt: string,
  change: Partial<WatchRound> = {},
): WatchRound {
  const startedAt = new Date(Date.parse(endedAt) - 300_000).toISOString()
  const lap = (number: 1 | 2, order: readonly Corner[]) =>
    order.map((corner) => ({ corner, lap: number, heightMm: heights[corner], at: endedAt }))
  return {
    roundId: crypto.randomUUID(),
    levelId: 'road',
    method: 'wheelCentreToArch',
    temperatureC: 8,
    thermometer: 'atSprings',
    rolledAndBounced: true,
    startedAt,
    endedAt,
    readings: [...lap(1, WALK), ...lap(2, WALK.toReversed())],
    ...change,
  }
}

/** A walk of two laps around a car that levelled itself. */
export const walk = (
  heights: PerCorner<number>,
  endedAt: string,
  change: Partial<RoundInput> = {},
): RoundInput => ({ ...watchWalk(heights, endedAt), state: 'levelled', ...change })

export const LEVEL = { FL: 480, FR: 480, RL: 480, RR: 480 }

/** A type, a car of it and a job on that, by their ids. */
export interface JobIds {
  readonly typeId: string
  readonly vehicleId: string
  readonly jobId: string
}

export const newJobIds = (): JobIds => ({
  typeId: crypto.randomUUID(),
  vehicleId: crypto.randomUUID(),
  jobId: crypto.randomUUID(),
})

/** The type and the car that a job needs, as commands in their order. */
export const carCommands = (
  { typeId, vehicleId }: Omit<JobIds, 'jobId'>,
  plate: string,
  simulated = false,
) =>
  [
    [
      'vehicleType.save',
      { typeId, name: `Type ${typeId.slice(0, 8)}`, source: 'invented', architecture, geometry },
    ],
    ['vehicle.save', { vehicleId, typeId, plate, note: '', simulated }],
  ] as const

/** What opens a job on a car. */
export const jobOpen = ({ vehicleId, jobId }: Omit<JobIds, 'typeId'>) => ({
  jobId,
  vehicleId,
  complaint: NO_COMPLAINT,
})

/** What writes a note on a job. */
export const noteOn = (jobId: string) => ({
  noteId: crypto.randomUUID(),
  jobId,
  from: 'person' as const,
  title: 'Seen',
  lines: [],
})

/** A vehicle of a fresh type with a job on it. @param simulated whether stand-ins drive it */
export async function openTestJob(
  bench: TestBench,
  { simulated = false } = {},
): Promise<JobIds & { readonly plate: string }> {
  const ids = newJobIds()
  const plate = `T ${ids.vehicleId.slice(0, 6).toUpperCase()}`
  for (const [type, payload] of carCommands(ids, plate, simulated))
    await bench.send(type, payload).expect(200)
  await bench.send('job.open', jobOpen(ids)).expect(200)
  return { ...ids, plate }
}

/** What starts a watch on a job. */
export const watchStart = (
  jobId: string,
  watchId: string,
  evening: WatchRound,
  plannedEndAt: string,
) => ({
  watchId,
  jobId,
  round: evening,
  supplyCut: 'fuse' as const,
  supplyProved: true as const,
  tagged: true as const,
  doorsShut: true as const,
  minutesSinceRun: 120,
  plannedEndAt,
})
