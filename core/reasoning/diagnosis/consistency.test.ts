import { afterAll, describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import { seeded } from '../../base/random/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { Evidence } from './index.ts'
import { diagnose, knowledgeOf, SHIPPED_BOOK } from './index.ts'
import type { Case } from './test/simulatedCar.ts'
import { ARCHITECTURE, SimulatedCar } from './test/simulatedCar.ts'

const RUNS = runs(1, 10)
/** One of ten may go astray. */
const LEAST_RIGHT = Math.round(0.9 * RUNS)
const MOST_CHECKS = 6
const known = knowledgeOf(SHIPPED_BOOK, ARCHITECTURE)

const axleOf = (corner: Corner): string => (corner === 'FL' || corner === 'FR' ? 'front' : 'rear')
const pairOf = (corner: Corner): readonly [Corner, Corner] =>
  axleOf(corner) === 'front' ? ['FL', 'FR'] : ['RL', 'RR']
// A leak that takes a corner down in a night or two.
const slow = (random: () => number): number => 1e-5 * (1 + 3 * random())

/** Each fault, the cause it is, and what hands and eyes would find of it at the car. */
const FAULTS: Readonly<
  Record<string, (corner: Corner, random: () => number) => Case & { readonly cause: string }>
> = {
  'spring leaks': (at, random) => ({
    cause: `springLeak.${at}`,
    faults: [{ kind: 'springLeak', corner: at, conductance: slow(random) }],
    byHand: {
      [`soapSpring.${at}`]: 'bubbles',
      [`folds.${at}`]: 'cracked',
      [`shopAir.${at}`]: 'falls',
    },
  }),
  'line fitting leaks': (at, random) => ({
    cause: `fittingLeak.${at}`,
    faults: [{ kind: 'springLeak', corner: at, conductance: slow(random) }],
    byHand: { [`soapFitting.${at}`]: 'bubbles' },
  }),
  'spring torn': (at) => ({
    cause: `springTorn.${at}`,
    faults: [{ kind: 'springLeak', corner: at, conductance: 0.05 }],
    byHand: {
      [`soapSpring.${at}`]: 'bubbles',
      [`folds.${at}`]: 'cracked',
      [`heard.${at}`]: 'yes',
      [`shopAir.${at}`]: 'never',
    },
    complaint: { hiss: 'yes' },
  }),
  'block leaks under one axle': (at, random) => ({
    cause: `blockLeak.${axleOf(at)}`,
    faults: pairOf(at).map((corner) => ({ kind: 'springLeak', corner, conductance: slow(random) })),
    byHand: {
      [`soapBlock.${axleOf(at)}`]: 'bubbles',
      [`blockOff.${pairOf(at)[0]}`]: 'holds',
      [`blockOff.${pairOf(at)[1]}`]: 'holds',
    },
  }),
  'exhaust stuck open': () => ({
    cause: 'exhaustValve',
    faults: [{ kind: 'stuckOpen', valve: 'exhaust' }],
    byHand: { soapExhaust: 'bubbles' },
  }),
  'corner valve stuck shut': (at) => ({
    cause: `valveShut.${at}`,
    faults: [{ kind: 'stuckShut', valve: at }],
    byHand: { [`valveClick.${at}`]: 'silent' },
  }),
  'line pinched': (at) => ({
    cause: `lineBlocked.${at}`,
    faults: [{ kind: 'blockedLine', corner: at, share: 0.0005 }],
    byHand: { [`lineBlow.${at}`]: 'blocked' },
  }),
  'pump worn': () => ({
    cause: 'pumpWorn',
    faults: [{ kind: 'weakPump', share: 0.35 }],
    byHand: { pumpLook: 'noisy' },
  }),
  'relay dead': () => ({
    cause: 'relayDead',
    faults: [{ kind: 'relayDead' }],
    byHand: { pumpVolts: 'none' },
    complaint: { pumpNever: 'yes' },
  }),
  'relay welded': () => ({
    cause: 'relayWelded',
    faults: [{ kind: 'relayWelded' }],
    nightS: 900,
    byHand: { mounts: 'yes' },
  }),
  'pump overheats': () => ({
    cause: 'pumpHot',
    faults: [{ kind: 'hotPump', factor: 20 }],
    byHand: { mounts: 'yes', habitLog: 'long' },
  }),
  'dryer clogged': () => ({
    cause: 'dryerBlocked',
    faults: [{ kind: 'dryer', share: 0.3 }],
    byHand: { dust: 'dust' },
  }),
  'lines crossed': (at) => ({
    cause: `crossedLines.${axleOf(at)}`,
    faults: [{ kind: 'crossedLines', corners: pairOf(at) }],
    byHand: { lastWork: 'off' },
    complaint: { afterRepair: 'yes' },
  }),
  'module without supply': () => ({
    cause: 'moduleAsleep',
    faults: [{ kind: 'supplyMissing' }],
    byHand: { moduleVolts: 'missing', pumpVolts: 'none' },
  }),
  'module not coded': () => ({
    cause: 'codingMissing',
    faults: [{ kind: 'codingMissing' }],
    byHand: {},
    complaint: { afterRepair: 'yes' },
  }),
  'sensor broken': (at) => ({
    cause: `sensorDead.${at}`,
    faults: [{ kind: 'sensorOpen', corner: at }],
    byHand: { [`sensorVolts.${at}`]: 'signal', [`sensorOhms.${at}`]: 'open' },
  }),
  'sensor link bent': (at, random) => ({
    cause: `linkBent.${at}`,
    faults: [{ kind: 'sensorOffset', corner: at, mm: 16 + 10 * random() }],
    byHand: { [`linkLook.${at}`]: 'bent' },
  }),
  'sensor reads wrong': (at, random) => ({
    cause: `sensorDrift.${at}`,
    faults: [{ kind: 'sensorOffset', corner: at, mm: 16 + 10 * random() }],
    byHand: { [`sensorVolts.${at}`]: 'signal', [`sensorOhms.${at}`]: 'differs' },
  }),
  'taught wrong heights': (_, random) => ({
    cause: 'calibration',
    faults: [{ kind: 'wrongCalibration', mm: 14 + 8 * random() }],
    byHand: {},
    complaint: { afterRepair: 'yes' },
  }),
  'nothing but a cold night': () => ({
    cause: 'cameAndWent',
    faults: [],
    byHand: {},
    nightC: -12,
    complaint: { overnight: 'yes', sometimes: 'yes' },
  }),
  'leak that wore out the pump': (at, random) => ({
    cause: `leakAndPump.${at}`,
    faults: [
      { kind: 'springLeak', corner: at, conductance: slow(random) },
      { kind: 'weakPump', share: 0.4 },
    ],
    byHand: {
      [`soapSpring.${at}`]: 'bubbles',
      [`folds.${at}`]: 'cracked',
      [`shopAir.${at}`]: 'falls',
    },
  }),
}

/**
 * Follows the recommendation and nothing else.
 * @returns the checks it took to have the true cause first and advised; null when it never was
 */
function follow(
  what: Case & { readonly cause: string },
  random: () => number,
): { readonly right: boolean; readonly path: readonly string[] } {
  const car = new SimulatedCar(what, random)
  const evidence: Evidence[] = Object.entries(car.complaint()).map(([check, outcome]) => ({
    check,
    outcome,
  }))
  const path: string[] = []
  for (;;) {
    const answer = diagnose(known, evidence)
    if (!answer.ok) throw new Error(answer.error.code)
    const { recommend, posterior } = answer.value
    if (recommend.kind === 'repair' || path.length === MOST_CHECKS)
      return {
        right: posterior[0]!.cause === what.cause,
        path: [
          ...path,
          posterior
            .slice(0, 3)
            .map(({ cause, p }) => `${cause} ${p.toFixed(2)}`)
            .join(', '),
        ],
      }
    const outcome = car.outcome(known.checkOf.get(recommend.id)!)
    evidence.push({ check: recommend.id, outcome })
    path.push(`${recommend.id}: ${outcome}`)
  }
}

describe('following only the recommendation finds the fault of a simulated car', () => {
  const table: Record<string, object> = {}
  afterAll(() => {
    const { console } = globalThis as unknown as { readonly console: { table(rows: object): void } }
    console.table(table)
  })
  const faults = Object.entries(FAULTS).map(([name, make], i) => ({ name, make, i }))
  test.each(faults)('$name', ({ name, make, i }) => {
    const runs = Array.from({ length: RUNS }, (_, seed) => {
      const random = seeded(seedOr(1) + seed)
      return follow(make(CORNERS[(2 * seed + i) % 4]!, random), random)
    })
    const right = runs.filter((run) => run.right).length
    table[name] = {
      [`first of ${RUNS}`]: right,
      'checks, mean': runs.reduce((sum, { path }) => sum + path.length - 1, 0) / RUNS,
      'a miss': (runs.find((run) => !run.right)?.path.join(' | ') ?? '').slice(0, 150),
    }
    expect(right).toBeGreaterThanOrEqual(LEAST_RIGHT)
  })
})
