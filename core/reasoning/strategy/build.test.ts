import { describe, expect, test } from 'vitest'
import type { RepairCase } from './index.ts'
import { newLifeYears } from './lives.ts'
import { seeded } from '../../base/random/index.ts'
import {
  ageAt,
  axleStrategies,
  buildOptions,
  compareOptions,
  livesFrom,
  meanYears,
  USUAL_LIVES,
  wearYears,
} from './index.ts'

const priced = {
  spring: { cost: 640, hours: 2.5, pairHours: 4, leadDays: 3 },
  strut: { cost: 1100, hours: 2, pairHours: null, leadDays: 9 },
  pump: { cost: 880, hours: 2, pairHours: null, leadDays: 2 },
  relay: { cost: 30, hours: 0.2, pairHours: null, leadDays: 0 },
  conversion: { cost: 900, hours: 5, pairHours: null, leadDays: 6 },
}
const PLAIN = { front: 'plain', rear: 'plain' } as const
const REAR_ONLY = { air: { front: 'none', rear: 'bellows' }, damping: PLAIN } as const
const leak = { minutesPerDay: 40, normalMinutesPerDay: 5, daysBeforeRepair: 45 }
const repair: RepairCase = {
  failed: { springs: 1, pump: false },
  axle: 'rear',
  architecture: { air: { front: 'strut', rear: 'strut' }, damping: PLAIN },
  priced,
  lives: USUAL_LIVES,
  ages: { otherYears: 8, pumpYears: 8 },
  labourPerHour: 95,
  leak,
  mendNow: null,
  waitYears: 0.5,
}
const built = (change: Partial<RepairCase> = {}) => buildOptions({ ...repair, ...change })
const option = (id: string, change: Partial<RepairCase> = {}) =>
  built(change).options.find((each) => each.id === id)!

/** What is left where no spring is renewed by itself. */
const OF_BOTH = [
  'both',
  'bothThenSingly',
  'struts',
  'withPump',
  'kit',
  'axleCoils',
  'allCoils',
  'leave',
]

describe('options a finding leaves open', () => {
  test('a leaking spring in a strut: alone, both, struts, with the pump, coils, or left for now', () => {
    expect(built().options.map(({ id }) => id)).toEqual(['this', 'thisStrut', ...OF_BOTH])
    for (const id of ['struts', 'thisStrut'])
      expect(built({ architecture: REAR_ONLY }).options.map((each) => each.id)).not.toContain(id)
    expect(built({ architecture: REAR_ONLY }).options.map(({ id }) => id)).not.toContain('allCoils')
    expect(
      built({
        priced: { ...priced, valveBlock: { cost: 300, hours: 1, pairHours: null, leadDays: 1 } },
      }).options.map(({ id }) => id),
    ).toContain('withBlock')
    expect(built({ mendNow: 'torn' }).options.map(({ id }) => id)).not.toContain('leave')
    expect(built({ failed: { springs: 0, pump: true } }).options.map(({ id }) => id)).toEqual([
      'pump',
    ])
  })
  test('each costs its parts and hours; both sides take their own hours; the slowest part decides the wait', () => {
    expect(option('this').option.now).toMatchObject({ cost: 640 + 2.5 * 95, restarts: ['this'] })
    expect(option('both').option.now.cost).toBe(2 * 640 + 4 * 95)
    expect(option('struts')).toMatchObject({
      leadDays: 9,
      hours: 4,
      lines: [{ kind: 'strut', count: 2, cost: 2200, hours: 4 }],
    })
    expect(option('withPump').option.now).toMatchObject({
      cost: 2 * 640 + 880 + 30 + 6.2 * 95,
      restarts: ['this', 'other', 'pump'],
    })
    expect(option('kit')).toMatchObject({
      lines: [{ kind: 'strut', count: 2 }, { kind: 'pump' }, { kind: 'relay' }],
      option: { now: { restarts: ['this', 'other', 'pump'] } },
    })
    // Bought as one it has one price, where the damper is apart from the spring as well.
    const kit = { cost: 1500, hours: 6, pairHours: null, leadDays: 4 }
    expect(
      option('kit', { architecture: REAR_ONLY, priced: { ...priced, kit } }).option.now,
    ).toMatchObject({ cost: 1500 + 6 * 95, restarts: ['this', 'other', 'pump'] })
    expect(option('axleCoils').option.now).toMatchObject({ ends: ['this', 'other'], restarts: [] })
  })
  test(
    'where the other axle has no air but controlled dampers, coils can take those ' +
      'along, and then nothing is left to fail',
    () => {
      const controlled = { ...REAR_ONLY, damping: { front: 'switched', rear: 'plain' } } as const
      expect(built({ architecture: REAR_ONLY }).options.map(({ id }) => id)).not.toContain(
        'coilsAndDampers',
      )
      expect(
        built({
          architecture: { ...controlled, air: { front: 'strut', rear: 'strut' } },
        }).options.map(({ id }) => id),
      ).not.toContain('coilsAndDampers')
      const otherDampers = { cost: 260, hours: 2.4, pairHours: null, leadDays: 5 }
      const both = option('coilsAndDampers', {
        architecture: controlled,
        priced: { ...priced, otherDampers },
      })
      expect(both).toMatchObject({
        missing: [],
        leadDays: 6,
        hours: 7.4,
        option: { now: { cost: 900 + 260 + 7.4 * 95, ends: ['this', 'other', 'pump'] }, later: {} },
      })
      expect(option('coilsAndDampers', { architecture: controlled }).missing).toEqual([
        'otherDampers',
      ])
    },
  )
  test('the block, like the pump, comes with both springs: both lives begin anew', () => {
    const withBlockPriced = {
      priced: { ...priced, valveBlock: { cost: 300, hours: 1, pairHours: null, leadDays: 1 } },
    }
    const { now } = option('withBlock', withBlockPriced).option
    expect([...now.restarts].sort()).toEqual(['other', 'this'])
    expect(now.cost).toBe(2 * 640 + 4 * 95 + 300 + 95)
    expect([...option('both', withBlockPriced).option.now.restarts].sort()).toEqual([
      'other',
      'this',
    ])
    expect(option('this', withBlockPriced).option.now.restarts).toEqual(['this'])
  })
  test('coils where the only air was leave no pump to fail and none to buy', () => {
    expect(option('axleCoils', { architecture: REAR_ONLY }).option).toMatchObject({
      later: {},
      now: { ends: ['this', 'other', 'pump'] },
    })
    expect(
      option('axleCoils', {
        architecture: REAR_ONLY,
        failed: { springs: 1, pump: true },
      }).lines.map(({ kind }) => kind),
    ).toEqual(['conversion'])
    expect(
      option('axleCoils', { failed: { springs: 1, pump: true } }).lines.map(({ kind }) => kind),
    ).toEqual(['conversion', 'pump', 'relay'])
  })
  test('coils that were chosen are bought with the conversion, and waited for', () => {
    const coil = { cost: 130, hours: 0, pairHours: null, leadDays: 14 }
    expect(option('axleCoils', { priced: { ...priced, coil } })).toMatchObject({
      leadDays: 14,
      lines: [{ kind: 'conversion' }, { kind: 'coil', count: 2, cost: 260, hours: 0 }],
      option: { now: { cost: 900 + 260 + 5 * 95 } },
    })
  })
  test('a pump worn out with the leak is in every option; one without a price is named', () => {
    expect(
      option('both', { failed: { springs: 1, pump: true } }).lines.map(({ kind }) => kind),
    ).toEqual(['spring', 'pump', 'relay'])
    expect(option('struts', { priced: { ...priced, strut: undefined as never } }).missing).toEqual([
      'strut',
    ])
  })
  test('without a price an option stands with all its parts, and is never cheap', () => {
    const bare = built({ priced: {}, labourPerHour: null })
    expect(bare.options.length).toBeGreaterThan(5)
    for (const { lines, missing, hours, leadDays, isPriced } of bare.options) {
      expect(isPriced).toBe(false)
      expect([hours, leadDays]).toEqual([null, null])
      expect(lines.map(({ kind }) => kind)).toEqual(missing)
      expect(lines.length).toBeGreaterThan(0)
      expect(lines.every(({ cost }) => cost === null)).toBe(true)
    }
    // One part that is priced does not make the whole so; nor do all of them without the hour.
    const half = option('withPump', { priced: { spring: priced.spring } })
    expect(half).toMatchObject({ isPriced: false, hours: null, missing: ['pump'] })
    expect(half.lines.map(({ cost }) => cost === null)).toEqual([false, true])
    expect(option('both', { labourPerHour: null })).toMatchObject({ isPriced: false, hours: 4 })
    expect(option('both').isPriced).toBe(true)
  })
  test('one side alone takes a spring or a whole strut', () => {
    expect(option('thisStrut')).toMatchObject({
      lines: [{ kind: 'strut', count: 1, cost: 1100 }],
      option: { now: { restarts: ['this'] } },
    })
  })
  test('where both sides failed none is left alone, and what is put off is both', () => {
    const failed = { springs: 2, pump: false } as const
    expect(built({ failed }).options.map(({ id }) => id)).toEqual(OF_BOTH)
    expect(built({ failed }).parts.map(({ ageYears }) => ageYears === null)).toEqual([
      true,
      true,
      false,
    ])
    expect(option('leave', { failed }).option.now).toMatchObject({
      cost: 2 * 640 + 4 * 95,
      restarts: ['this', 'other'],
    })
  })
  test('a part without a price is never free later: what would need it is named', () => {
    const noPump = { priced: { ...priced, pump: undefined as never } }
    expect(option('both', noPump)).toMatchObject({ missing: [], missingLater: ['pump'] })
    expect(option('withPump', noPump)).toMatchObject({ missing: ['pump'] })
    expect(option('both')).toMatchObject({ missing: [], missingLater: [] })
    expect(option('axleCoils', { ...noPump, architecture: REAR_ONLY })).toMatchObject({
      missing: [],
      missingLater: [],
    })
  })
  test('both now, then each by itself: the first visit of both, later visits of one', () => {
    const [both, singly] = [option('both').option, option('bothThenSingly').option]
    expect(singly.now).toEqual(both.now)
    expect(singly.later['other']!.cost).toBe(640 + 2.5 * 95)
    expect(both.later['other']!.cost).toBe(2 * 640 + 4 * 95)
  })
  test('a whole vehicle on coils never comes back for air', () => {
    const { parts, options } = built({
      priced: {
        ...priced,
        otherConversion: { cost: 1000, hours: 5, pairHours: null, leadDays: 6 },
      },
    })
    const whole = options.find(({ id }) => id === 'allCoils')!
    expect(
      compareOptions({
        parts,
        options: [whole.option],
        horizonYears: 10,
        discountRate: 0,
        samples: 200,
        seed: 1,
      })[0],
    ).toMatchObject({ meanCost: 1900 + 10 * 95, secondVisitProbability: 0 })
    expect(option('allCoils').missing).toEqual(['otherConversion'])
  })
  test('the first three schools are the kernel’s own', () => {
    const kernel = compareOptions(
      axleStrategies({
        horizonYears: 6,
        discountRate: 0.04,
        samples: 2000,
        seed: 4,
        labourPerHour: 95,
        strategies: ['single', 'pair', 'convert'],
        leak,
        parts: {
          spring: {
            ...priced.spring,
            weibullShape: 2.8,
            weibullScaleYears: 9.5,
            otherSideAgeYears: 8,
          },
          compressor: { ...priced.pump, weibullShape: 2.2, weibullScaleYears: 11, ageYears: 8 },
          conversionAxle: { cost: 900, hours: 5 },
        },
      }),
    )
    const { parts, options } = built()
    const general = compareOptions({
      parts,
      options: ['this', 'both', 'axleCoils'].map(
        (id) => options.find((each) => each.id === id)!.option,
      ),
      horizonYears: 6,
      discountRate: 0.04,
      samples: 2000,
      seed: 4,
    })
    expect(general.map(({ meanCost, p90Cost }) => [meanCost, p90Cost])).toEqual(
      kernel.map(({ meanCost, p90Cost }) => [meanCost, p90Cost]),
    )
  })
  test('left for now, the leak works the pump: it fails more often than when mended at once', () => {
    const { parts, options } = built({ waitYears: 1 })
    const [now, left] = compareOptions({
      parts,
      options: ['this', 'leave'].map((id) => options.find((each) => each.id === id)!.option),
      horizonYears: 3,
      discountRate: 0,
      samples: 4000,
      seed: 9,
    })
    expect(left!.meanCost).toBeGreaterThan(now!.meanCost)
    expect(wearYears(leak)).toBeGreaterThan(0.9)
  })
})

describe('how long a part lasts on average', () => {
  test('at shape 1 it is the scale; the mean of many lives drawn comes to it', () => {
    expect(meanYears({ shape: 1, scaleYears: 7 })).toBeCloseTo(7, 9)
    // Γ(1.5) is half the root of pi.
    expect(meanYears({ shape: 2, scaleYears: 10 })).toBeCloseTo(5 * Math.sqrt(Math.PI), 9)
    const random = seeded(5)
    const life = USUAL_LIVES.spring
    const drawn = Array.from({ length: 40_000 }, () => newLifeYears(life, random))
    const mean = drawn.reduce((sum, years) => sum + years, 0) / drawn.length
    expect(mean).toBeCloseTo(meanYears(life), 1)
    expect(meanYears(life)).toBeLessThan(life.scaleYears)
  })
})

describe('lives of a shop’s vehicles', () => {
  const year = (y: number): number => Date.parse('2010-01-01T00:00:00Z') + y * 365.25 * 86_400_000
  const vehicle = {
    firstUsedMs: year(0),
    springs: ['RL', 'RR'],
    fitted: [
      { atMs: year(8), what: 'spring' as const, places: ['RL'] },
      { atMs: year(11), what: 'spring' as const, places: ['RL', 'RR'] },
      { atMs: year(4), what: 'other' as const, places: ['RL'] },
    ],
  }
  test('each change ends one life and begins another; what lives on is counted so far', () => {
    const { spring, pump } = livesFrom([vehicle], year(12))
    expect(spring.failedAtYears.map((age) => Math.round(age))).toEqual([8, 3, 11])
    expect(spring.aliveAtYears.map((age) => Math.round(age))).toEqual([1, 1])
    expect([pump.failedAtYears, pump.aliveAtYears.map((age) => Math.round(age))]).toEqual([
      [],
      [12],
    ])
    expect(ageAt(vehicle, 'spring', 'RR', year(12))).toBeCloseTo(1, 9)
  })
  test('a first life nobody saw begin says nothing', () => {
    const strange = { ...vehicle, firstUsedMs: null }
    expect(
      livesFrom([strange], year(12)).spring.failedAtYears.map((age) => Math.round(age)),
    ).toEqual([3])
    expect([
      ageAt(strange, 'pump', 'pump', year(12)),
      ageAt(strange, 'spring', 'RL', year(12)),
    ]).toEqual([null, expect.closeTo(1, 6)])
  })
})
