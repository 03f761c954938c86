import { seeded } from '../../base/random/index.ts'
import { describe, expect, test } from 'vitest'
import type { Evidence, Knowledge } from './index.ts'
import { diagnose, reason } from './index.ts'
import { value } from './test/believing.ts'

const RANGED: Knowledge = {
  causes: [
    { id: 'spring', weight: 3, repairCost: 500 },
    { id: 'block', weight: 2, repairCost: 300 },
    { id: 'sensor', weight: 1, repairCost: 100 },
  ],
  checks: [
    {
      id: 'soap',
      cost: 6,
      outcomes: ['none', 'bubbles'],
      likelihood: { spring: [0.2, 0.8], block: [0.95, 0.05], sensor: [0.99, 0.01] },
      between: {
        spring: { low: [0.1, 0.7], high: [0.3, 0.9] },
        block: { low: [0.85, 0.01], high: [0.99, 0.15] },
        sensor: { low: [0.97, 0], high: [1, 0.03] },
      },
    },
    {
      id: 'code',
      cost: 5,
      outcomes: ['none', 'stored'],
      likelihood: { spring: [0.96, 0.04], block: [0.96, 0.04], sensor: [0.1, 0.9] },
    },
    {
      id: 'hold',
      cost: 20,
      outcomes: ['holds', 'falls'],
      likelihood: { spring: [0.05, 0.95], block: [0.6, 0.4], sensor: [0.97, 0.03] },
    },
  ],
}
describe('how firm it is', () => {
  test('the range of a chance holds its middle, and nine of ten mixes within the ranges', () => {
    const found = [{ check: 'soap', outcome: 'bubbles' }]
    const { ranges, posterior } = value(reason(RANGED, found))
    const soap = RANGED.checks[0]!
    const random = seeded(3)
    const mixes = Array.from({ length: 2000 }, () => {
      const chance = RANGED.causes.map(({ id, weight }) => {
        const [low, middle, high] = [
          soap.between![id]!.low[1]!,
          soap.likelihood[id]![1]!,
          soap.between![id]!.high[1]!,
        ]
        const share = random()
        return (
          weight *
          (share < 0.5
            ? low + (middle - low) * 2 * share
            : middle + (high - middle) * (2 * share - 1))
        )
      })
      const sum = chance.reduce((total, each) => total + each, 0)
      return chance.map((each) => each / sum)
    })
    RANGED.causes.forEach(({ id }, i) => {
      const { p } = posterior.find(({ cause }) => cause === id)!
      if (!ranges[id]) return expect(p).toBeLessThan(0.01)
      const [low, high] = ranges[id]
      expect(p).toBeGreaterThanOrEqual(low)
      expect(p).toBeLessThanOrEqual(high)
      const inside = mixes.filter((mix) => mix[i]! >= low && mix[i]! <= high).length / mixes.length
      expect(inside).toBeGreaterThan(0.82)
      expect(inside).toBeLessThan(0.97)
    })
  })
  test('without ranges there is nothing between', () => {
    const known = { ...RANGED, checks: RANGED.checks.map(({ between: _, ...check }) => check) }
    const { ranges, posterior } = value(reason(known, [{ check: 'soap', outcome: 'bubbles' }]))
    for (const [id, [low, high]] of Object.entries(ranges)) {
      const { p } = posterior.find(({ cause }) => cause === id)!
      expect([low, high].map((end) => Math.abs(end - p) < 1e-9)).toEqual([true, true])
    }
  })
  test('known likelihoods leave nothing to hang on', () => {
    const known = { ...RANGED, checks: RANGED.checks.map(({ between: _, ...check }) => check) }
    expect(value(reason(known, [{ check: 'soap', outcome: 'none' }])).hangsOn).toEqual([])
  })
  test('a recommendation near its edge says what it hangs on', () => {
    // Found by trying costs: at this one the check is barely worth it.
    const { recommend } = value(reason(RANGED, [{ check: 'soap', outcome: 'bubbles' }]))
    const edged = (cost: number) =>
      value(
        reason(
          {
            ...RANGED,
            checks: RANGED.checks.map((check) =>
              check.id === 'hold' ? { ...check, cost } : check,
            ),
          },
          [{ check: 'soap', outcome: 'bubbles' }],
        ),
      )
    const edge = Array.from({ length: 60 }, (_, i) => edged(i / 2)).find(
      ({ recommend: { kind } }) => kind === 'repair',
    )!
    expect(recommend.id).not.toBe('')
    expect(edge.hangsOn.some(({ recommend: { kind } }) => kind === 'check')).toBe(true)
  })
  test('what does not fit is named, and what the answer turns on', () => {
    const { surprises, turns, posterior } = value(
      reason(RANGED, [
        { check: 'soap', outcome: 'bubbles' },
        { check: 'code', outcome: 'stored' },
      ]),
    )
    expect(surprises.map(({ check }) => check)).toEqual(['code'])
    expect(posterior[0]!.cause).toBe('spring')
    expect(turns).toEqual([{ check: 'soap', outcome: 'bubbles', leader: 'sensor' }])
  })
  test('what speaks for a cause and against it, as factors on its odds', () => {
    const { speaks } = value(reason(RANGED, [{ check: 'soap', outcome: 'bubbles' }]))
    expect(speaks[0]!.factor['spring']).toBeCloseTo(0.8 / ((2 * 0.05 + 0.01) / 3), 6)
    expect(speaks[0]!.factor['sensor']).toBeLessThan(1)
  })
  test('an outlook for each outcome of the advised check; none once a repair is advised', () => {
    const { outlook, recommend } = value(reason(RANGED, []))
    expect(recommend.kind).toBe('check')
    expect(outlook.reduce((sum, { p }) => sum + p, 0)).toBeCloseTo(1, 9)
    expect(value(reason({ ...RANGED, checks: [] }, [])).outlook).toEqual([])
  })
})
describe('what cannot be', () => {
  const sure: Knowledge = {
    causes: ['a', 'b', 'c'].map((id) => ({ id, weight: 1, repairCost: 10 })),
    checks: ['a', 'b', 'c'].map((mine) => ({
      id: `is-${mine}`,
      cost: 1,
      outcomes: ['yes', 'no'],
      likelihood: Object.fromEntries(
        ['a', 'b', 'c'].map((id) => [id, id === mine ? [1, 0] : [0, 1]]),
      ),
    })),
  }
  test('is named by the fewest pieces that cannot stand together', () => {
    expect(
      diagnose(sure, [
        { check: 'is-c', outcome: 'no' },
        { check: 'is-a', outcome: 'yes' },
        { check: 'is-b', outcome: 'yes' },
      ]),
    ).toEqual({
      ok: false,
      error: {
        code: 'contradiction',
        items: [
          { check: 'is-a', outcome: 'yes' },
          { check: 'is-b', outcome: 'yes' },
        ],
      },
    })
    expect(
      diagnose(
        sure,
        ['a', 'b', 'c'].map((id) => ({ check: `is-${id}`, outcome: 'no' })),
      ),
    ).toMatchObject({ error: { items: [{}, {}, {}] } })
  })
  test.each<[string, Knowledge, readonly Evidence[], object]>([
    [
      'a check twice in the evidence',
      sure,
      [
        { check: 'is-a', outcome: 'no' },
        { check: 'is-a', outcome: 'yes' },
      ],
      { code: 'evidenceTwice', id: 'is-a' },
    ],
    ['a check nobody knows', sure, [{ check: 'tarot', outcome: 'no' }], { code: 'unknownCheck' }],
    [
      'an outcome nobody knows',
      sure,
      [{ check: 'is-a', outcome: 'maybe' }],
      { code: 'unknownOutcome', outcome: 'maybe' },
    ],
    [
      'a row missing',
      { ...sure, causes: [...sure.causes, { id: 'd', weight: 1, repairCost: 1 }] },
      [],
      { code: 'likelihoodMissing', cause: 'd' },
    ],
    [
      'a row too short',
      { ...sure, checks: [{ ...sure.checks[0]!, outcomes: ['yes', 'no', 'perhaps'] }] },
      [],
      { code: 'likelihoodShort' },
    ],
    [
      'a row that does not sum to 1',
      {
        ...sure,
        checks: [{ ...sure.checks[0]!, likelihood: { a: [0.5, 0.4], b: [0, 1], c: [0, 1] } }],
      },
      [],
      { code: 'likelihoodSum', cause: 'a' },
    ],
    [
      'a row for a cause that is not there',
      { ...sure, causes: sure.causes.slice(0, 2) },
      [],
      { code: 'unknownCause', id: 'c' },
    ],
    [
      'a cause twice',
      { ...sure, causes: [...sure.causes, sure.causes[0]!] },
      [],
      { code: 'causeTwice' },
    ],
    [
      'a check twice',
      { ...sure, checks: [...sure.checks, sure.checks[0]!] },
      [],
      { code: 'checkTwice' },
    ],
    [
      'an outcome twice',
      { ...sure, checks: [{ ...sure.checks[0]!, outcomes: ['yes', 'yes'] }] },
      [],
      { code: 'outcomeTwice' },
    ],
    [
      'no weight at all',
      { ...sure, causes: sure.causes.map((cause) => ({ ...cause, weight: 0 })) },
      [],
      { code: 'noCause' },
    ],
  ])('%s', (_, known, evidence, error) =>
    expect(diagnose(known, evidence)).toMatchObject({ ok: false, error }),
  )
})
