import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import type { AirForm, Architecture, Corner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { Plan, ProcedureBook, ShopWay, Support, WantedJob } from './index.ts'
import {
  composePlan,
  inOrder,
  lintProcedures,
  needPlaces,
  roomFor,
  SHIPPED_PROCEDURES,
  SUPPORTS,
  USUAL_WAY,
  walkPlan,
} from './index.ts'

const FORMS: readonly AirForm[] = ['none', 'bellows', 'bellowsOnDamper', 'airDamper', 'strut']
const BASE: Architecture = sampleArchitecture()
const AIRS = FORMS.flatMap((front) => FORMS.map((rear) => ({ front, rear }))).filter(
  ({ front, rear }) => front !== 'none' || rear !== 'none',
)
const CORNER_JOBS = ['spring', 'strut', 'bellows', 'line', 'sensor'] as const
const CAR_JOBS = ['pump', 'dryer', 'block', 'reservoir', 'relay', 'module', 'charge'] as const
const compose = (
  jobs: readonly WantedJob[],
  car: Partial<Architecture> = {},
  way: Partial<ShopWay> = {},
  support: Support = 'twoPost',
) =>
  composePlan(SHIPPED_PROCEDURES, {
    architecture: { ...BASE, ...car },
    jobs,
    support,
    way: { ...USUAL_WAY, ...way },
  })
const plan = (...of: Parameters<typeof compose>): Plan => {
  const made = compose(...of)
  if (!made.ok) throw new Error(JSON.stringify(made.error))
  return made.value
}
const stepBook = new Map(SHIPPED_PROCEDURES.steps.map((step) => [step.id, step]))
const keys = ({ steps }: Plan): readonly string[] => steps.map(({ key }) => key)

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

describe('a pair of struts with the pump', () => {
  // Made in each test: what is made outside belongs to none of them.
  const pair = (): Plan => plan([{ job: 'strut', corners: ['RL', 'RR'] }, { job: 'pump' }])
  test('shared steps are there once, both sides in step, the car goes up once', () => {
    const made = pair()
    expect(
      keys(made).filter((key) =>
        ['secure', 'raiseLifting', 'pullFuse', 'supplyStanding'].includes(key),
      ),
    ).toHaveLength(4)
    expect(new Set(keys(made)).size).toBe(made.steps.length)
    const [right, left] = [keys(made).indexOf('strutOut.RR'), keys(made).indexOf('strutOut.RL')]
    expect(left - right).toBe(1)
    // Every step of both corners stands beside its like.
    for (const [i, { step, place }] of made.steps.entries())
      if (place === 'RR')
        expect(`${made.steps[i + 1]!.step} ${String(made.steps[i + 1]!.place)}`).toBe(`${step} RL`)
    expect(made.liftMovements).toBe(3)
  })
  test('parts are counted, times add up, waits are used', () => {
    const made = pair()
    expect(made.parts).toEqual(
      expect.arrayContaining([
        { part: 'strut', count: 2, places: ['RR', 'RL'] },
        { part: 'pump', count: 1, places: [null] },
        { part: 'relay', count: 1, places: [null] },
      ]),
    )
    expect(made.handsOnMinutes).toBe(made.steps.reduce((sum, { minutes }) => sum + minutes, 0))
    expect(made.elapsedMinutes).toBe(made.handsOnMinutes + made.waitMinutes)
    // While oil soaks, nuts, lines and links are undone.
    const [oil, lower] = ['strutOil.RR', 'strutLower.RR'].map((key) =>
      made.steps.findIndex((step) => step.key === key),
    ) as [number, number]
    expect(
      made.steps.slice(oil + 1, lower).reduce((sum, { minutes }) => sum + minutes, 0),
    ).toBeGreaterThanOrEqual(15)
    expect(made.waitMinutes).toBeLessThan(
      made.steps.reduce((sum, { waitMinutes }) => sum + waitMinutes, 0) - 30,
    )
  })
  test('vent, then cut, then prove, then open; no supply before every line is shut and every fold seen', () => {
    const made = pair()
    const at = (key: string): number => keys(made).indexOf(key)
    const order = [
      'ventTool.RL',
      'pullFuse',
      'proveValve.RL',
      'openLine.RL',
      'strutOut.RL',
      'strutIn.RL',
      'closeLine.RL',
      'seeFolds.RL',
      'supplyStanding',
      'fillStanding.RL',
      'lowerLifting',
      'rideTorque.RL',
    ]
    expect(order.map(at)).toEqual(order.map(at).toSorted((a, b) => a - b))
    expect(at(order[0]!)).toBeGreaterThan(0)
  })
  test('tools, torques and photos are named once, in the order they are wanted', () => {
    const made = pair()
    const once = (all: readonly string[]) => [...new Set(all)]
    expect(made.tools).toEqual(once(made.steps.flatMap(({ tools }) => tools)))
    expect(made.torques).toEqual(once(made.steps.flatMap(({ torque }) => torque ?? [])))
    expect(made.photos).toEqual(made.steps.filter(({ photo }) => photo).map(({ key }) => key))
    for (const named of [made.tools, made.torques, made.photos])
      expect(named.length).toBeGreaterThan(1)
    expect(made.liftMovements).toBe(made.steps.filter(({ lift }) => lift).length)
  })
  test('a step is planned as the book says it, and knows the jobs it is for', () => {
    const made = pair()
    for (const { key, step: id, jobs, ...planned } of made.steps) {
      const written = stepBook.get(id)!
      expect([key, planned.under, planned.second, planned.photo]).toEqual([
        key,
        written.under === true,
        written.second === true,
        written.photo === true,
      ])
      expect(planned.tools).toEqual(written.tools ?? [])
      expect(jobs.length).toBeGreaterThan(0)
      expect(['strut', 'pump']).toEqual(expect.arrayContaining([...jobs]))
    }
    const uses = new Set(made.steps.flatMap((step) => step.uses))
    expect(uses.size).toBeGreaterThan(0)
    for (const use of uses) expect(SHIPPED_PROCEDURES.uses).toHaveProperty(use)
  })
  test('another order takes every step once, and each after what it waits for', () => {
    const steps = ['a', 'b', 'c'].map((key) => ({
      key,
      after: key === 'c' ? [{ key: 'a', fact: null }] : [],
    }))
    const ordered = (...to: string[]) => inOrder(steps, to).map(({ key }) => key)
    expect([
      ordered('b', 'a', 'c'),
      ordered('a', 'c', 'b'),
      ordered('c', 'a', 'b'),
      ordered('b', 'a'),
      ordered('b', 'a', 'c', 'x'),
      ordered('b', 'a', 'a'),
      ordered('b', 'a', 'x'),
    ]).toEqual([
      ['b', 'a', 'c'],
      ['a', 'c', 'b'],
      ['a', 'b', 'c'],
      ['a', 'b', 'c'],
      ['a', 'b', 'c'],
      ['a', 'b', 'c'],
      ['a', 'b', 'c'],
    ])
    const room = (key: string) => roomFor(steps, key)
    expect([room('a'), room('b'), room('c'), room('x')]).toEqual([
      { first: 0, last: 1 },
      { first: 0, last: 2 },
      { first: 1, last: 2 },
      { first: 0, last: 2 },
    ])
  })
  test('a step moves only where its needs allow', () => {
    const made = pair()
    const { first, last } = roomFor(made.steps, 'strutBench.RL')
    expect(
      [first, last].every(
        (i) => i > keys(made).indexOf('strutOut.RL') && i < keys(made).indexOf('strutIn.RL'),
      ),
    ).toBe(true)
    const moved = [...keys(made)]
    moved.unshift(moved.splice(moved.indexOf('openLine.RL'), 1)[0]!)
    expect(inOrder(made.steps, moved)).toBe(made.steps)
    const swapped = [...keys(made)]
    const [a, b] = [swapped.indexOf('proveValve.RR'), swapped.indexOf('proveValve.RL')]
    ;[swapped[a], swapped[b]] = [swapped[b]!, swapped[a]!]
    expect(inOrder(made.steps, swapped).map(({ key }) => key)).toEqual(swapped)
  })
})

describe('what a situation changes', () => {
  test.each([
    ['twoPost', 'holdTwoPost'],
    ['platform', 'holdPlatform'],
    ['driveOn', 'holdDriveOn'],
    ['stands', 'holdStands'],
  ] as const)(
    '%s is held its own way, and an axle that hangs on its springs besides',
    (support, step) => {
      const made = plan(
        [{ job: 'spring', corners: ['RL'] }],
        { air: { front: 'none', rear: 'bellows' } },
        {},
        support,
      )
      expect(keys(made).filter((key) => key.startsWith('hold'))).toEqual([step, 'holdAxle.rear'])
    },
  )
  test('without lifting mode the wheels do not hang on a live module, and filling is at standing height', () => {
    const made = plan(
      [{ job: 'strut', corners: ['FL'] }],
      { liftingMode: 'none' },
      { fillAt: 'hanging' },
    )
    expect(made.situation.way.fillAt).toBe('standing')
    expect(keys(made).indexOf('raiseCut')).toBeGreaterThan(keys(made).indexOf('pullFuse'))
  })
  test('with the last air gone the supply stays off, and nothing is filled', () => {
    const made = plan([{ job: 'coils', corners: ['RL', 'RR'] }], {
      air: { front: 'none', rear: 'bellows' },
    })
    expect(keys(made)).toContain('supplyNever')
    expect(keys(made).some((key) => key.startsWith('fill'))).toBe(false)
  })
  test('a car that came in flat has every fold seen extended and its air filled in, whatever else is done', () => {
    const made = plan([{ job: 'pump' }])
    expect(keys(made).some((key) => key.startsWith('fill'))).toBe(false)
    for (const fillAt of ['hanging', 'standing'] as const)
      for (const jobs of [
        [{ job: 'pump' }],
        [{ job: 'relay' }],
        [{ job: 'strut', corners: ['RL'] }],
        [{ job: 'block' }],
      ] as const) {
        const lying = composePlan(SHIPPED_PROCEDURES, {
          architecture: BASE,
          jobs,
          support: 'stands',
          way: { ...USUAL_WAY, fillAt },
          flat: ['RL', 'RR'],
        })
        if (!lying.ok) throw new Error(lying.error.code)
        const order = keys(lying.value)
        for (const corner of ['RL', 'RR'])
          expect([
            order.indexOf(`seeFolds.${corner}`) >= 0,
            order.indexOf(`seeFolds.${corner}`) <
              order.findIndex((key) => key.startsWith(`fill`) && key.endsWith(corner)),
          ]).toEqual([true, true])
        expect(walkPlan(SHIPPED_PROCEDURES, BASE, lying.value.steps, ['RL', 'RR'])).toMatchObject({
          ok: true,
        })
      }
  })
  test('nuts and clips new or looked at, a charge measured or a little over: as the shop has it', () => {
    const [fresh, again] = (['new', 'inspected'] as const).map((fasteners) =>
      plan(
        [{ job: 'strut', corners: ['RL'] }],
        { layout: 'closed' },
        { fasteners, charge: fasteners === 'new' ? 'measured' : 'over' },
      ),
    ) as [Plan, Plan]
    expect([fresh.uses.includes('nuts'), again.uses.includes('nuts')]).toEqual([true, false])
    expect([
      keys(fresh).includes('fastenersLook.RL'),
      keys(again).includes('fastenersLook.RL'),
    ]).toEqual([false, true])
    expect([
      keys(fresh).filter((key) => key.startsWith('charge')),
      keys(again).filter((key) => key.startsWith('charge')),
    ]).toEqual([['charge'], ['chargeOver']])
  })
  test('an axle that does not hang on its springs gets no stands of its own', () => {
    const made = plan([{ job: 'strut', corners: ['RL'] }], {
      air: { front: 'strut', rear: 'strut' },
    })
    expect(keys(made).filter((key) => key.startsWith('hold'))).toEqual(['holdTwoPost'])
    const facts = new Map(SHIPPED_PROCEDURES.facts.map((fact) => [fact.id, fact]))
    const under = (rear: AirForm) =>
      needPlaces(facts, { under: true, place: 'RL' }, { ...BASE, air: { front: 'strut', rear } })
    const body = { fact: 'held', place: null, kind: 'must' }
    expect(under('strut')).toEqual([body])
    expect(under('bellows')).toEqual([body, { fact: 'axleHeld', place: 'rear', kind: 'must' }])
  })
  test('it cannot have come in flat where it has no air; what is converted is not filled again', () => {
    const asked = (rear: AirForm, jobs: readonly WantedJob[]) =>
      composePlan(SHIPPED_PROCEDURES, {
        architecture: { ...BASE, air: { front: 'strut', rear } },
        jobs,
        support: 'twoPost',
        way: USUAL_WAY,
        flat: ['RL'],
      })
    expect(asked('none', [{ job: 'pump' }])).toMatchObject({
      ok: false,
      error: { code: 'flatWithoutAir', corner: 'RL' },
    })
    const coils = asked('airDamper', [{ job: 'coils', corners: ['RL', 'RR'] }])
    expect(
      coils.ok && keys(coils.value).filter((key) => /^(fill|seeFolds).*RL$/.test(key)),
    ).toEqual([])
  })
  test('left and right may take their own minutes', () => {
    const book: ProcedureBook = {
      ...SHIPPED_PROCEDURES,
      steps: SHIPPED_PROCEDURES.steps.map((step) =>
        step.id === 'strutOut' ? { ...step, minutes: { left: 4, right: 19 } } : step,
      ),
    }
    const made = composePlan(book, {
      architecture: BASE,
      jobs: [{ job: 'strut', corners: ['FL', 'FR'] }],
      support: 'twoPost',
      way: USUAL_WAY,
    })
    expect(
      made.ok &&
        made.value.steps
          .filter(({ step }) => step === 'strutOut')
          .map(({ place, minutes }) => [place, minutes]),
    ).toEqual([
      ['FL', 4],
      ['FR', 19],
    ])
  })
})

describe('what makes no sense is refused', () => {
  const code = (jobs: readonly WantedJob[], car: Partial<Architecture> = {}) => {
    const made = compose(jobs, car)
    return made.ok ? 'made' : made.error.code
  }
  const both: readonly Corner[] = ['RL', 'RR']
  test.each([
    ['jobUnknown', [{ job: 'paint' }], {}],
    ['cornersMissing', [{ job: 'strut' }], {}],
    ['jobTwice', [{ job: 'pump' }, { job: 'pump' }], {}],
    ['halfAnAxle', [{ job: 'coils', corners: ['RL'] }], {}],
    ['jobNotHere', [{ job: 'spring', corners: ['FL'] }], {}],
    ['jobNotHere', [{ job: 'block' }], { valves: 'perSpring' }],
    ['jobNotHere', [{ job: 'reservoir' }], { reservoir: false }],
    ['jobNotHere', [{ job: 'charge' }], { layout: 'open' }],
    [
      'jobNotHere',
      [{ job: 'sensor', corners: ['FL'] }],
      { sensors: { front: 'none', rear: 'each' } },
    ],
    [
      'jobsExclude',
      [
        { job: 'coils', corners: both },
        { job: 'sensor', corners: ['FL'] },
      ],
      { air: { front: 'none', rear: 'strut' } },
    ],
    [
      'jobsExclude',
      [
        { job: 'strut', corners: ['RL'] },
        { job: 'bellows', corners: ['RL'] },
      ],
      {},
    ],
    [
      'jobsExclude',
      [
        { job: 'strut', corners: ['RL'] },
        { job: 'coils', corners: both },
      ],
      {},
    ],
    [
      'jobsExclude',
      [{ job: 'coils', corners: both }, { job: 'pump' }],
      { air: { front: 'none', rear: 'strut' } },
    ],
  ] as const)('%s', (expected, jobs, car) => expect(code(jobs, car)).toBe(expected))
  test.each([
    [[{ job: 'pump' }, { job: 'pump' }], {}, { code: 'jobTwice', job: 'pump', place: null }],
    [
      [
        { job: 'bellows', corners: ['FR', 'RL'] },
        { job: 'strut', corners: ['RL'] },
      ],
      {},
      { code: 'jobsExclude', jobs: ['bellows', 'strut'], place: 'RL' },
    ],
    [
      [{ job: 'relay' }, { job: 'coils', corners: both }],
      { air: { front: 'none', rear: 'strut' } },
      { code: 'jobsExclude', jobs: ['relay', 'coils'], place: null },
    ],
    [
      [{ job: 'sensor', corners: ['FL'] }],
      { sensors: { front: 'none', rear: 'each' } },
      { code: 'jobNotHere', job: 'sensor', place: 'FL' },
    ],
  ] as const)('%j on %j is told with what stands against it', (jobs, car, error) =>
    expect(compose(jobs, car)).toEqual({ ok: false, error }),
  )
})

describe('a book as it is read in', () => {
  const change = (id: string, to: object): ProcedureBook => ({
    ...SHIPPED_PROCEDURES,
    steps: SHIPPED_PROCEDURES.steps.map((step) => (step.id === id ? { ...step, ...to } : step)),
  })
  test('what ships has no fault', () => expect(lintProcedures(SHIPPED_PROCEDURES)).toEqual([]))
  test.each([
    [
      'an unknown tool',
      change('soap', { tools: ['hammer'] }),
      { code: 'unknownTool', at: 'steps/soap', what: 'hammer' },
    ],
    [
      'somebody under a car that nothing holds',
      {
        ...SHIPPED_PROCEDURES,
        facts: SHIPPED_PROCEDURES.facts.filter(({ id }) => id !== 'axleHeld'),
      },
      { code: 'unknownFact', at: 'steps/damperOff', what: 'axleHeld' },
    ],
    [
      'an unknown part',
      change('pumpIn', { part: 'wheel' }),
      { code: 'unknownPart', at: 'steps/pumpIn', what: 'wheel' },
    ],
    [
      'a need that nothing gives',
      {
        ...change('soap', { needs: ['dry'] }),
        facts: [...SHIPPED_PROCEDURES.facts, { id: 'dry', at: 'car' as const, words: 'it is dry' }],
      },
      { code: 'nothingGives', at: 'steps/soap', what: 'dry' },
    ],
    [
      'a line opened before anything was shown',
      change('openLine', { needs: ['wheelOff'] }),
      expect.objectContaining({
        code: 'unsafe',
        refusal: expect.objectContaining({ code: 'gateShut', gate: 'openLine' }),
      }),
    ],
    [
      'a pump opened under pressure',
      change('openPump', { needs: ['pumpReach', 'supplyOff'] }),
      expect.objectContaining({
        code: 'unsafe',
        refusal: expect.objectContaining({ code: 'gateShut', gate: 'openPlant' }),
      }),
    ],
  ])('%s is named', (_, book, fault) => expect(lintProcedures(book)).toContainEqual(fault))
  test('every name that leads nowhere is told, each at its place', () => {
    const { facts, jobs, steps } = SHIPPED_PROCEDURES
    const [fact, job, step] = [facts[0]!, jobs[0]!, steps[0]!]
    const book: ProcedureBook = {
      ...change('soap', {
        uses: ['glue'],
        tightens: ['bolt'],
        why: 'It drips at {somewhere}',
        // What may be given need not be; what nobody knows is named once, as that.
        needs: ['unheard', 'dry?', 'dry+'],
        gives: ['lost'],
        takes: ['found'],
      }),
      facts: [
        { ...fact, then: ['nowhere'] },
        ...facts.slice(1),
        { id: 'dry', at: 'car', words: 'it is dry' },
        fact,
      ],
      jobs: [{ ...job, steps: [...job.steps, 'jump'], ends: [...job.ends, 'fall'] }, ...jobs],
      reusable: [...(SHIPPED_PROCEDURES.reusable ?? []), 'string'],
    }
    expect(lintProcedures({ ...book, steps: [...book.steps, step] })).toEqual([
      { code: 'twice', at: 'steps', what: step.id },
      { code: 'twice', at: 'facts', what: fact.id },
      { code: 'twice', at: 'jobs', what: job.id },
      { code: 'unknownUse', at: 'steps/soap', what: 'glue' },
      { code: 'unknownFastener', at: 'steps/soap', what: 'bolt' },
      { code: 'unknownWord', at: 'steps/soap', what: 'somewhere' },
      { code: 'unknownFact', at: 'steps/soap', what: 'unheard' },
      { code: 'unknownFact', at: 'steps/soap', what: 'lost' },
      { code: 'unknownFact', at: 'steps/soap', what: 'found' },
      { code: 'unknownUse', at: 'reusable', what: 'string' },
      { code: 'unknownStep', at: `jobs/${job.id}`, what: 'jump' },
      { code: 'unknownStep', at: `jobs/${job.id}`, what: 'fall' },
      { code: 'unknownStep', at: `facts/${fact.id}`, what: 'nowhere' },
    ])
  })
  test('a circle is named by its steps', () => {
    const faults = lintProcedures(change('strutBench', { needs: ['strutUp'] }))
    const circle = faults.find(({ code }) => code === 'cycle')
    expect(circle?.code === 'cycle' && circle.steps.map((key) => key.split('.')[0])).toEqual(
      expect.arrayContaining(['strutBench', 'strutIn']),
    )
  })
})
