// Writes scenario/jobs.json: the stories below, with readings from our own forecast plus the noise of a tape. Run: tsx demo/make.ts
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { forecast } from '@anklet/core/leakdown'
import { normal, seeded } from '@anklet/core/random'
import type { Corner, VehicleGeometry } from '@anklet/core/vehicle'
import { WALK } from '@anklet/core/vehicle'
import type { ScenarioJob, ScenarioRound } from './scenario.ts'

const folder = fileURLToPath(new URL('scenario', import.meta.url))
const typeOf = (name: string): { geometry: VehicleGeometry; architecture: { levels: { id: string; offsetMm: number }[] } } =>
  JSON.parse(readFileSync(join(folder, 'vehicle-types', `${name}.json`), 'utf8'))

const random = seeded(20261124)
const TAPE_MM = 1.2
const BUSHES_MM = 1.5

interface Night {
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

function walk(heights: Record<Corner, number>, level: string, temperatureC: number, endedAgoH: number): ScenarioRound {
  const bushes = Object.fromEntries(WALK.map((corner) => [corner, normal(random) * BUSHES_MM])) as Record<Corner, number>
  const laps = [...WALK.map((corner) => ({ corner, lap: 1 as const })), ...WALK.toReversed().map((corner) => ({ corner, lap: 2 as const }))]
  return {
    level, temperatureC, thermometer: 'atSprings', rolledAndBounced: true, endedAgoH,
    readings: laps.map(({ corner, lap }) => ({ corner, lap, heightMm: half(heights[corner] + bushes[corner] + normal(random) * TAPE_MM) })),
  }
}

function night({ type, level, startC, endC, hours, leaks, eveningAgoH }: Night): { evening: ScenarioRound; morning: ScenarioRound } {
  const { geometry, architecture } = typeOf(type)
  const levelOffsetMm = architecture.levels.find(({ id }) => id === level)!.offsetMm
  const run = forecast({ vehicle: geometry, startC, endC, hours, leaks, sampleHours: [0, hours], levelOffsetMm })
  if (!run.ok) throw new Error(`${type}: ${run.error.code}`)
  const [before, after] = run.value
  return { evening: walk(before!.heightMm, level, startC, eveningAgoH), morning: walk(after!.heightMm, level, endC, eveningAgoH - hours) }
}

function standing(type: string, offsets: Partial<Record<Corner, number>>, temperatureC: number, endedAgoH: number): ScenarioRound {
  const { corners } = typeOf(type).geometry
  const heights = Object.fromEntries(WALK.map((corner) => [corner, corners[corner].designHeightMm + (offsets[corner] ?? 0)])) as Record<Corner, number>
  return walk(heights, 'road', temperatureC, endedAgoH)
}

const rescue = night({ type: 'tolmark-uvren', level: 'track', startC: 9, endC: -3, hours: 12.5, leaks: { FL: 1.1e-5 }, eveningAgoH: 13.2 })
const camper = night({ type: 'brandle-ostry', level: 'raised', startC: 11, endC: 3, hours: 12, leaks: { RL: 1.3e-5 }, eveningAgoH: 13.5 })
const cold = night({ type: 'ilveston-corrin', level: 'raised', startC: 12, endC: -6, hours: 14, leaks: {}, eveningAgoH: 16 })
const ambulance = night({ type: 'orvane-taskel', level: 'ramp', startC: 10, endC: 2, hours: 13, leaks: { RR: 2.2e-5 }, eveningAgoH: 40 })
const october = night({ type: 'tolmark-uvren', level: 'track', startC: 13, endC: 8, hours: 12, leaks: {}, eveningAgoH: 900 })
const tonight = night({ type: 'ilveston-corrin', level: 'raised', startC: 8, endC: 1, hours: 11, leaks: { RL: 6e-6, RR: 6e-6 }, eveningAgoH: 1.6 })

const jobs: ScenarioJob[] = [
  {
    plate: 'TQ 418', openedAgoH: 910, closedAgoH: 880, by: 'J. Pellew', complaint: { where: [], when: ['overnight'], signs: [], words: 'Wants it looked over before the winter.' },
    heights: [standing('tolmark-uvren', { FL: -2, RL: 1 }, 14, 905)],
    watch: { ...october, plannedHours: 12, minutesSinceRun: 180, supplyCut: 'fuse', undisturbed: true },
  },
  {
    plate: 'TQ 418', openedAgoH: 15, by: 'M. Arundel', complaint: { where: ['FL', 'FR'], when: ['overnight'], signs: ['slowRise', 'pumpOften'], words: 'Down at the front every morning since the frost.' },
    heights: [standing('tolmark-uvren', { FL: -34, FR: -6, RL: -4, RR: 5 }, 9, 14.6)],
    watch: { evening: rescue.evening, plannedHours: 12.5, minutesSinceRun: 130, supplyCut: 'fuse' },
  },
  {
    plate: 'VS 77 K', openedAgoH: 15, by: 'J. Pellew', complaint: { where: ['RL', 'RR'], when: ['overnight', 'loaded'], signs: ['pumpOften'], words: 'Leans and drags its tail when the tank is full.' },
    heights: [standing('brandle-ostry', { RL: -14, RR: -3 }, 11, 14.5)],
    watch: { ...camper, plannedHours: 12, minutesSinceRun: 150, supplyCut: 'battery', undisturbed: true },
  },
  {
    plate: 'TQ 233', openedAgoH: 18, by: 'M. Arundel', complaint: { where: ['FL', 'FR', 'RL', 'RR'], when: ['overnight'], signs: [], words: 'Looks low on frosty mornings, comes up at once.' },
    heights: [standing('ilveston-corrin', { FL: 1, RR: -2 }, 13, 17)],
    watch: { ...cold, plannedHours: 14, minutesSinceRun: 240, supplyCut: 'fuse', undisturbed: true },
  },
  {
    plate: 'TQ 101', openedAgoH: 43, by: 'S. Okafor', complaint: { where: ['RR'], when: ['overnight'], signs: ['message'], words: 'Ramp does not meet the kerb in the morning.' },
    heights: [standing('orvane-taskel', { RR: -21, RL: -4 }, 10, 42)],
    watch: { ...ambulance, plannedHours: 13, minutesSinceRun: 140, supplyCut: 'cutOffSwitch', undisturbed: true, finding: { kind: 'answer', best: 'RR', probability: 0.95, sentence: 'Rear right leaks, 95 % or more.' } },
  },
  {
    plate: 'TQ 390', openedAgoH: 3, by: 'S. Okafor', complaint: { where: ['RL', 'RR'], when: ['hours'], signs: ['hiss'], words: 'Tail sinks on the quay while waiting for the ferry.' },
    heights: [standing('ilveston-corrin', { RL: -9, RR: -11 }, 9, 2.4)],
    watch: { evening: tonight.evening, plannedHours: 11, minutesSinceRun: 60, supplyCut: 'fuse' },
  },
  { plate: 'TQ 102', openedAgoH: 1.2, by: 'M. Arundel', complaint: { where: ['RL'], when: ['sometimes'], signs: ['message', 'afterRepair'], words: 'Warning came back a week after the new bellows.' }, heights: [] },
]

writeFileSync(join(folder, 'jobs.json'), `${JSON.stringify(jobs, null, 1)}\n`)
const sheet = rescue.morning.readings.map(({ corner, lap, heightMm }) => `lap ${lap} ${corner} ${heightMm}`).join(', ')
console.log(`The morning of TQ 418, to be typed by hand: ${sheet}; ${rescue.morning.temperatureC} degC.`)
