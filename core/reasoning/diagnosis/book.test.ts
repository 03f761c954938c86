import { usualArchitecture } from '../../base/vehicle/index.ts'
import { describe, expect, test } from 'vitest'
import type { Architecture } from '../../base/vehicle/index.ts'
import type { KnowledgeBook } from './index.ts'
import { diagnose, knowledgeOf, lintBook, OFTEN, SHIPPED_BOOK } from './index.ts'

const usual: Architecture = usualArchitecture({
  air: { front: 'strut', rear: 'strut' },
  reservoir: true,
  pressureSensor: 'gallery',
  damping: { front: 'continuous', rear: 'continuous' },
  doorInhibit: true,
})
const levelling: Architecture = {
  ...usual,
  air: { front: 'none', rear: 'bellows' },
  reservoir: false,
  sensors: { front: 'none', rear: 'one' },
  damping: { front: 'plain', rear: 'plain' },
  pressureSensor: 'none',
  doorInhibit: false,
  crossValve: { front: false, rear: true },
}
const closed: Architecture = { ...usual, layout: 'closed', valves: 'perSpring' }
const ids = (architecture: Architecture): string[] =>
  knowledgeOf(SHIPPED_BOOK, architecture).causes.map(({ id }) => id)

describe('the shipped knowledge', () => {
  test('hangs together', () => expect(lintBook(SHIPPED_BOOK)).toEqual([]))
  test('names only checks that are there; a shop may leave one of them out', () => {
    const there = new Set(SHIPPED_BOOK.checks.map(({ id }) => id))
    const named = [
      ...SHIPPED_BOOK.causes.flatMap(({ own = [], after = [] }) => [...own, ...after]),
      ...SHIPPED_BOOK.checks.flatMap(({ comes }) => comes ?? []),
    ]
    expect(named.filter((id) => !there.has(id))).toEqual([])
    expect(named.length).toBeGreaterThan(40)
    const without = {
      ...SHIPPED_BOOK,
      checks: SHIPPED_BOOK.checks.filter(({ id }) => id !== 'soapSpring'),
    }
    expect(lintBook(without)).toEqual([])
    expect(diagnose(knowledgeOf(without, usual), [])).toMatchObject({ ok: true })
  })
  test('knows enough', () => {
    expect(SHIPPED_BOOK.causes.length).toBeGreaterThanOrEqual(30)
    expect(SHIPPED_BOOK.checks.length).toBeGreaterThanOrEqual(40)
  })
  test.each([
    ['four corners', usual],
    ['rear only', levelling],
    ['closed', closed],
  ] as const)(
    'lays out for %s: every chance sums to 1, nothing is impossible, middles lie in their ranges',
    (_, architecture) => {
      const known = knowledgeOf(SHIPPED_BOOK, architecture)
      expect(diagnose(known, [])).toMatchObject({ ok: true })
      const wrong = known.checks.flatMap(({ id: check, likelihood, between }) =>
        known.causes.flatMap(({ id }) => {
          const { low, high } = between![id]!
          return likelihood[id]!.flatMap((chance, k) =>
            chance > 0 && chance >= low[k]! - 1e-9 && chance <= high[k]! + 1e-9
              ? []
              : [`${check} of ${id}: ${chance}`],
          )
        }),
      )
      expect(wrong).toEqual([])
    },
  )
  test.each([
    ['four corners', usual],
    ['rear only', levelling],
    ['closed', closed],
  ] as const)('every cause of %s comes first once everything looks like it', (_, architecture) => {
    const known = knowledgeOf(SHIPPED_BOOK, architecture)
    const named = known.causes.filter(({ id }) => !known.guide!.unnamed.has(id))
    const lost = named.filter(({ id }) => {
      const evidence = known.checks.map(({ id: check, outcomes, likelihood }) => ({
        check,
        outcome: outcomes[likelihood[id]!.indexOf(Math.max(...likelihood[id]!))]!,
      }))
      const answer = diagnose(known, evidence)
      if (!answer.ok) return true
      // A fault that hides behind the other one of a pair is found once that is mended; two that
      // hardly show beside each other are among the first three.
      const { parts } = known.causeOf.get(id)!
      const members =
        parts.length > 1
          ? parts.map(({ cause, place }) => (place === null ? cause.id : `${cause.id}.${place}`))
          : []
      const leaders = answer.value.posterior.slice(0, members.length > 0 ? 3 : 1)
      return !leaders.some(({ cause }) =>
        [id, ...members].some((each) => known.guide!.mends(cause).includes(each)),
      )
    })
    expect(lost.map(({ id }) => id)).toEqual([])
  })
  test('what a vehicle has not cannot be broken', () => {
    expect(ids(levelling)).not.toEqual(expect.arrayContaining(['springLeak.FL']))
    expect(ids(levelling)).toEqual(
      expect.arrayContaining([
        'springLeak.RL',
        'coilBroken.FL',
        'crossValveOpen.rear',
        'sensorDead.rear',
      ]),
    )
    for (const gone of [
      'reservoirLeak',
      'pressureSensor',
      'doorSwitch',
      'damperPlug.RL',
      'chargeLow',
      'crossedPlugs.rear',
    ])
      expect(ids(levelling)).not.toContain(gone)
    expect(ids(closed)).toEqual(expect.arrayContaining(['chargeLow', 'springValveSeat.FR']))
    for (const gone of ['exhaustValve', 'blockLeak.front', 'dryerWet'])
      expect(ids(closed)).not.toContain(gone)
  })
})

describe('one vehicle’s knowledge', () => {
  const known = knowledgeOf(SHIPPED_BOOK, usual)
  const at = (id: string, check: string, cause: string): number =>
    known.checks.find((each) => each.id === `${check}.${id}`)!.likelihood[cause]![1]!
  // A check that answers for all its places: the chance that this place is among those it names.
  const named = (place: string, check: string, cause: string): number => {
    const { outcomes, likelihood } = known.checks.find(({ id }) => id === check)!
    return outcomes.reduce(
      (sum, outcome, k) => sum + (outcome.split('+').includes(place) ? likelihood[cause]![k]! : 0),
      0,
    )
  }
  test('a leak is found where it is, a little at its neighbour, hardly across', () => {
    // Where two fall, only one of them may be seen: a little less than the book's word.
    const lessThan = (word: keyof typeof OFTEN, cause: string): void => {
      const chance = named('RL', 'watch', cause)
      expect(chance).toBeLessThanOrEqual(OFTEN[word][1] + 1e-9)
      expect(chance).toBeGreaterThan(0.8 * OFTEN[word][1])
    }
    lessThan('always', 'springLeak.RL')
    lessThan('rarely', 'springLeak.RR')
    lessThan('rarely', 'springLeak.FR')
    expect(at('RL', 'soapSpring', 'springLeak.FL')).toBe(OFTEN.never[1])
  })
  test('what shows itself everywhere at once does so together', () => {
    const { outcomes, likelihood } = known.checks.find(({ id }) => id === 'watch')!
    const chance = (outcome: string): number =>
      likelihood['blockLeak.rear']![outcomes.indexOf(outcome)]!
    expect(named('RL', 'watch', 'blockLeak.rear')).toBeCloseTo(
      named('RR', 'watch', 'blockLeak.rear'),
      9,
    )
    expect(chance('RL+RR')).toBeGreaterThan(OFTEN.often[1])
  })
  test('two leaks are seen at both places', () => {
    const { outcomes, likelihood } = known.checks.find(({ id }) => id === 'watch')!
    const row = likelihood['springLeak.RL+springLeak.RR']!
    expect(outcomes[row.indexOf(Math.max(...row))]).toBe('RL+RR')
    expect(row[outcomes.indexOf('RL')]).toBeGreaterThan(OFTEN.rarely[1])
  })
  test('two at once show what either shows', () => {
    const pump = known.checks.find(({ id }) => id === 'pumpTest')!.likelihood
    expect(pump['leakAndPump.RL']![2]).toBeGreaterThan(pump['springLeak.RL']![2]!)
    expect(named('RL', 'watch', 'leakAndPump.RL')).toBeGreaterThanOrEqual(
      named('RL', 'watch', 'springLeak.RL') - 0.02,
    )
  })
  test('a long way driven makes wear likelier, found faults those found', () => {
    const weight = (id: string, circumstances: Parameters<typeof knowledgeOf>[2]): number =>
      knowledgeOf(SHIPPED_BOOK, usual, circumstances).causes.find((each) => each.id === id)!.weight
    expect(weight('pumpWorn', { km: 240_000 })).toBe(2 * weight('pumpWorn', {}))
    expect(weight('fuse', { km: 240_000 })).toBe(weight('fuse', {}))
    expect(
      weight('springLeak.RL', { counts: { springLeak: 8 } }) - weight('springLeak.RL', {}),
    ).toBe(2)
  })
})

describe('a book that does not hang together', () => {
  const broken = (
    change: (book: KnowledgeBook & { checks: { [key: string]: unknown }[] }) => void,
  ): readonly { at: string; code: string }[] => {
    const book = JSON.parse(JSON.stringify(SHIPPED_BOOK)) as never
    change(book)
    return lintBook(book)
  }
  test.each<[string, Parameters<typeof broken>[0], object]>([
    [
      'an unknown cause',
      ({ checks }) => {
        ;(checks[0]!.rows[0]!.causes as string[]).push('gremlins')
      },
      { at: 'checks/saysLow', code: 'unknownCause', what: 'gremlins' },
    ],
    [
      'an unknown outcome',
      ({ checks }) => {
        Object.assign(
          checks.find(({ id }) => id === 'pumpTest')!,
          { otherwise: { splendid: 'often' } },
        )
      },
      { at: 'checks/pumpTest', code: 'unknownOutcome', what: 'splendid' },
    ],
    [
      'chances over one',
      ({ checks }) => {
        Object.assign(
          checks.find(({ id }) => id === 'pumpTest')!,
          { otherwise: { tired: 'always', weak: 'mostly' } },
        )
      },
      { at: 'checks/pumpTest', code: 'overOne' },
    ],
    [
      'one word for three outcomes',
      ({ checks }) => {
        Object.assign(
          checks.find(({ id }) => id === 'pumpTest')!,
          { otherwise: 'often' },
        )
      },
      { code: 'wordForMany' },
    ],
    [
      'a check that tells nothing',
      ({ checks }) => {
        Object.assign(checks[0]!, { rows: [] })
      },
      { at: 'checks/saysLow', code: 'tellsNothing' },
    ],
    [
      'a cause nothing finds',
      ({ causes }) => {
        ;(causes as unknown[]).push({ ...causes[0]!, id: 'gremlins' })
      },
      { at: 'causes/gremlins', code: 'neverFound' },
    ],
  ])('%s', (_, change, fault) =>
    expect(broken(change)).toContainEqual(expect.objectContaining(fault)),
  )
})
