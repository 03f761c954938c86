import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import type { PlanRequest, PlanStep, ShopWay, WantedJob } from '../procedure/index.ts'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { Architecture } from '../../base/vehicle/index.ts'
import type { Deviation, DoneEntry, Guarded, Live, Run, WorkContent, WorkEntry } from './index.ts'
import {
  carriedBy,
  contradicted,
  factKey,
  factOf,
  judgeTorque,
  linkShows,
  mayEnter,
  maySkip,
  notYet,
  otherUnit,
  proofsFor,
  runOf,
  stuck,
  toShow,
  waitBefore,
} from './index.ts'

const ANN = 'ann'
const BEN = 'ben'
const stepBook = new Map(SHIPPED_PROCEDURES.steps.map((step) => [step.id, step]))

/** Somebody at a car: says what happens, and is told whether it is taken. */
class AtTheCar {
  readonly entries: WorkEntry[] = []
  steps: readonly PlanStep[]
  readonly architecture: Architecture
  torque: Guarded['torqueOf'] = () => ({ minNm: 90, maxNm: 110 })
  /** Every wait is over, unless a test says otherwise. */
  now = Number.POSITIVE_INFINITY

  constructor(private readonly request: Pick<PlanRequest, 'jobs'> & Partial<PlanRequest>) {
    this.architecture = request.architecture ?? sampleArchitecture()
    this.steps = this.compose(request.jobs)
    this.enter({ kind: 'joined', seen: [] })
  }

  compose(
    jobs: readonly WantedJob[],
    carried: PlanRequest['carried'] = [],
    ventBy: ShopWay['ventBy'] = this.request.way?.ventBy ?? 'tool',
  ): readonly PlanStep[] {
    const made = composePlan(SHIPPED_PROCEDURES, {
      support: 'twoPost',
      ...this.request,
      way: { ...(this.request.way ?? USUAL_WAY), ventBy },
      architecture: this.architecture,
      jobs,
      carried,
    })
    if (!made.ok) throw new Error(JSON.stringify(made.error))
    return made.value.steps
  }

  of(): Guarded {
    return {
      book: SHIPPED_PROCEDURES,
      architecture: this.architecture,
      steps: this.steps,
      flat: this.request.flat ?? [],
      entries: this.entries,
      torqueOf: this.torque,
    }
  }
  run(): Run {
    return runOf(this.of())
  }
  /** @returns null where it was taken, else the name of the refusal */
  enter(content: WorkContent, person = ANN): string | null {
    const allowed = mayEnter(this.of(), this.run(), person, content, this.now)
    if (!allowed.ok) return allowed.error.code
    this.push(content, person)
    return null
  }
  push(content: WorkContent, person: string): void {
    const i = this.entries.length
    this.entries.push({
      id: `e${i}`,
      at: new Date(Date.UTC(2026, 10, 24, 8, i)).toISOString(),
      person,
      content,
    })
  }

  /** A step that is done by what is on record besides, as the server enters it. */
  show(key: string): null {
    const done = this.done(key)
    const { shownBy } = this.steps.find((each) => each.key === key)!
    this.push({ ...done, shown: [], torque: null, shownBy }, ANN)
    return null
  }

  /** All that a step asks for, as a careful person gives it. */
  done(key: string, change: Partial<DoneEntry> = {}): DoneEntry {
    const step = this.steps.find((each) => each.key === key)
    if (!step) throw new Error(`No step ${key}`)
    const shown = toShow(stepBook.get(step.step)!, step.place).map(({ condition, corner }) => ({
      condition,
      corner,
      proof: proofsFor(condition, this.run().car.body)[0]!,
      by: 'person' as const,
      barG: condition === 'springsCarry' ? 2.4 : null,
    }))
    return {
      kind: 'done',
      key,
      step: step.step,
      place: step.place,
      shown,
      torque: step.torque ? { nm: 100, source: null } : null,
      ...(step.reads ? { reading: { mm: 135.4, source: 'sheet' } } : {}),
      photoIds: step.photo ? ['p'] : [],
      note: '',
      second: step.second ? BEN : null,
      deviation: null,
      ...change,
    }
  }

  /** Goes on until a step, or to the end. @returns how many steps it took */
  until(key: string | null, most = 400): number {
    for (let n = 0; n < most; n += 1) {
      const { ready, finished } = this.run()
      if (finished || ready.some((step) => step.key === key)) return n
      const [next] = ready
      if (!next)
        throw new Error(
          `Nothing can be done: ${this.run()
            .steps.filter(({ state }) => state !== 'done')
            .map(
              ({ step }) =>
                `${step.key} ${JSON.stringify(notYet(this.of(), this.run(), step.key, this.now))}`,
            )
            .join('; ')}`,
        )
      const refused =
        next.shownBy.length > 0 ? this.show(next.key) : this.enter(this.done(next.key))
      if (refused)
        throw new Error(
          `${next.key}: ${refused} ${JSON.stringify(notYet(this.of(), this.run(), next.key, this.now))}`,
        )
    }
    throw new Error('It does not end.')
  }

  state(key: string): string {
    return this.run().steps.find(({ step }) => step.key === key)?.state ?? 'none'
  }
}

const PAIR: readonly WantedJob[] = [{ job: 'strut', corners: ['RL', 'RR'] }, { job: 'pump' }]

describe('work from its plan to a standing car', () => {
  test.each([
    ['a pair of struts with the pump', PAIR, {}],
    ['a car that came in flat', [{ job: 'strut', corners: ['RL'] }], { flat: ['RL', 'RR'] }],
    ['the rear to coils', [{ job: 'coils', corners: ['RL', 'RR'] }], {}],
    [
      'the only air to coils',
      [{ job: 'coils', corners: ['RL', 'RR'] }],
      {
        architecture: sampleArchitecture({
          air: { front: 'none', rear: 'airDamper' },
          liftingMode: 'none',
          reservoir: false,
        }),
      },
    ],
    [
      'block and line, filled hanging',
      [{ job: 'block' }, { job: 'line', corners: ['FL'] }],
      { way: { ...USUAL_WAY, fillAt: 'hanging', ventBy: 'fitting' } },
    ],
  ] as const)('%s', (_name, jobs, change) => {
    const car = new AtTheCar({ jobs: jobs, ...change })
    expect(car.until(null)).toBe(car.steps.length)
    const { car: at, temporary, finished, lost } = car.run()
    expect({
      body: at.body,
      lifting: at.lifting,
      under: at.under,
      temporary: temporary.map(({ fact }) => fact),
      finished,
      lost,
    }).toEqual({
      body: 'ground',
      lifting: false,
      under: false,
      temporary: [],
      finished: true,
      lost: [],
    })
    for (const corner of Object.values(at.corners))
      expect([corner.line, corner.spring === 'coil' || corner.air]).toEqual([
        'closed',
        corner.spring === 'coil' ? true : 'carrying',
      ])
  })

  test('lowering too early is refused with what it waits for', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('toStanding')
    expect(notYet(car.of(), car.run(), 'lowerLifting', car.now)).toMatchObject({
      code: 'stepFirst',
    })
    car.enter(car.done('toStanding'))
    car.until('fillStanding.RL')
    expect(car.enter(car.done('lowerLifting'))).toBe('stepFirst')
    // Even a plan that forgot to fill is stopped by the gate itself.
    const bare = {
      ...car.of(),
      steps: car.steps.map((step) =>
        step.key === 'lowerLifting' ? { ...step, after: [], needs: [] } : step,
      ),
    }
    expect(notYet(bare, runOf(bare), 'lowerLifting', car.now)).toMatchObject({
      code: 'gateShut',
      gate: 'lower',
      missing: ['springsCarry'],
    })
  })

  test('what is changed is listed with who and since when, until it is undone', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    expect(
      car
        .run()
        .temporary.map(({ fact, place, since, until }) => [fact, place, since.person, until?.key]),
    ).toEqual(
      expect.arrayContaining([
        ['supplyOff', null, ANN, 'supplyStanding'],
        ['lifting', null, ANN, 'liftingOffStanding'],
        ['raised', null, ANN, 'toStanding'],
        ['wheelOff', 'RL', ANN, 'wheelOn.RL'],
      ]),
    )
  })
})

describe('proofs that turn false', () => {
  test(
    'supply that comes back opens everything it was proved with: vent, cut and ' +
      'show again, before any line is opened',
    () => {
      const car = new AtTheCar({ jobs: PAIR })
      car.until('openLine.RL')
      const before = car.entries.length
      expect(
        car.enter({
          kind: 'lost',
          fact: 'supplyOff',
          place: null,
          by: 'link',
          words: 'The module answers.',
        }),
      ).toBeNull()
      expect(
        ['ventTool.RL', 'pullFuse', 'provePlant', 'proveValve.RL', 'openLine.RL'].map((key) =>
          car.state(key),
        ),
      ).toEqual(['again', 'again', 'again', 'again', 'open'])
      expect(car.run().lost.map(({ fact, place }) => factKey(fact, place))).toEqual(
        expect.arrayContaining(['supplyOff@null', 'empty@RL']),
      )
      expect(car.enter(car.done('openLine.RL'))).toBe('stepFirst')
      expect(
        car.enter({
          kind: 'lost',
          fact: 'supplyOff',
          place: null,
          by: 'link',
          words: 'Told twice.',
        }),
      ).toBe('notSo')
      car.until('openLine.RL')
      expect(
        car.entries
          .slice(before + 1)
          .map(({ content }) => (content.kind === 'done' ? content.key : content.kind)),
      ).toEqual(expect.arrayContaining(['ventTool.RL', 'pullFuse', 'proveValve.RL']))
      expect(car.run().lost).toEqual([])
    },
  )
  test('a line that is open already needs no second proof, and the work comes to its end', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('strutIn.RL')
    car.enter({ kind: 'lost', fact: 'supplyOff', place: null, by: 'person', words: '' })
    expect(car.state('proveValve.RL')).toBe('done')
    // Nothing goes on under it before the supply is off again.
    expect(car.enter(car.done('strutIn.RL'))).toBe('harm')
    expect(car.run().ready.map(({ key }) => key)).toEqual(['pullFuse'])
    car.until(null)
    expect(car.run()).toMatchObject({ finished: true, temporary: [] })
  })
  test('a spring that lost its air on the ground: up again, folds seen, filled', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('rideTorque.RL')
    car.enter({ kind: 'lost', fact: 'filled', place: 'RL', by: 'person', words: 'It sank.' })
    expect(
      ['raiseLifting', 'seeFolds.RL', 'fillStanding.RL', 'lowerLifting'].map((key) =>
        car.state(key),
      ),
    ).toEqual(['again', 'again', 'again', 'again'])
    car.until(null)
    expect(car.run().car.corners.RL).toMatchObject({ air: 'carrying', spring: 'seated' })
  })
  test('whatever turns false at whatever time, the work can be finished, gate by gate', () => {
    const jobs: readonly (readonly WantedJob[])[] = [
      PAIR,
      [{ job: 'block' }, { job: 'bellows', corners: ['FL'] }],
      [
        { job: 'coils', corners: ['RL', 'RR'] },
        { job: 'sensor', corners: ['FL'] },
      ],
      [{ job: 'dryer' }],
    ]
    fc.assert(
      fc.property(
        fc.constantFrom(...jobs),
        fc.array(fc.record({ after: fc.nat(60), which: fc.nat(40) }), { maxLength: 4 }),
        fc.constantFrom('tool', 'fitting', 'valve'),
        fc.constantFrom('hanging', 'standing'),
        fc.boolean(),
        (wanted, losses, ventBy, fillAt, reservoir) => {
          const car = new AtTheCar({
            jobs: wanted,
            way: { ...USUAL_WAY, ventBy, fillAt },
            architecture: sampleArchitecture({ reservoir }),
          })
          const machine = [
            'supplyOff',
            'lifting',
            'held',
            'plantEmpty',
            'empty',
            'foldsSeen',
            'filled',
            'codesClear',
          ]
          for (const { after, which } of losses) {
            for (let n = 0; n < after && !car.run().finished; n += 1)
              car.enter(car.done(car.run().ready[0]!.key))
            const can = [...car.run().holds.keys()].filter((key) =>
              machine.includes(factOf(key).fact),
            )
            const key = can[which % Math.max(1, can.length)]
            if (key) car.enter({ kind: 'lost', ...factOf(key), by: 'person', words: '' })
          }
          car.until(null)
          const { finished, temporary, car: at } = car.run()
          expect({ finished, temporary: temporary.map(({ fact }) => fact), body: at.body }).toEqual(
            { finished: true, temporary: [], body: 'ground' },
          )
        },
      ),
      { numRuns: runs(12, 60), seed: seedOr(20_261_126) },
    )
  })
})

describe('what a link shows', () => {
  const live: Live = {
    heard: true,
    supply: false,
    lifting: null,
    open: [],
    galleryBarG: 0,
    present: null,
    offMm: {},
  }
  test('the gallery speaks of a spring only while its own valve is open', () => {
    const of = { condition: 'cornerProved', corner: 'RL' } as const
    expect([
      linkShows(of, live, 'standing'),
      linkShows(of, { ...live, open: ['RL'] }, 'standing'),
      linkShows(of, { ...live, open: ['RL'], galleryBarG: 2 }, 'standing'),
      linkShows(of, { ...live, open: ['FL'] }, 'standing'),
      linkShows(of, { ...live, open: ['RL'], heard: false }, 'standing'),
    ]).toEqual([null, true, false, null, null])
  })
  test('supply, lifting mode, codes and heights are read where they can be', () => {
    const awake: Live = {
      ...live,
      supply: true,
      lifting: true,
      present: 0,
      offMm: { RL: 12, RR: 1 },
    }
    expect([
      linkShows({ condition: 'supplyOff', corner: null }, live, 'standing'),
      linkShows({ condition: 'supplyOff', corner: null }, awake, 'standing'),
      linkShows({ condition: 'liftingUnlessGround', corner: null }, awake, 'standing'),
      linkShows({ condition: 'liftingOff', corner: null }, awake, 'standing'),
      linkShows({ condition: 'codesClear', corner: null }, awake, 'standing'),
      linkShows({ condition: 'springsCarry', corner: 'RL' }, awake, 'standing'),
      linkShows({ condition: 'springsCarry', corner: 'RR' }, awake, 'standing'),
      linkShows({ condition: 'foldsSeen', corner: 'RL' }, awake, 'standing'),
    ]).toEqual([true, false, true, false, true, true, null, null])
  })
  test('what was not heard, or not read, shows nothing; the edges of what counts as empty and lifted', () => {
    const awake: Live = { ...live, supply: true, lifting: true, present: 2, offMm: { RL: 5 } }
    const standing = (
      condition: Parameters<typeof linkShows>[0]['condition'],
      change: Partial<Live> = {},
      corner: Parameters<typeof linkShows>[0]['corner'] = null,
    ) => linkShows({ condition, corner }, { ...awake, ...change }, 'standing')
    const deaf = { heard: false }
    expect([
      standing('supplyOff', deaf),
      standing('supplyOff', { supply: null }),
      standing('supplyOn'),
      standing('supplyOn', { supply: false }),
      standing('supplyOn', { supply: null }),
      standing('supplyOn', deaf),
      standing('liftingUnlessGround', { supply: false }),
      standing('liftingUnlessGround', deaf),
      standing('liftingOff', { lifting: false }),
      standing('liftingOff', { lifting: null }),
      standing('liftingOff', { supply: false }),
      standing('liftingOff', deaf),
      standing('codesClear'),
      standing('codesClear', { present: null }),
      standing('codesClear', deaf),
    ]).toEqual([
      null,
      null,
      true,
      false,
      null,
      null,
      null,
      null,
      true,
      null,
      null,
      null,
      false,
      null,
      null,
    ])
    const gallery = (galleryBarG: number | null, corner: 'RL' | null = 'RL') =>
      standing('cornerProved', { open: ['RL'], galleryBarG }, corner)
    expect([gallery(0.1), gallery(0.11), gallery(null), gallery(0, null)]).toEqual([
      true,
      false,
      null,
      null,
    ])
    expect([
      standing('springsCarry', {}, 'RL'),
      standing('springsCarry', { offMm: { RL: 4.9 } }, 'RL'),
      standing('springsCarry', { offMm: { RL: null } }, 'RL'),
      standing('springsCarry', {}, 'RR'),
      standing('springsCarry', {}),
      standing('springsCarry', { supply: false }, 'RL'),
      standing('springsCarry', deaf, 'RL'),
    ]).toEqual([true, null, null, null, null, null, null])
  })
  test('with wheels hanging a height says nothing of a spring: only the pressure it was seen to take', () => {
    const of = { condition: 'springsCarry', corner: 'RL' } as const
    const high: Live = { ...live, supply: true, offMm: { RL: 80 } }
    expect([linkShows(of, high, 'hanging'), linkShows(of, high, 'standing')]).toEqual([null, true])
    const car = new AtTheCar({ jobs: PAIR, way: { ...USUAL_WAY, fillAt: 'hanging' } })
    car.until('fillHanging.RL')
    const shown = car.done('fillHanging.RL').shown.map((each) => ({ ...each }))
    const by = (change: Partial<(typeof shown)[number]>) =>
      car.enter(
        car.done('fillHanging.RL', { shown: shown.map((each) => ({ ...each, ...change })) }),
      )
    expect([
      by({ proof: 'linkHeights', by: 'link' }),
      by({ proof: 'bodyLiftedItself' }),
      by({ barG: null }),
      by({ barG: 0.05 }),
      by({ barG: 2.2 }),
    ]).toEqual(['notShown', 'notShown', 'notShown', 'notShown', null])
  })
  test('it contradicts what is on record: supply back, pressure back, lifting mode off', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    const run = car.run()
    expect(contradicted(run, live)).toEqual([])
    expect(contradicted(run, { ...live, supply: true })).toEqual([
      { fact: 'supplyOff', place: null },
    ])
    expect(contradicted(run, { ...live, galleryBarG: 3, open: ['RL', 'FL'] })).toEqual([
      { fact: 'plantEmpty', place: null },
      { fact: 'empty', place: 'RL' },
    ])
    expect(contradicted(run, { ...live, heard: false, supply: true })).toEqual([])
    // The supply is put back by the step that puts it back, a moment before anybody says so.
    const back = new AtTheCar({ jobs: PAIR })
    back.until('supplyStanding')
    expect(contradicted(back.run(), { ...live, supply: true })).toEqual([])
    const early = new AtTheCar({ jobs: PAIR })
    early.until('raiseLifting')
    expect(contradicted(early.run(), { ...live, supply: true, lifting: false })).toEqual([
      { fact: 'lifting', place: null },
    ])
  })
})

describe('what a step must come with', () => {
  const at = (key: string): AtTheCar => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until(key)
    return car
  }
  test('a proof by one of its ways, and a gauge that reads nothing', () => {
    const car = at('proveValve.RL')
    const { shown } = car.done('proveValve.RL')
    expect(car.enter(car.done('proveValve.RL', { shown: [] }))).toBe('notShown')
    expect(
      car.enter(car.done('proveValve.RL', { shown: [{ ...shown[0]!, proof: 'linesPulled' }] })),
    ).toBe('notShown')
    expect(
      car.enter(car.done('proveValve.RL', { shown: [{ ...shown[0]!, by: 'gauge', barG: 2.1 }] })),
    ).toBe('stillPressure')
    expect(
      car.enter(car.done('proveValve.RL', { shown: [{ ...shown[0]!, by: 'gauge', barG: 0.05 }] })),
    ).toBeNull()
  })
  test('a torque in its range, or a reason and a lead; far off it is a slip; none where nothing is torqued', () => {
    const car = at('strutTower.RL')
    const tight = (nm: number, deviation: Deviation | null = null, source: string | null = null) =>
      car.done('strutTower.RL', { torque: { nm, source }, deviation })
    expect([
      car.enter(car.done('strutTower.RL', { torque: null })),
      car.enter(tight(1000)),
      car.enter(tight(80)),
      car.enter(tight(20, { kind: 'torque', reason: 'x' })),
    ]).toEqual(['torqueMissing', 'torqueFar', 'torqueOutside', 'torqueFar'])
    car.torque = () => null
    expect([car.enter(tight(80)), car.enter(tight(80, null, ' '))]).toEqual([
      'torqueUnsourced',
      'torqueUnsourced',
    ])
    car.torque = () => ({ minNm: 90, maxNm: 110 })
    expect(
      car.enter(tight(112, { kind: 'torque', reason: 'New bolts by the supplier’s sheet' })),
    ).toBeNull()
    // It holds back what rests on it until somebody else agrees.
    expect([car.state('strutTower.RL'), car.enter(car.done('linkOn.RL'))]).toEqual([
      'held',
      'awaitsLead',
    ])
    const { id } = car.run().awaiting[0]!
    expect([
      car.enter({ kind: 'approved', of: id, words: '' }),
      car.enter({ kind: 'approved', of: 'e999', words: '' }, BEN),
      car.enter({ kind: 'approved', of: id, words: 'Seen' }, BEN),
    ]).toEqual(['ownApproval', 'nothingToApprove', null])
    expect(car.enter(car.done('linkOn.RL'))).toBeNull()
    const other = at('wheelOff.RL')
    expect(other.enter(other.done('wheelOff.RL', { torque: { nm: 100, source: null } }))).toBe(
      'noTorqueHere',
    )
  })
  test('a step that was left out counts for nothing before somebody else has agreed', () => {
    const car = at('photograph.RL')
    const skipped = { kind: 'skipped', reason: 'Seen before' } as const
    expect(car.enter(car.done('photograph.RL', { deviation: skipped }))).toBeNull()
    expect(car.state('photograph.RL')).toBe('held')
    car.enter({ kind: 'approved', of: car.run().awaiting[0]!.id, words: '' }, BEN)
    expect([car.state('photograph.RL'), car.run().awaiting]).toEqual(['done', []])
  })
  test('a declined deviation leaves the step to be done', () => {
    const car = at('strutTower.RL')
    car.enter(
      car.done('strutTower.RL', {
        torque: { nm: 112, source: null },
        deviation: { kind: 'torque', reason: 'r' },
      }),
    )
    car.enter({ kind: 'declined', of: car.run().awaiting[0]!.id, words: 'Once more' }, BEN)
    expect([car.state('strutTower.RL'), car.enter(car.done('strutTower.RL'))]).toEqual([
      'open',
      null,
    ])
  })
  test('a photo or why there is none; a second hand by name; steps a gate rests on are never left out', () => {
    const car = at('photograph.RL')
    expect([
      car.enter(car.done('photograph.RL', { photoIds: [] })),
      car.enter(
        car.done('photograph.RL', {
          photoIds: [],
          deviation: { kind: 'noPhoto', reason: 'Camera broken' },
        }),
      ),
    ]).toEqual(['photoMissing', null])
    const drop = at('strutOut.RL')
    expect([
      drop.enter(drop.done('strutOut.RL', { second: null })),
      drop.enter(drop.done('strutOut.RL', { second: 'alone' })),
    ]).toEqual(['secondMissing', null])
    const safe = at('holdTwoPost')
    expect(
      safe.enter(
        safe.done('holdTwoPost', { deviation: { kind: 'skipped', reason: 'In a hurry' } }),
      ),
    ).toBe('cannotSkip')
    const skippable = safe.steps.filter((step) => maySkip(safe.of(), step)).map(({ step }) => step)
    expect(skippable).toEqual(expect.arrayContaining(['alignment', 'photograph']))
    for (const never of ['openLine', 'wheelOn', 'wheelTorque', 'seeFolds', 'pullFuse'])
      expect(skippable).not.toContain(never)
  })
  test('a range is left by a unit or by a slip', () => {
    const range = { minNm: 90, maxNm: 110 }
    expect([
      judgeTorque(90, range),
      judgeTorque(110.04, range),
      judgeTorque(89, range),
      judgeTorque(140, range),
      judgeTorque(400, range),
      judgeTorque(10, range),
    ]).toEqual(['in', 'in', 'low', 'high', 'far', 'far'])
    expect(otherUnit(75, 'N.m', range)).toBeCloseTo(101.7, 1)
    expect([otherUnit(100, 'lbf.ft', range), otherUnit(50, 'N.m', range)]).toEqual([100, null])
  })
})

describe('who has the work', () => {
  test(
    'it is handed over to somebody who has seen what was left changed; others may ' +
      'join; a pause stops all of them',
    () => {
      const car = new AtTheCar({ jobs: PAIR })
      car.until('openLine.RL')
      expect(car.enter(car.done('openLine.RL'), BEN)).toBe('notHands')
      expect(car.enter({ kind: 'handed', to: BEN, words: 'Rear left is next.' })).toBeNull()
      expect(car.enter(car.done('openLine.RL'))).toBe('notHands')
      expect(car.enter({ kind: 'joined', seen: ['supplyOff@null'] }, BEN)).toBe('temporaryUnseen')
      expect(car.run().handedTo?.content).toMatchObject({ to: BEN })
      expect(
        car.enter(
          {
            kind: 'joined',
            seen: car.run().temporary.map(({ fact, place }) => factKey(fact, place)),
          },
          BEN,
        ),
      ).toBeNull()
      expect([car.run().hands, car.run().handedTo]).toEqual([[BEN], null])
      car.enter({ kind: 'paused', words: 'Lunch' }, BEN)
      expect(car.enter(car.done('openLine.RL'), BEN)).toBe('paused')
      car.enter({ kind: 'resumed' }, BEN)
      expect(car.enter(car.done('openLine.RL'), BEN)).toBeNull()
      expect(car.enter(car.done('openLine.RL'), BEN)).toBe('stepDone')
    },
  )
})

describe('who may say what', () => {
  const between = (): AtTheCar => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    return car
  }
  test('only who has the work pauses it, goes on with it, leaves it or hands it over', () => {
    const car = between()
    expect([
      car.enter({ kind: 'paused', words: '' }, BEN),
      car.enter({ kind: 'left' }, BEN),
      car.enter({ kind: 'handed', to: ANN, words: '' }, BEN),
      car.enter({ kind: 'resumed' }, BEN),
      car.enter({ kind: 'paused', words: '' }),
      car.enter({ kind: 'paused', words: '' }),
      car.enter({ kind: 'resumed' }, BEN),
      car.enter({ kind: 'resumed' }),
      car.enter({ kind: 'left' }),
      car.enter(car.done('openLine.RL')),
    ]).toEqual([
      'notHands',
      'notHands',
      'notHands',
      'notHands',
      null,
      'paused',
      'notHands',
      null,
      null,
      'notHands',
    ])
    expect([car.run().hands, car.run().paused, car.run().handedTo]).toEqual([[], null, null])
  })
  test('a second hand is named, or how it is done alone is written down; else it waits for one', () => {
    const second = (change: Partial<DoneEntry>, alone = true): string | null => {
      const car = new AtTheCar({ jobs: PAIR })
      car.until('strutOut.RL')
      if (!alone) car.steps = car.steps.map((step) => ({ ...step, alone: null }))
      return car.enter(car.done('strutOut.RL', change))
    }
    const otherwise = { kind: 'otherwise', reason: 'A strap held it' } as const
    expect([
      second({ second: BEN }),
      second({ second: 'alone' }),
      second({ second: 'alone' }, false),
      // No reason stands in for a hand.
      second({ second: 'alone', deviation: otherwise }, false),
      second({ second: null, deviation: otherwise }),
      second({ second: BEN }, false),
    ]).toEqual([null, null, 'secondMissing', 'secondMissing', 'secondMissing', null])
    expect(SHIPPED_PROCEDURES.steps.filter((step) => step.second && !step.alone)).toEqual([])
  })
  test('whether a second hand is there is said on joining, and the last word counts', () => {
    const car = new AtTheCar({ jobs: PAIR })
    expect(car.run().second).toBeNull()
    car.enter({ kind: 'joined', seen: [], second: 'alone' })
    expect(car.run().second).toBe('alone')
    car.enter({ kind: 'joined', seen: [] })
    expect(car.run().second).toBe('alone')
    car.enter({ kind: 'joined', seen: [], second: BEN })
    expect(car.run().second).toBe(BEN)
  })
  test('who has the work already joins again without a look at what is changed', () => {
    const car = between()
    expect([
      car.enter({ kind: 'joined', seen: [] }),
      car.enter({ kind: 'joined', seen: [] }, BEN),
      car.enter({ kind: 'linked', deviceId: 'd' }, BEN),
    ]).toEqual([null, 'temporaryUnseen', null])
    expect(car.run()).toMatchObject({ hands: [ANN], deviceId: 'd' })
  })
  test('only what stands on record turns false, and the lifting mode not while the supply is off', () => {
    const car = between()
    const lost = (fact: string, place: 'RL' | null = null) =>
      car.enter({ kind: 'lost', fact, place, by: 'person', words: '' })
    expect([lost('lifting'), lost('filled', 'RL'), lost('codesClear'), lost('supplyOff')]).toEqual([
      'notSo',
      'notSo',
      'notSo',
      null,
    ])
    expect([lost('supplyOff'), lost('lifting')]).toEqual(['notSo', null])
  })
  test('a step is confirmed as it stands in the plan, at its own place', () => {
    const car = between()
    expect([
      car.enter(car.done('openLine.RL', { place: 'RR' })),
      car.enter(car.done('openLine.RL', { step: 'closeLine' })),
      car.enter({ ...car.done('openLine.RL'), key: 'openLine.FL' }),
    ]).toEqual(['stepUnknown', 'stepUnknown', 'stepUnknown'])
  })
  test('a proof counts for its own corner and condition, read above nothing where air is meant', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('proveValve.RL')
    const [own] = car.done('proveValve.RL').shown
    expect([
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, corner: 'RR' }] })),
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, condition: 'plantProved' }] })),
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, by: 'gauge', barG: 0.11 }] })),
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, by: 'gauge', barG: 0.1 }] })),
    ]).toEqual(['notShown', 'notShown', 'stillPressure', null])
    const hanging = new AtTheCar({ jobs: PAIR, way: { ...USUAL_WAY, fillAt: 'hanging' } })
    hanging.until('fillHanging.RL')
    const { shown } = hanging.done('fillHanging.RL')
    const taken = (barG: number) => shown.map((each) => ({ ...each, barG }))
    expect([
      hanging.enter(hanging.done('fillHanging.RL', { shown: taken(0.1) })),
      hanging.enter(hanging.done('fillHanging.RL', { shown: taken(0.11) })),
    ]).toEqual(['notShown', null])
  })
})

describe('what turns false takes with it', () => {
  test('air back in the gallery: springs behind shut lines are shown empty once more', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    car.enter({ kind: 'lost', fact: 'plantEmpty', place: null, by: 'link', words: '' })
    expect(car.run().lost.map(({ fact, place }) => factKey(fact, place))).toEqual(
      expect.arrayContaining(['plantEmpty@null', 'empty@RL']),
    )
    expect([car.state('provePlant'), car.state('proveValve.RL')]).toEqual(['again', 'again'])
  })
  test('an open line keeps its proof, whatever comes back behind it', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('strutOut.RL')
    car.enter({ kind: 'lost', fact: 'plantEmpty', place: null, by: 'link', words: '' })
    expect(car.run().lost.map(({ fact }) => fact)).not.toContain('empty')
  })
  test('air lost with the wheels off the ground leaves the folds seen', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('lowerLifting')
    expect(
      car.enter({ kind: 'lost', fact: 'filled', place: 'RL', by: 'person', words: '' }),
    ).toBeNull()
    expect([car.state('seeFolds.RL'), car.state('fillStanding.RL')]).toEqual(['done', 'again'])
  })
  test('what turned false and nobody waits for any more is not told', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('whichMoves')
    expect(
      car.enter({ kind: 'lost', fact: 'foldsSeen', place: 'RL', by: 'person', words: '' }),
    ).toBeNull()
    expect(car.run().lost).toEqual([])
  })
  test('a fact and its place are read out of their key', () => {
    expect([factOf('empty@RL'), factOf('supplyOff@null'), factOf('')]).toEqual([
      { fact: 'empty', place: 'RL' },
      { fact: 'supplyOff', place: null },
      { fact: '', place: '' },
    ])
  })
})

describe('waits', () => {
  const withWait = (car: AtTheCar): PlanStep =>
    car.steps.find(({ waitMinutes }) => waitMinutes > 0)!
  test('one runs from the moment its step was confirmed, for as long as the step says', () => {
    const car = new AtTheCar({ jobs: PAIR })
    const step = withWait(car)
    car.until(step.key)
    expect(car.run().waits).toEqual([])
    car.enter(car.done(step.key))
    const { id, at } = car.entries.at(-1)!
    expect(car.run().waits).toEqual([
      { id, step, dueMs: Date.parse(at) + step.waitMinutes * 60_000 },
    ])
  })
  test('what has to be done once more is waited for once more', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    const before = car.run().waits.map(({ step }) => step.key)
    car.enter({ kind: 'lost', fact: 'supplyOff', place: null, by: 'link', words: '' })
    const again = before.filter((key) => car.state(key) === 'again')
    expect(again.length).toBeGreaterThan(0)
    expect(car.run().waits.map(({ step }) => step.key)).toEqual(
      before.filter((key) => !again.includes(key)),
    )
  })
})

describe('a plan that changes under way', () => {
  test('done steps stay done, what was left changed is undone, and the rest fits how the car stands', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }, { job: 'pump' }] })
    car.until('openLine.RL')
    car.enter(car.done('openLine.RL'))
    const done = car.run().steps.filter(({ state }) => state === 'done').length
    // The strut was the wrong part: only the pump is changed now, and the other line. The supply is
    // off, so no tool can let that one down.
    const other: readonly WantedJob[] = [{ job: 'pump' }, { job: 'line', corners: ['RR'] }]
    car.steps = car.compose(other, carriedBy(car.run()))
    expect(stuck(car.of())).toEqual({
      step: 'ventTool.RR',
      refusal: { code: 'factFirst', missing: [expect.objectContaining({ fact: 'supplyOn' })] },
    })
    car.steps = car.compose(other, carriedBy(car.run()), 'fitting')
    expect(stuck(car.of())).toBeNull()
    expect(
      ['closeLine.RL', 'openLine.RL', 'ease.RL', 'proveEased.RL', 'ease.RR', 'provePlant'].map(
        (key) => car.state(key),
      ),
    ).toEqual(['open', 'done', 'passed', 'passed', 'open', 'done'])
    expect(car.run().steps.filter(({ state }) => state === 'done').length).toBeGreaterThan(8)
    expect(car.run().steps.filter(({ state }) => state === 'done').length).toBeLessThanOrEqual(done)
    car.until(null)
    expect(car.run()).toMatchObject({ finished: true, temporary: [] })
  })
  test('a job that comes when the car stands again lifts and proves it once more', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('whichMoves')
    car.steps = car.compose(
      [{ job: 'strut', corners: ['RL'] }, { job: 'pump' }],
      carriedBy(car.run()),
    )
    expect(
      ['strutOut.RL', 'raiseLifting', 'pullFuse', 'provePlant', 'openPump', 'toStanding'].map(
        (key) => car.state(key),
      ),
    ).toEqual(['done', 'again', 'again', 'again', 'open', 'again'])
    car.until(null)
    expect(car.run().finished).toBe(true)
  })
})

describe('waits that hold', () => {
  const doneAt = (car: AtTheCar, key: string): number =>
    Date.parse(car.run().steps.find(({ step }) => step.key === key)!.done!.at)
  test('lower bolts wait until the oil has crept; whatever else may be done is done meanwhile', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('strutLower.RL')
    const oiled = doneAt(car, 'strutOil.RL')
    car.now = oiled + 15 * 60_000 - 1
    expect(notYet(car.of(), car.run(), 'strutLower.RL', car.now)).toMatchObject({
      code: 'waitFirst',
      wait: { dueMs: oiled + 15 * 60_000 },
    })
    expect(car.enter(car.done('strutLower.RL'))).toBe('waitFirst')
    expect(
      car.run().ready.filter((step) => waitBefore(car.of(), car.run(), step, car.now) === null),
    ).not.toEqual([])
    car.now = oiled + 15 * 60_000
    expect(car.enter(car.done('strutLower.RL'))).toBeNull()
  })
  test('silence shows nothing before its minutes are over; a gauge tells at once', () => {
    const eased = (): AtTheCar => {
      const car = new AtTheCar({ jobs: PAIR, way: { ...USUAL_WAY, ventBy: 'fitting' } })
      car.until('proveEased.RL')
      return car
    }
    const [early, later] = [eased(), eased()]
    const by = (car: AtTheCar, proof: 'easedSilent' | 'valveOpenGalleryZero'): DoneEntry => {
      const done = car.done('proveEased.RL')
      return { ...done, shown: done.shown.map((each) => ({ ...each, proof })) }
    }
    early.now = doneAt(early, 'ease.RL') + 60_000
    expect([
      early.enter(by(early, 'easedSilent')),
      early.enter(by(early, 'valveOpenGalleryZero')),
    ]).toEqual(['silenceFirst', null])
    later.now = doneAt(later, 'ease.RL') + 8 * 60_000
    expect(later.enter(by(later, 'easedSilent'))).toBeNull()
  })
  test('a step that takes away what the wait began with is not held by it', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('pullFuse')
    car.now = doneAt(car, 'ventTool.RL')
    expect(car.run().waits.filter(({ dueMs }) => dueMs > car.now)).not.toEqual([])
    expect(car.enter(car.done('pullFuse'))).toBeNull()
  })
  test('the wait at another corner holds nothing here', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('strutLower.RL')
    const [left, right] = [doneAt(car, 'strutOil.RL'), doneAt(car, 'strutOil.RR')]
    expect(right).toBeLessThan(left)
    const waits = (key: string): unknown =>
      waitBefore(
        car.of(),
        car.run(),
        car.steps.find((step) => step.key === key)!,
        right + 15 * 60_000,
      )
    expect([waits('strutLower.RR'), waits('strutLower.RL')]).toEqual([
      null,
      expect.objectContaining({ dueMs: left + 15 * 60_000 }),
    ])
  })
})

describe('what is shown elsewhere', () => {
  test('nobody says it is done: it is once it is on record, or left out with the reason', () => {
    const car = new AtTheCar({ jobs: PAIR })
    expect(car.run().ready.map(({ key }) => key)).toContain('measureBefore')
    expect(car.enter(car.done('measureBefore'))).toBe('shownElsewhere')
    const skipped = { kind: 'skipped', reason: 'Towed in, wheels off' } as const
    expect(car.enter(car.done('measureBefore', { deviation: skipped }))).toBeNull()
    const shown = new AtTheCar({ jobs: PAIR })
    shown.show('measureBefore')
    expect(shown.state('measureBefore')).toBe('done')
  })
  test('a joint that bubbles puts back what hangs on it, until it is shown tight', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('soap')
    car.show('soap')
    const before = car.run().ready.map(({ key }) => key)
    car.push({ kind: 'joint', joint: 'RL', tight: false }, ANN)
    expect(car.run().bubbles).toEqual(['RL'])
    expect(car.state('soap')).toBe('again')
    const held = before.filter((key) => !car.run().ready.some((step) => step.key === key))
    expect(held.map((key) => notYet(car.of(), car.run(), key, car.now)?.code)).toEqual(
      held.map(() => 'stepFirst'),
    )
    car.push({ kind: 'joint', joint: 'RL', tight: true }, ANN)
    expect(car.run().bubbles).toEqual([])
    car.show('soap')
    car.until(null)
    expect(car.run().finished).toBe(true)
  })
  test('its line planned besides, the work can be finished', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('soap')
    car.push({ kind: 'joint', joint: 'RL', tight: false }, ANN)
    car.steps = car.compose([...PAIR, { job: 'line', corners: ['RL'] }], carriedBy(car.run()))
    expect(car.state('openLine.RL')).toBe('again')
    expect(car.state('openLine.RR')).toBe('done')
    expect(stuck(car.of())).toBeNull()
  })
})

describe('a spring carries from its seating pressure on', () => {
  const hanging = (seatingPressureBarG: number | null): AtTheCar => {
    const car = new AtTheCar({
      jobs: PAIR,
      architecture: { ...sampleArchitecture(), liftingMode: 'menu', seatingPressureBarG },
      way: { ...USUAL_WAY, fillAt: 'hanging' },
    })
    car.until('fillHanging.RL')
    return car
  }
  const filledTo = (car: AtTheCar, barG: number): DoneEntry => {
    const done = car.done('fillHanging.RL')
    return {
      ...done,
      shown: done.shown.map((each) => ({ ...each, proof: 'pressureRead' as const, barG })),
    }
  }
  test('under it the fill is refused with both figures, by gauge and by link', () => {
    const car = hanging(2.8)
    expect(car.enter(filledTo(car, 2.7))).toBe('underSeating')
    expect(car.enter(filledTo(car, 2.8))).toBeNull()
  })
  test('where the type states none, none is invented', () => {
    const car = hanging(null)
    expect(car.enter(filledTo(car, 0.1))).toBe('notShown')
    expect(car.enter(filledTo(car, 0.2))).toBeNull()
  })
})
