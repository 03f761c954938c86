import { describe, expect, test } from 'vitest'
import type { Architecture } from '../../../base/vehicle/index.ts'
import { knowledgeOf, SHIPPED_BOOK } from '../index.ts'
import type { Scenario } from './follow.ts'
import { ARCHITECTURE } from '../test/simulatedCar.ts'
import { follow } from './follow.ts'
import { scenarios } from './index.ts'

/** Air at every corner with all that can be had, unless a scenario says otherwise. */
const USUAL: Architecture = {
  ...ARCHITECTURE,
  reservoir: true,
  damping: { front: 'continuous', rear: 'continuous' },
  doorInhibit: true,
}
const usual = knowledgeOf(SHIPPED_BOOK, USUAL)
const MOST_CHECKS = 9
const FEW_CHECKS = 6
/** Said on arrival, it is there to be heard, seen or measured at once. */
const AT_ONCE: readonly (readonly [string, string])[] = [
  ['hiss', 'yes'],
  ['pumpNever', 'yes'],
  ['rises', 'no'],
]

const followed = new Map<Scenario, ReturnType<typeof follow>>()
function outcomeOf(scenario: Scenario) {
  const known = scenario.architecture
    ? knowledgeOf(SHIPPED_BOOK, { ...USUAL, ...scenario.architecture })
    : usual
  const made = followed.get(scenario) ?? follow(known, scenario, MOST_CHECKS)
  followed.set(scenario, made)
  return made
}
const all = [...scenarios.tuned, ...scenarios.held]
const isRight = (scenario: Scenario): boolean =>
  outcomeOf(scenario).concluded?.join() === scenario.truth.toSorted().join()

describe('a fault is found by doing what is advised', () => {
  test.each(all.map((scenario) => [scenario.name, scenario] as const))(
    '%s: nothing false is concluded',
    (_, scenario) => {
      const { concluded } = outcomeOf(scenario)
      if (concluded !== null) expect(concluded).toEqual(scenario.truth.toSorted())
    },
  )
  test('all but two are found, most of them within six checks', () => {
    const missed = all.filter((scenario) => !isRight(scenario)).map(({ name }) => name)
    expect(missed.length, missed.join('; ')).toBeLessThanOrEqual(2)
    const soon = all.filter(
      (scenario) => isRight(scenario) && outcomeOf(scenario).done.length <= FEW_CHECKS,
    )
    expect(soon.length).toBeGreaterThanOrEqual(Math.max(15, 0.8 * all.length))
  })
  test('what hisses or is dead does not begin with a night', () => {
    const hurried = all.filter(({ said }) =>
      AT_ONCE.some(([check, outcome]) => said[check] === outcome),
    )
    expect(hurried.length).toBeGreaterThanOrEqual(4)
    for (const scenario of hurried)
      expect(['watch', 'command'], scenario.name).not.toContain(outcomeOf(scenario).done[0])
  })
  test('no night comes before the first look in any of them', () => {
    for (const scenario of all)
      expect(['watch', 'command'], scenario.name).not.toContain(outcomeOf(scenario).done[0])
  })
})
