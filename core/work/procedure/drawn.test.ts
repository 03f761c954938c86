import { describe, expect, test } from 'vitest'
import type { Architecture } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, axlesOf, builtAxle, isLive } from '../../base/vehicle/index.ts'
import type { Drawn, PlanStep, ShopWay, Support } from './index.ts'
import {
  composePlan,
  DRAWN_STEPS,
  drawnAt,
  SHIPPED_PROCEDURES,
  starOrder,
  SUPPORTS,
  USUAL_WAY,
} from './index.ts'
import { EVERY_BUILD } from './lint.ts'

const SETTING = {
  method: 'axleToBracket',
  lowerMm: 120,
  nominalMm: 122,
  upperMm: 124,
} as const

/** The builds the book is read on, and one whose sensors are set at a distance. */
const CARS: readonly Architecture[] = [
  ...EVERY_BUILD,
  {
    ...EVERY_BUILD[0]!,
    sensorMount: 'adjustable',
    anatomy: { rear: { sensorSetting: SETTING, sensorPinMm: 4 } },
  },
]

const VENTS: readonly ShopWay['ventBy'][] = ['tool', 'fitting', 'valve']

interface Walked {
  readonly step: PlanStep
  readonly car: Architecture
  readonly support: Support
  readonly drawn: readonly Drawn[]
}

/** Every step of every job on every build, with what is drawn beside it. */
function walked(): readonly Walked[] {
  return CARS.flatMap((car, i) =>
    SHIPPED_PROCEDURES.jobs.flatMap((job, k) => {
      const support = SUPPORTS[(i + k) % SUPPORTS.length]!
      const corners =
        job.at === 'car' ? [] : job.at === 'corner' ? ['RL' as const] : AXLE_CORNERS.rear
      const plan = composePlan(SHIPPED_PROCEDURES, {
        architecture: car,
        jobs: [{ job: job.id, corners }],
        support,
        way: {
          ...USUAL_WAY,
          ventBy: VENTS[(i + k) % 3]!,
          fillAt: k % 2 === 0 ? 'hanging' : 'standing',
        },
      })
      if (!plan.ok) return []
      const drawnFor = { architecture: car, support, method: 'axleToBracket' as const }
      return plan.value.steps.map((step) => ({
        step,
        car,
        support,
        drawn: drawnAt(step, drawnFor),
      }))
    }),
  )
}

const WALKED = walked()
const drawnOf = <Of extends Drawn['of']>(of: Of) =>
  WALKED.flatMap(({ drawn, ...where }) =>
    drawn
      .filter((each): each is Extract<Drawn, { of: Of }> => each.of === of)
      .map((each) => ({ ...where, each })),
  )

describe('all jobs by layout, step by step', () => {
  test('steps with a drawing and without, as the book stands', () => {
    const seen = new Map<string, boolean>()
    for (const { step, drawn } of WALKED)
      seen.set(step.step, (seen.get(step.step) ?? false) || drawn.length > 0)
    const listed = (has: boolean): readonly string[] =>
      [...seen]
        .filter(([, is]) => is === has)
        .map(([id]) => id)
        .sort()
    expect({ drawn: listed(true), inWords: listed(false) }).toMatchSnapshot()
  })

  test('every step that is said to be drawn is one of the book', () => {
    const ids = new Set(SHIPPED_PROCEDURES.steps.map(({ id }) => id))
    expect(DRAWN_STEPS.filter((id) => !ids.has(id))).toEqual([])
  })

  test('a line is drawn as this car joins it', () => {
    for (const { step, car, each } of drawnOf('joint'))
      if (step.step.startsWith('closeLine'))
        expect(each.joint).toBe(builtAxle(car, axlesOf(step.place)[0]!).joint ?? null)
    expect(new Set(drawnOf('joint').map(({ each }) => each.joint)).size).toBe(4)
  })

  test('stands are drawn under an axle that hangs on its springs, and under no other', () => {
    for (const { step, car, support, each } of drawnOf('stands')) {
      const live = axlesOf(step.place).filter((axle) => isLive(car, axle))
      expect(each.support).toBe(support)
      expect(each.axle).toBe(step.place === null ? null : (live[0] ?? null))
    }
    expect(drawnOf('stands').some(({ each }) => each.axle !== null)).toBe(true)
  })

  test('what holds a spring is drawn as entered, and as not entered where nobody did', () => {
    for (const { step, car, each } of drawnOf('held')) {
      const built = builtAxle(car, axlesOf(step.place)[0]!)
      expect([each.top, each.bottom]).toEqual([built.heldTop ?? null, built.heldBottom ?? null])
    }
    expect(drawnOf('held').some(({ each }) => each.top === null)).toBe(true)
    expect(drawnOf('held').some(({ each }) => each.top === 'bolts')).toBe(true)
  })

  test('a coil beside its air shock is what the arm is raised for, and a spring else', () => {
    for (const { step, car, each } of drawnOf('jack'))
      if (step.step === 'armUp')
        expect(each.holds).toBe(
          car.air.rear !== 'airDamper'
            ? 'spring'
            : builtAxle(car, 'rear').coilOn === 'damper'
              ? 'shock'
              : 'coil',
        )
    expect(new Set(drawnOf('jack').map(({ each }) => each.holds)).size).toBe(5)
  })

  test('folds on the axle or on a damper; heights as this car is measured', () => {
    for (const { car, each } of drawnOf('folds'))
      expect(each.on).toBe(car.air.rear === 'bellows' ? 'axle' : 'damper')
    for (const { step, each } of drawnOf('tape'))
      if (step.step === 'measureBefore') expect(each.method).toBe('axleToBracket')
  })
})

describe('the figures a drawing needs', () => {
  const car = EVERY_BUILD[0]!
  const at = (step: string, anatomy: Architecture['anatomy']) =>
    drawnAt(
      { step, place: 'rear' },
      {
        architecture: { ...car, ...(anatomy ? { anatomy } : {}) },
        support: 'stands',
        method: 'sillToFloor',
      },
    )

  test('are the type’s own, and missing where nobody entered them', () => {
    expect(at('wheelTorque', {})).toEqual([{ of: 'star', nuts: null }])
    expect(at('wheelTorque', { fasteners: { wheel: { end: 'torque', count: 6 } } })).toEqual([
      { of: 'star', nuts: 6 },
    ])
    expect(at('setApart', {})).toEqual([])
    expect(at('setApart', { rear: { sensorSetting: SETTING } })).toEqual([
      { of: 'tape', method: 'axleToBracket', apart: SETTING },
    ])
    expect(at('setLoose', { rear: { sensorPinMm: 4 } })).toEqual([
      { of: 'sensorSlot', pinned: true, pinMm: 4 },
    ])
    const ports = [{ line: 'to the block', mark: 'green' }]
    expect(at('closePump', { pump: { ports } })).toEqual([
      { of: 'ports', ports },
      { of: 'joint', joint: 'pushIn' },
    ])
    expect(at('aStepOfOurOwn', {})).toEqual([])
  })

  test('nuts are always taken across, each once', () => {
    for (let nuts = 3; nuts <= 12; nuts += 1) {
      const order = starOrder(nuts)
      expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: nuts }, (_, i) => i))
      for (let i = 1; i < nuts; i += 1) {
        const round = Math.abs(order[i]! - order[i - 1]!)
        expect(Math.min(round, nuts - round)).toBeGreaterThanOrEqual(Math.floor((nuts - 1) / 2))
      }
    }
  })
})
