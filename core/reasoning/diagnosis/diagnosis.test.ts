import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import type { Check, Evidence, Knowledge } from './index.ts'
import { diagnose } from './index.ts'
import { value } from './test/believing.ts'

// Chances typed by hand sum to 1.
const row = (length: number): fc.Arbitrary<number[]> =>
  fc
    .array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: length, maxLength: length })
    .map((parts) => {
      const sum = parts.reduce((total, part) => total + part, 0)
      return parts.map((part) => part / sum)
    })
const knowledge: fc.Arbitrary<Knowledge> = fc
  .tuple(fc.integer({ min: 2, max: 6 }), fc.integer({ min: 1, max: 5 }))
  .chain(([causes, checks]) =>
    fc.record({
      causes: fc.tuple(
        ...Array.from({ length: causes }, (_, i) =>
          fc.record({
            id: fc.constant(`c${i}`),
            weight: fc.double({ min: 0.1, max: 10, noNaN: true }),
            repairCost: fc.double({ min: 1, max: 900, noNaN: true }),
          }),
        ),
      ),
      checks: fc.tuple(
        ...Array.from({ length: checks }, (_, k): fc.Arbitrary<Check> =>
          fc.integer({ min: 2, max: 4 }).chain((outcomes) =>
            fc.record({
              id: fc.constant(`k${k}`),
              cost: fc.double({ min: 0, max: 60, noNaN: true }),
              outcomes: fc.constant(Array.from({ length: outcomes }, (__, o) => `o${o}`)),
              likelihood: fc
                .tuple(...Array.from({ length: causes }, () => row(outcomes)))
                .map((rows) => Object.fromEntries(rows.map((each, i) => [`c${i}`, each]))),
            }),
          ),
        ),
      ),
    }),
  )
const noted = (known: Knowledge, count: number): Evidence[] =>
  known.checks.slice(0, count).map(({ id, outcomes }) => ({ check: id, outcome: outcomes[0]! }))
describe('belief', () => {
  test('sums to 1, and is what plain multiplication gives', () => {
    fc.assert(
      fc.property(knowledge, fc.nat(5), (known, count) => {
        const evidence = noted(known, count)
        const plain = known.causes.map(({ id, weight }) =>
          evidence.reduce(
            (product, { check }) =>
              product * known.checks.find((each) => each.id === check)!.likelihood[id]![0]!,
            weight,
          ),
        )
        const sum = plain.reduce((total, each) => total + each, 0)
        const { posterior } = value(diagnose(known, evidence))
        expect(posterior.reduce((total, { p }) => total + p, 0)).toBeCloseTo(1, 9)
        for (const { cause, p } of posterior)
          expect(p).toBeCloseTo(plain[Number(cause.slice(1))]! / sum, 9)
      }),
    )
  })
  test('does not depend on the order in which things were found', () => {
    fc.assert(
      fc.property(knowledge, (known) => {
        const evidence = noted(known, 5)
        const [there, back] = [
          value(diagnose(known, evidence)),
          value(diagnose(known, [...evidence].reverse())),
        ]
        for (const { cause, p } of there.posterior)
          expect(back.posterior.find((each) => each.cause === cause)!.p).toBeCloseTo(p, 9)
      }),
    )
  })
  test('long evidence does not run out of digits', () => {
    const checks = Array.from({ length: 400 }, (_, k): Check => ({
      id: `k${k}`,
      cost: 1,
      outcomes: ['a', 'b'],
      likelihood: { x: [1e-3, 0.999], y: [1.001e-3, 0.998999] },
    }))
    const { posterior } = value(
      diagnose(
        {
          causes: [
            { id: 'x', weight: 1, repairCost: 1 },
            { id: 'y', weight: 1, repairCost: 1 },
          ],
          checks,
        },
        checks.map(({ id }) => ({ check: id, outcome: 'a' })),
      ),
    )
    expect(posterior[0]).toMatchObject({ cause: 'y' })
    expect(posterior[0]!.p).toBeCloseTo(1.001 ** 400 / (1 + 1.001 ** 400), 6)
  })
})
describe('what it costs, and what a check is worth', () => {
  test('no other order of repairs is cheaper', () => {
    const orders = (items: readonly number[]): number[][] =>
      items.length <= 1
        ? [[...items]]
        : items.flatMap((first) =>
            orders(items.filter((each) => each !== first)).map((rest) => [first, ...rest]),
          )
    fc.assert(
      fc.property(knowledge, (known) => {
        const { posterior, expectedRepairCost } = value(diagnose(known, []))
        const costOf = (order: readonly number[]): number => {
          let left = 1
          return order.reduce((sum, i) => {
            const { cause, p } = posterior[i]!
            const spent = left
            left -= p
            return sum + known.causes.find(({ id }) => id === cause)!.repairCost * spent
          }, 0)
        }
        const least = Math.min(...orders(posterior.map((_, i) => i)).map(costOf))
        expect(expectedRepairCost).toBeCloseTo(least, 6)
      }),
      { numRuns: runs(15, 40), seed: seedOr(40) },
    )
  })
  test('to know more never costs more, but for the check itself', () => {
    fc.assert(
      fc.property(knowledge, (known) => {
        const { ranking, expectedRepairCost } = value(diagnose(known, []))
        for (const { check, gain, expectedCostAfter } of ranking) {
          expect(expectedCostAfter).toBeLessThanOrEqual(expectedRepairCost + 1e-6)
          expect(gain).toBeCloseTo(
            expectedRepairCost -
              known.checks.find(({ id }) => id === check)!.cost -
              expectedCostAfter,
            9,
          )
        }
      }),
    )
  })
  test('where every check costs more than it can save, the repair is advised that mends most for its cost', () => {
    fc.assert(
      fc.property(knowledge, (known) => {
        const { posterior, recommend } = value(
          diagnose(
            { ...known, checks: known.checks.map((check) => ({ ...check, cost: 1e7 })) },
            [],
          ),
        )
        const worth = (cause: string): number =>
          posterior.find((each) => each.cause === cause)!.p /
          known.causes.find(({ id }) => id === cause)!.repairCost
        expect(recommend.kind).toBe('repair')
        for (const { cause } of posterior)
          expect(worth(recommend.id)).toBeGreaterThanOrEqual(worth(cause) - 1e-12)
      }),
    )
  })
})
