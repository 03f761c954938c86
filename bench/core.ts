import { inferLeak } from '@anklet/core/measuring/leakdown'
import { airAtOffset, buildRig, createSolver } from '@anklet/core/physics/pneumatics'
import { seeded } from '@anklet/core/base/random'
import { sampleVehicle } from '@anklet/core/base/samples'
import { perCorner } from '@anklet/core/base/vehicle'
import { Bench } from 'tinybench'

/** Speed of the core, in the units people ask for. */
export interface CoreSpeed {
  readonly coldSolvesPerS: number
  readonly warmSolvesPerS: number
  readonly inferenceMs: number
  readonly inferenceP99Ms: number
}

/** Measures the equilibrium and the leak-down inference of a car with four air springs. */
export async function measureCore(): Promise<CoreSpeed> {
  const vehicle = sampleVehicle()
  const rig = buildRig(vehicle)
  const air = airAtOffset(rig, 293.15)
  if (!air.ok) throw new Error(air.error.code)
  const random = seeded(1)
  const warm = createSolver(rig)
  const amounts = air.value.slice()
  const change = (spread: number): void => {
    for (let i = 0; i < 4; i += 1) amounts[i] = air.value[i]! * (1 - spread * random())
  }
  const night = {
    vehicle,
    hours: 12,
    startC: 10,
    endC: -2,
    before: perCorner(() => [480, 481]),
    after: { FL: [448, 449], FR: [466, 465], RL: [466, 467], RR: [478, 477] },
  }
  const bench = new Bench({ time: 1500, warmupTime: 300 })
  bench
    .add('cold', () => {
      change(1)
      createSolver(rig).solve(amounts, 10)
    })
    .add('warm', () => {
      change(0.02)
      warm.solve(amounts, 10)
    })
    .add('inference', () => {
      inferLeak(night)
    })
  await bench.run()
  const latency = (name: string): { meanMs: number; p99Ms: number } => {
    const result = bench.getTask(name)?.result
    if (!result) throw new Error(`${name} was not measured`)
    return { meanMs: result.latency.mean, p99Ms: result.latency.p99 ?? Number.NaN }
  }
  const inference = latency('inference')
  return {
    coldSolvesPerS: 1000 / latency('cold').meanMs,
    warmSolvesPerS: 1000 / latency('warm').meanMs,
    inferenceMs: inference.meanMs,
    inferenceP99Ms: inference.p99Ms,
  }
}
