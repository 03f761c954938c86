import { describe, expect, test } from 'vitest'
import type { PlanStep } from '@anklet/core/work/procedure'
import { runsOf, samePlaces } from './planFold.ts'

const step = (id: string, place: PlanStep['place'], change: Partial<PlanStep> = {}): PlanStep =>
  ({
    key: `${id}.${String(place)}`,
    step: id,
    place,
    phase: 'off',
    minutes: 3,
    ...change,
  }) as PlanStep

describe('a plan, folded', () => {
  test('goes stretch by stretch; one that comes twice is told twice', () => {
    const runs = runsOf([
      step('a', null, { phase: 'safe' }),
      step('b', null),
      step('c', null),
      step('d', null, { phase: 'safe' }),
    ])
    expect(runs.map(({ phase, from, steps }) => [phase, from, steps.length])).toEqual([
      ['safe', 0, 1],
      ['off', 1, 2],
      ['safe', 3, 1],
    ])
  })
  test('what is the same at the other side is told once', () => {
    const steps = [
      step('wheel', 'RR'),
      step('wheel', 'RL'),
      step('reach', null, { minutes: 10 }),
      step('line', 'RR', { minutes: 4 }),
      step('line', 'RL'),
    ]
    expect(samePlaces({ steps })).toEqual([
      { place: 'RR', count: 2, minutes: 7, alsoAt: ['RL'] },
      { place: null, count: 1, minutes: 10, alsoAt: [] },
    ])
  })
  test('one step more on one side, and both are told', () => {
    const steps = [step('wheel', 'RR'), step('wheel', 'RL'), step('oil', 'RL')]
    expect(samePlaces({ steps }).map(({ place, count }) => [place, count])).toEqual([
      ['RR', 1],
      ['RL', 2],
    ])
  })
  test('what is done to the whole car is never the same as what is done at a corner', () => {
    expect(samePlaces({ steps: [step('look', 'RR'), step('look', null)] })).toHaveLength(2)
  })
})
