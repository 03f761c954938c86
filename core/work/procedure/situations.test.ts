import { describe, expect, test } from 'vitest'
import type { AirForm } from '../../base/vehicle/index.ts'
import type { Plan, ProcedureBook, WantedJob } from './index.ts'
import {
  composePlan,
  inOrder,
  needPlaces,
  roomFor,
  SHIPPED_PROCEDURES,
  USUAL_WAY,
  walkPlan,
} from './index.ts'
import { BASE, compose } from './test/composing.ts'

const plan = (...of: Parameters<typeof compose>): Plan => {
  const made = compose(...of)
  if (!made.ok) throw new Error(JSON.stringify(made.error))
  return made.value
}
const stepBook = new Map(SHIPPED_PROCEDURES.steps.map((step) => [step.id, step]))
const keys = ({ steps }: Plan): readonly string[] => steps.map(({ key }) => key)
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
