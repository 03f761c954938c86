import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { BookStep, Plan, ProcedureBook, Stretch } from './index.ts'
import { composePlan, PROOFS, USUAL_WAY } from './index.ts'
import { planned, smallBook, request } from './test/smallBook.ts'

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
