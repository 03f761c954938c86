import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import type { AirForm, Architecture, Corner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { Plan, WantedJob } from './index.ts'
import { composePlan, SHIPPED_PROCEDURES, SUPPORTS, USUAL_WAY, walkPlan } from './index.ts'
import { BASE, compose } from './test/composing.ts'

const FORMS: readonly AirForm[] = ['none', 'bellows', 'bellowsOnDamper', 'airDamper', 'strut']
const AIRS = FORMS.flatMap((front) => FORMS.map((rear) => ({ front, rear }))).filter(
  ({ front, rear }) => front !== 'none' || rear !== 'none',
)
const CORNER_JOBS = ['spring', 'strut', 'bellows', 'line', 'sensor'] as const
const CAR_JOBS = ['pump', 'dryer', 'block', 'reservoir', 'relay', 'module', 'charge'] as const
/**
 * Every need is given before, by a step still in force; every temporary fact is taken back; every
 * gate lets it through.
 */
function expectSound(made: Plan, architecture: Architecture): void {
  const index = new Map(made.steps.map(({ key }, i) => [key, i]))
  const early = made.steps.flatMap((step, i) =>
    step.after
      .filter(({ key }) => !(index.get(key)! < i))
      .map(({ key }) => `${step.key} before ${key}`),
  )
  expect(early).toEqual([])
  for (const { fact, from, until } of made.temporary)
    expect(index.get(until), `${fact} of ${from} is undone`).toBeGreaterThan(index.get(from)!)
  expect(walkPlan(SHIPPED_PROCEDURES, architecture, made.steps)).toMatchObject({ ok: true })
}
describe('every combination of job, corner and architecture', () => {
  test.each(AIRS)('front $front, rear $rear', (air) => {
    let plans = 0
    for (const [i, [reservoir, liftingMode]] of (
      [
        [true, 'switch'],
        [true, 'none'],
        [false, 'menu'],
        [false, 'none'],
      ] as const
    ).entries()) {
      const car = {
        ...BASE,
        air,
        reservoir,
        liftingMode,
        layout: reservoir ? ('closed' as const) : ('open' as const),
        cutOffSwitch: i % 2 === 0,
      }
      const wanted: readonly (readonly WantedJob[])[] = [
        ...CORNER_JOBS.flatMap((job) => CORNERS.map((corner) => [{ job, corners: [corner] }])),
        ...CAR_JOBS.map((job) => [{ job }]),
        [{ job: 'coils', corners: ['FL', 'FR'] }],
        [{ job: 'coils', corners: ['RL', 'RR'] }],
      ]
      for (const [k, jobs] of wanted.entries()) {
        const way = {
          ventBy: (['tool', 'fitting', 'valve'] as const)[k % 3]!,
          first: k % 2 === 0 ? 'top' : 'bottom',
          fillAt: (k + i) % 2 === 0 ? 'hanging' : 'standing',
          fasteners: k % 3 === 0 ? 'inspected' : 'new',
          charge: k % 5 === 0 ? 'over' : 'measured',
        } as const
        const made = compose(jobs, car, way, SUPPORTS[k % SUPPORTS.length])
        if (made.ok) {
          plans += 1
          expectSound(made.value, car)
        } else expect(made.error.code, JSON.stringify(jobs)).toBe('jobNotHere')
      }
    }
    expect(plans).toBeGreaterThan(40)
  })
  test('several jobs at once, in any way a shop may choose', () => {
    const wantedJobs = fc.uniqueArray(
      fc.constantFrom(...CORNER_JOBS, ...CAR_JOBS, 'coils' as const),
      { minLength: 2, maxLength: 6 },
    )
    const corners = fc.uniqueArray(fc.constantFrom(...CORNERS), { minLength: 1, maxLength: 4 })
    fc.assert(
      fc.property(
        wantedJobs,
        corners,
        fc.constantFrom(...AIRS),
        fc.boolean(),
        fc.boolean(),
        fc.constantFrom('tool', 'fitting', 'valve'),
        fc.constantFrom('hanging', 'standing'),
        fc.constantFrom(...SUPPORTS),
        (jobs, at, air, reservoir, lifting, ventBy, fillAt, support) => {
          const car: Architecture = {
            ...BASE,
            air,
            reservoir,
            layout: 'closed',
            liftingMode: lifting ? 'switch' : 'none',
          }
          const made = compose(
            jobs.map((job) =>
              job === 'coils'
                ? { job, corners: ['RL', 'RR'] }
                : (CAR_JOBS as readonly string[]).includes(job)
                  ? { job }
                  : { job, corners: at },
            ),
            car,
            { ventBy, fillAt },
            support,
          )
          if (made.ok) expectSound(made.value, car)
          else expect(['jobNotHere', 'jobsExclude']).toContain(made.error.code)
        },
      ),
      { numRuns: runs(60, 400), seed: seedOr(17) },
    )
  })
})
/** The steps of a plan in any order their needs allow. */
function shuffled({ steps }: Plan, pick: (of: number) => number): Plan['steps'] {
  const [left, done, order] = [[...steps], new Set<string>(), [] as Plan['steps'][number][]]
  while (left.length > 0) {
    const can = left.filter(({ after }) => after.every(({ key }) => done.has(key)))
    const next = can[pick(can.length)]!
    left.splice(left.indexOf(next), 1)
    done.add(next.key)
    order.push(next)
  }
  return order
}
test('in whatever order its needs allow, a plan passes every gate and does no harm', () => {
  const jobs = fc.uniqueArray(fc.constantFrom(...CORNER_JOBS, ...CAR_JOBS, 'coils' as const), {
    minLength: 1,
    maxLength: 4,
  })
  let walked = 0
  fc.assert(
    fc.property(
      jobs,
      fc.uniqueArray(fc.constantFrom(...CORNERS), { minLength: 1, maxLength: 2 }),
      fc.constantFrom(...AIRS),
      fc.record({ reservoir: fc.boolean(), liftingMode: fc.constantFrom('switch', 'none') }),
      fc.constantFrom('tool', 'fitting', 'valve'),
      fc.constantFrom('hanging', 'standing'),
      fc.boolean(),
      fc.infiniteStream(fc.nat()),
      (wanted, at, air, kind, ventBy, fillAt, lies, picks) => {
        const car: Architecture = { ...BASE, ...kind, air, layout: 'closed' }
        const flat: readonly Corner[] = lies && air.rear !== 'none' ? ['RL', 'RR'] : []
        const made = composePlan(SHIPPED_PROCEDURES, {
          architecture: car,
          jobs: wanted.map((job) =>
            job === 'coils'
              ? { job, corners: ['RL', 'RR'] }
              : (CAR_JOBS as readonly string[]).includes(job)
                ? { job }
                : { job, corners: at },
          ),
          support: 'stands',
          way: { ...USUAL_WAY, ventBy, fillAt },
          flat,
        })
        if (!made.ok) return
        walked += 1
        expect(
          walkPlan(
            SHIPPED_PROCEDURES,
            car,
            shuffled(made.value, (of) => picks.next().value % of),
            flat,
          ),
        ).toMatchObject({ ok: true })
      },
    ),
    { numRuns: runs(80, 500), seed: seedOr(18) },
  )
  expect(walked).toBeGreaterThan(runs(80, 500) / 5)
})
