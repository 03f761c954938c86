import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { AirForm } from '../../base/vehicle/index.ts'
import { elapsed } from './compose.ts'
import type { BookStep, Plan, PlanRequest, ProcedureBook, StepWhen, Stretch } from './index.ts'
import { composePlan, lintProcedures, placeJobs, PROOFS, stepsOfPlan, USUAL_WAY } from './index.ts'

/** A book small enough to be planned by hand: a hose is changed at a corner. */
const smallBook = (): ProcedureBook => ({
  format: 'anklet-procedures',
  formatVersion: 2,
  tools: { lift: 'lift', lamp: 'lamp', key: 'key' },
  uses: { rag: 'rag', nut: 'nut' },
  reusable: ['nut'],
  parts: { hose: 'hose' },
  fasteners: { union: { words: 'union nut' }, band: { words: 'band', end: 'clip' } },
  facts: [
    { id: 'off', at: 'car', words: 'the supply is off', temporary: true },
    { id: 'held', at: 'car', words: 'the body is held' },
    { id: 'axleHeld', at: 'axle', words: 'the axle is held' },
    { id: 'bare', at: 'corner', words: 'the union is bare', temporary: true, then: ['look'] },
  ],
  // Not in the order of their stretches: sorting has to see to that.
  steps: [
    {
      id: 'shut',
      at: 'corner',
      phase: 'on',
      words: 'Shut {place}',
      why: 'it is tight again',
      minutes: 3,
      needs: ['off'],
      takes: ['bare'],
      acts: ['closeLine'],
      tightens: ['union', 'band'],
      uses: ['rag', 'nut'],
      part: 'hose',
    },
    {
      id: 'open',
      at: 'corner',
      phase: 'off',
      words: 'Open {place}',
      why: 'the hose comes off',
      caution: 'It may spring',
      minutes: { left: 4, right: 6 },
      needs: ['off'],
      gives: ['bare'],
      acts: ['openLine'],
      under: true,
      second: true,
      photo: true,
      loosens: ['union', 'band'],
      tools: ['lamp', 'key'],
      uses: ['rag'],
    },
    {
      id: 'look',
      at: 'car',
      phase: 'prove',
      words: 'Look',
      why: 'nothing hisses',
      minutes: { left: 1, right: 2 },
    },
    {
      id: 'off',
      at: 'car',
      phase: 'safe',
      words: 'Supply off',
      why: 'nothing moves',
      minutes: 2,
      wait: 10,
      gives: ['off'],
      acts: ['cutSupply'],
    },
    {
      id: 'on',
      at: 'car',
      phase: 'close',
      words: 'Supply on',
      why: 'it lives',
      minutes: 1,
      takes: ['off'],
      acts: ['supplyBack'],
    },
    {
      id: 'lift',
      at: 'car',
      phase: 'safe',
      words: 'Lift',
      why: 'there is room',
      minutes: 5,
      gives: ['held'],
      lift: 'up',
      tools: ['lift', 'lamp'],
    },
  ],
  jobs: [{ id: 'hose', words: 'Hose', at: 'corner', steps: ['open', 'shut'], ends: ['look'] }],
})

const request = (change: Partial<PlanRequest> = {}): PlanRequest => ({
  architecture: sampleArchitecture(),
  jobs: [{ job: 'hose', corners: ['RL', 'RR'] }],
  support: 'stands',
  way: USUAL_WAY,
  ...change,
})
const planned = (change: Partial<PlanRequest> = {}, book = smallBook()): Plan => {
  const made = composePlan(book, request(change))
  if (!made.ok) throw new Error(JSON.stringify(made.error))
  return made.value
}
const stepOf = (plan: Plan, key: string): Plan['steps'][number] =>
  plan.steps.find((step) => step.key === key)!

/** The small book with an axle that is let down on a jack, and what is looked at under it. */
function withJack(): ProcedureBook {
  const book = smallBook()
  const step = (id: string, phase: Stretch, rest: Partial<BookStep>): BookStep => ({
    id,
    at: 'axle',
    phase,
    words: id,
    why: id,
    minutes: 1,
    ...rest,
  })
  return {
    ...book,
    facts: [
      ...book.facts,
      { id: 'axleOnJack', at: 'axle', words: 'it is on a jack', temporary: true },
      { id: 'dropped', at: 'corner', words: 'it is down' },
    ],
    steps: [
      ...book.steps,
      step('stands', 'safe', { gives: ['axleHeld'], acts: ['holdAxle'] }),
      step('down', 'off', { needs: ['axleHeld'], gives: ['axleOnJack'], acts: ['jackAxle'] }),
      step('drop', 'off', { at: 'corner', needs: ['axleOnJack'], gives: ['dropped'] }),
      step('peek', 'off', { at: 'corner', needs: ['dropped'], under: true }),
      step('up', 'on', {
        needs: ['axleOnJack'],
        takes: ['axleOnJack'],
        acts: ['holdAxle'],
      }),
      step('sweep', 'close', { at: 'car', under: true }),
    ],
    jobs: [
      {
        id: 'hose',
        words: 'Hose',
        at: 'corner',
        steps: ['open', 'down', 'drop', 'up', 'shut', 'sweep'],
        ends: [],
      },
      { id: 'peek', words: 'Peek', at: 'corner', steps: ['peek'], ends: [] },
    ],
  }
}

test('nobody is under an axle on a jack: looked under before its stands go, or after they are back', () => {
  const plan = planned(
    {
      architecture: sampleArchitecture({ air: { front: 'bellows', rear: 'bellows' } }),
      jobs: [
        { job: 'hose', corners: ['FL', 'RL'] },
        { job: 'peek', corners: ['FL', 'RL'] },
      ],
    },
    withJack(),
  )
  const onJack = plan.steps.flatMap(({ key, after }) =>
    after.filter(({ fact }) => fact === 'axleOnJack').map((order) => `${order.key} > ${key}`),
  )
  const ofAxle = (axle: string, corner: string): readonly string[] => [
    // At the same stretch, and nothing has it wait: before.
    `open.${corner} > down.${axle}`,
    `down.${axle} > drop.${corner}`,
    `drop.${corner} > up.${axle}`,
    // It waits for what is done on the jack, or comes in a later stretch: after.
    `up.${axle} > peek.${corner}`,
    `up.${axle} > sweep`,
  ]
  expect(onJack).toEqual(
    expect.arrayContaining([...ofAxle('front', 'FL'), ...ofAxle('rear', 'RL')]),
  )
  expect(onJack.filter((order) => !/^down\.\w+ > up\./.test(order))).toHaveLength(10)
})

describe('a plan worked out by hand', () => {
  test('stretch by stretch, as the book has them, and round the car; both sides in step', () => {
    expect(planned().steps.map(({ key }) => key)).toEqual([
      'off',
      'lift',
      'open.RR',
      'open.RL',
      'shut.RR',
      'shut.RL',
      'on',
      'look',
    ])
  })
  test('its sums: minutes, waits, lift, parts, tools, consumables, torques, photos', () => {
    const { steps, temporary, ...sums } = planned()
    expect(sums).toEqual({
      handsOnMinutes: 2 + 5 + 6 + 4 + 3 + 3 + 1 + 2,
      // 10 for the supply to fall silent, of which 5 go by while it is lifted.
      waitMinutes: 5,
      elapsedMinutes: 26 + 5,
      liftMovements: 1,
      tools: ['lift', 'lamp', 'key'],
      uses: ['rag', 'nut'],
      parts: [{ part: 'hose', count: 2, places: ['RR', 'RL'] }],
      torques: ['union'],
      photos: ['open.RR', 'open.RL'],
      situation: { support: 'stands', way: USUAL_WAY },
    })
    expect(steps.map(({ minutes }) => minutes)).toEqual([2, 5, 6, 4, 3, 3, 1, 2])
    expect(temporary).toEqual([
      { fact: 'off', place: null, from: 'off', until: 'on' },
      { fact: 'bare', place: 'RR', from: 'open.RR', until: 'shut.RR' },
      { fact: 'bare', place: 'RL', from: 'open.RL', until: 'shut.RL' },
    ])
  })
  test('a step with everything in it', () => {
    expect(stepOf(planned(), 'open.RR')).toEqual({
      key: 'open.RR',
      step: 'open',
      place: 'RR',
      phase: 'off',
      words: 'Open rear right',
      why: 'the hose comes off',
      caution: 'It may spring',
      minutes: 6,
      waitMinutes: 0,
      gates: [
        { gate: 'under', asks: [{ condition: 'held', proofs: PROOFS.held }] },
        {
          gate: 'openLine',
          asks: [
            { condition: 'supplyOff', proofs: PROOFS.supplyOff },
            { condition: 'cornerProved', proofs: PROOFS.cornerProved },
            { condition: 'nothingSeepsIn', proofs: PROOFS.nothingSeepsIn },
          ],
        },
      ],
      needs: ['off'],
      gives: ['bare'],
      takes: [],
      acts: ['openLine'],
      under: true,
      second: true,
      alone: null,
      shownBy: [],
      photo: true,
      lift: null,
      part: null,
      torque: null,
      figures: [],
      reads: null,
      loosens: ['union', 'band'],
      tightens: [],
      snugs: [],
      retires: [],
      tools: ['lamp', 'key'],
      uses: ['rag'],
      jobs: ['hose'],
      after: [
        { key: 'off', fact: 'off' },
        { key: 'lift', fact: 'held' },
      ],
    })
  })
  test('how it is done alone is told with its place', () => {
    const book = smallBook()
    const steps = book.steps.map((step) =>
      step.id === 'open' ? { ...step, alone: 'A strap at the {place}.' } : step,
    )
    expect(stepOf(planned({}, { ...book, steps }), 'open.RR').alone).toBe(
      'A strap at the rear right.',
    )
  })
  test('whatever is done, what proves it comes with it', () => {
    const book = smallBook()
    const steps = book.steps.map((step) =>
      step.id === 'look' ? { ...step, gives: ['proved'] } : step,
    )
    const facts = [
      ...book.facts.map(({ then: _then, ...fact }) => fact),
      { id: 'proved', at: 'car' as const, words: 'it is proved' },
    ]
    const jobs = book.jobs.map((job) => ({ ...job, ends: [] }))
    expect(planned({}, { ...book, steps, facts, jobs }).steps.at(-1)?.key).toBe('look')
    const silent = { ...book, facts, jobs }
    expect(planned({}, silent).steps.map(({ key }) => key)).not.toContain('look')
  })
  test('a step with next to nothing in it', () => {
    expect(stepOf(planned(), 'look')).toEqual({
      key: 'look',
      step: 'look',
      place: null,
      phase: 'prove',
      words: 'Look',
      why: 'nothing hisses',
      caution: null,
      minutes: 2,
      waitMinutes: 0,
      gates: [],
      needs: [],
      gives: [],
      takes: [],
      acts: [],
      under: false,
      second: false,
      alone: null,
      shownBy: [],
      photo: false,
      lift: null,
      part: null,
      torque: null,
      figures: [],
      reads: null,
      loosens: [],
      tightens: [],
      snugs: [],
      retires: [],
      tools: [],
      uses: [],
      jobs: ['hose'],
      after: [],
    })
    expect(stepOf(planned(), 'shut.RR')).toMatchObject({
      torque: 'union',
      tightens: [
        { fastener: 'union', end: 'torque', count: null, renewed: null, at: 'hanging' },
        { fastener: 'band', end: 'clip', count: null, renewed: null, at: 'hanging' },
      ],
    })
    expect(stepOf(planned(), 'off')).toMatchObject({ waitMinutes: 10, gates: [] })
    expect(stepOf(planned(), 'lift')).toMatchObject({ lift: 'up', tools: ['lift', 'lamp'] })
  })
  test('what it waits for, and because of what: a fact before the order of a job', () => {
    expect(stepOf(planned(), 'shut.RL').after).toEqual([
      { key: 'open.RL', fact: 'bare' },
      { key: 'off', fact: 'off' },
    ])
    expect(stepOf(planned(), 'on').after.map(({ key }) => key)).toEqual(
      expect.arrayContaining(['off', 'open.RR', 'open.RL', 'shut.RR', 'shut.RL']),
    )
  })
  test('inspected fasteners are used again, where the book lets them', () => {
    const inspected = { ...USUAL_WAY, fasteners: 'inspected' as const }
    expect(planned({ way: inspected }).uses).toEqual(['rag'])
    expect(stepOf(planned({ way: inspected }), 'shut.RL').uses).toEqual(['rag'])
    const { reusable: _, ...none } = smallBook()
    expect(planned({ way: inspected }, none).uses).toEqual(['rag', 'nut'])
  })
  test('one corner takes the minutes of its side; the other corner is left alone', () => {
    const left = planned({ jobs: [{ job: 'hose', corners: ['FL'] }] })
    expect(stepOf(left, 'open.FL').minutes).toBe(4)
    expect(left.parts).toEqual([{ part: 'hose', count: 1, places: ['FL'] }])
    expect(left.steps).toHaveLength(6)
  })
  test('an axle that hangs on its springs is held besides, and nothing here does that', () => {
    const air = { front: 'strut', rear: 'bellows' } as const
    const made = composePlan(smallBook(), request({ architecture: sampleArchitecture({ air }) }))
    expect(made).toEqual({
      ok: false,
      error: { code: 'nothingGives', step: 'open', fact: 'axleHeld' },
    })
  })
  test('two steps that give the same are told, not chosen between', () => {
    const book = smallBook()
    const twin = { ...book.steps.find(({ id }) => id === 'lift')!, id: 'jack' }
    expect(composePlan({ ...book, steps: [...book.steps, twin] }, request())).toEqual({
      ok: false,
      error: { code: 'severalGive', step: 'open', fact: 'held', givers: ['lift', 'jack'] },
    })
  })
  test('a circle is told by its steps alone, in their order', () => {
    const book = smallBook()
    const steps = book.steps.map((step) =>
      step.id === 'off'
        ? { ...step, needs: ['held'] }
        : step.id === 'lift'
          ? { ...step, needs: ['off'] }
          : step,
    )
    const made = composePlan({ ...book, steps }, request())
    expect(made.ok).toBe(false)
    if (!made.ok && made.error.code === 'cycle')
      expect([...made.error.steps].toSorted()).toEqual(['lift', 'off'])
    else expect(made).toBe('a circle')
  })
})

describe('a plan that was kept', () => {
  const kept = (order: readonly string[], jobs = request().jobs) =>
    stepsOfPlan(smallBook(), sampleArchitecture(), {
      jobs,
      support: 'stands',
      way: USUAL_WAY,
      order,
    })
  const usual = () => planned().steps.map(({ key }) => key)
  test('stands in the order it was put into', () => {
    const order = usual().toSpliced(0, 2, 'lift', 'off')
    expect(kept(order)?.map(({ key }) => key)).toEqual(order)
  })
  test('stands in its own order where that one leaves something out or comes too early', () => {
    expect(kept(usual().slice(1))?.map(({ key }) => key)).toEqual(usual())
    expect(kept(usual().toReversed())?.map(({ key }) => key)).toEqual(usual())
  })
  test('is none where it can be made no more', () => {
    expect(kept(usual(), [{ job: 'gone' }])).toBeNull()
  })
})

describe('elapsed', () => {
  const step = (
    key: string,
    minutes: number,
    waitMinutes: number,
    ...after: [string, string?][]
  ) => ({
    key,
    minutes,
    waitMinutes,
    after: after.map(([of, fact = null]) => ({ key: of, fact })),
  })
  test.each([
    ['nothing takes no time', [], 0],
    ['one after the other', [step('a', 3, 0), step('b', 4, 0)], 7],
    ['a wait nobody needs ends the work', [step('a', 3, 20), step('b', 4, 0)], 23],
    ['a wait goes by meanwhile', [step('a', 3, 2), step('b', 4, 0)], 7],
    ['whoever needs its outcome waits', [step('a', 3, 20), step('b', 4, 0, ['a', 'dry'])], 27],
    ['an order of a job does not wait', [step('a', 3, 20), step('b', 30, 0, ['a'])], 33],
    [
      'of two waits the longer',
      [step('a', 1, 9), step('b', 1, 5), step('c', 1, 0, ['a', 'x'], ['b', 'y'])],
      11,
    ],
    ['what is not in the plan is not waited for', [step('a', 1, 0, ['gone', 'x'])], 1],
  ] as const)('%s', (_, steps, minutes) => expect(elapsed(steps)).toBe(minutes))
})

describe('where jobs are put', () => {
  const placesOf = (
    at: 'corner' | 'axle' | 'car' | 'sensor',
    corners: PlanRequest['jobs'][0]['corners'],
  ) => {
    const book = smallBook()
    const jobs = book.jobs.map((job) => ({ ...job, at }))
    const placed = placeJobs(
      { ...book, jobs },
      sampleArchitecture({ sensors: { front: 'each', rear: 'one' } }),
      [{ job: 'hose', corners }],
      'stands',
      USUAL_WAY,
    )
    return placed.ok ? placed.value.placed.map(({ place }) => place) : placed.error
  }
  test.each([
    ['corner', ['RL', 'FR'], ['RL', 'FR']],
    ['corner', ['RL', 'RL'], ['RL']],
    ['sensor', ['RL', 'RR', 'FL'], ['rear', 'FL']],
    ['axle', ['FL', 'FR', 'RL', 'RR'], ['front', 'rear']],
    ['axle', ['RR', 'RL'], ['rear']],
    ['axle', ['FL', 'FR', 'RR'], { code: 'halfAnAxle', job: 'hose', corner: 'RR' }],
    ['car', [], [null]],
    ['car', ['RL'], [null]],
    ['corner', [], { code: 'cornersMissing', job: 'hose' }],
  ] as const)('of a %s, asked for at %j', (at, corners, places) =>
    expect(placesOf(at, corners)).toEqual(places),
  )
})

describe('a book is tried on every kind of car', () => {
  const forms: readonly AirForm[] = ['bellows', 'bellowsOnDamper', 'airDamper', 'strut']
  const combinations = forms.flatMap((form) =>
    [true, false].flatMap((reservoir) =>
      (['tool', 'fitting', 'valve'] as const).map((ventBy): StepWhen => ({
        air: [form],
        reservoir,
        // What comes with a reservoir on the cars a book is tried on.
        layout: reservoir ? 'closed' : 'open',
        lifting: reservoir,
        cutOff: reservoir,
        ventBy: [ventBy],
        fillAt: [reservoir ? 'hanging' : 'standing'],
      })),
    ),
  )
  /** The first of two steps waits for the second, where they apply. */
  const circleWhere = (when: StepWhen, at: 'corner' | 'axle' | 'car' = 'corner'): ProcedureBook => {
    const step = { at, phase: 'on', words: '', why: '', minutes: 1, when } as const
    return {
      ...smallBook(),
      facts: [{ id: 'odd', at, words: 'odd' }],
      steps: [
        { ...step, id: 'first', needs: ['odd'] },
        { ...step, id: 'second', gives: ['odd'] },
      ],
      jobs: [{ id: 'hose', words: 'Hose', at, steps: ['first', 'second'], ends: [] }],
    }
  }
  test.each(combinations)(
    'a circle where it has $air, reservoir $reservoir, vented by $ventBy, is found once',
    (when) => {
      const steps = expect.arrayContaining(['first.RL', 'second.RL'])
      expect(lintProcedures(circleWhere(when))).toEqual([{ code: 'cycle', at: 'jobs/hose', steps }])
    },
  )
  test('a circle nowhere is none', () => {
    expect(lintProcedures(circleWhere({ air: ['none'] }))).toEqual([])
    expect(lintProcedures(circleWhere({ lifting: false, reservoir: true }))).toEqual([])
  })
  test.each([
    ['car', ['first', 'second']],
    ['corner', ['first.RL', 'second.RL']],
  ] as const)('a job of a %s is tried at its own place', (at, steps) => {
    const [fault, ...more] = lintProcedures(circleWhere({}, at))
    expect(fault?.code === 'cycle' && fault.steps.toSorted()).toEqual(steps)
    expect(more).toEqual([])
  })
  test('a job of an axle is tried at both its corners', () => {
    const book = circleWhere({}, 'corner')
    const jobs = book.jobs.map((job) => ({ ...job, at: 'axle' as const }))
    const faults = lintProcedures({ ...book, jobs })
    expect(faults).toHaveLength(1)
    expect(faults[0]!.code).toBe('cycle')
  })
  test('a need that only a car of another kind has an answer to is told by its step', () => {
    const book = circleWhere({})
    const [first, second] = book.steps
    const steps = [first!, { ...second!, when: { air: ['strut'] as const } }]
    const jobs = book.jobs.map((job) => ({ ...job, steps: ['first'] }))
    expect(lintProcedures({ ...book, steps, jobs })).toEqual([
      { code: 'nothingGives', at: 'steps/first', what: 'odd' },
    ])
  })
  test('what would do harm is told with the step and the gate it stands before', () => {
    const book = smallBook()
    const steps = book.steps
      .filter(({ id }) => id === 'shut')
      .map(({ tightens: _, ...step }) => ({
        ...step,
        needs: [],
        takes: [],
        acts: ['openLine'] as const,
      }))
    const jobs = book.jobs.map((job) => ({ ...job, steps: ['shut'], ends: [] }))
    const unsafe = (missing: readonly string[]) => ({
      code: 'unsafe',
      at: 'jobs/hose',
      refusal: { code: 'gateShut', step: 'shut.RL', gate: 'openLine', missing },
    })
    expect(lintProcedures({ ...book, facts: [], steps, jobs })).toEqual([
      unsafe(['supplyOff', 'cornerProved', 'nothingSeepsIn']),
      unsafe(['supplyOff', 'cornerProved']),
    ])
  })
})
