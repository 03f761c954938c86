import { usualArchitecture, WALK } from '@anklet/core/base/vehicle'
import type { Job, Round, VehicleType } from '@anklet/contract'
import type { ProofItem } from '@anklet/core/work/proof'
import { item } from '@anklet/core/work/proof'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { Architecture, Corner, PerCorner } from '@anklet/core/base/vehicle'

export const architecture: Architecture = usualArchitecture({
  levels: [
    { id: 'kneel', offsetMm: -40 },
    { id: 'road', offsetMm: 0 },
    { id: 'high', offsetMm: 30 },
  ],
})

export const LEVEL: PerCorner<number> = { FL: 480, FR: 480, RL: 480, RR: 480 }

/** A round of two laps in which every corner read the same twice. */
export function roundOf(
  heights: PerCorner<number>,
  endedAt: string,
  change: Partial<Round> = {},
): Round {
  const laps = ([1, 2] as const).flatMap((lap) =>
    WALK.map((corner: Corner, i) => ({
      id: 10 * lap + i,
      corner,
      lap,
      heightMm: heights[corner],
      at: endedAt,
      correction: null,
    })),
  )
  return {
    id: crypto.randomUUID(),
    vehicleId: 'v',
    jobId: 'j',
    purpose: 'heights',
    levelId: 'road',
    levelOffsetMm: 0,
    method: 'wheelCentreToArch',
    temperatureC: 10,
    thermometer: 'atSprings',
    rolledAndBounced: true,
    startedAt: endedAt,
    endedAt,
    person: 'p',
    device: 'd',
    load: 'empty',
    state: 'levelled',
    padsMm: null,
    reportedMm: null,
    readings: laps,
    ...change,
  }
}

/** A job with nothing on it yet. */
export function jobOf(change: Partial<Job> = {}): Job {
  const vehicleType = structuredClone({
    id: 't',
    version: 1,
    name: 'Sample',
    source: 'invented',
    architecture,
    geometry: sampleVehicle(),
    specifications: [],
    guesses: [],
  }) as unknown as VehicleType
  return {
    id: 'j',
    version: 1,
    vehicleId: 'v',
    openedAt: '2026-11-24T08:00:00.000Z',
    openedBy: 'p',
    closedAt: null,
    complaint: { where: [], when: [], signs: [], words: '' },
    vehicle: { id: 'v', version: 1, typeId: 't', plate: 'T 1', vin: '', note: '', lesson: null },
    vehicleType,
    rounds: [],
    watches: [],
    arrival: null,
    notes: [],
    repairs: [],
    photos: [],
    checks: [],
    evidence: [],
    conclusions: [],
    decisions: [],
    agreements: [],
    plans: [],
    work: [],
    workNow: null,
    proof: [],
    codeReadings: [],
    codeTexts: [],
    charges: [],
    logs: [],
    setAside: [],
    ...change,
  }
}

/** One thing to show of a repair, not shown yet. */
export const proofItem = (change: Partial<ProofItem>): ProofItem => ({
  ...item('heights', 'missing'),
  ...change,
})
