import { describe, expect, test } from 'vitest'
import type { PlanStep, ShownBy } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { Run } from '../record/index.ts'
import type { ProofFacts, ProofItemId, ProofState } from './index.ts'
import { stepsShown } from './index.ts'
import { item } from './proof.ts'
import type { ShowsSteps } from './shownSteps.ts'

const BACK_MS = 1_000_000
const step = (shownBy: readonly ShownBy[], change: Partial<PlanStep> = {}): PlanStep =>
  ({ key: 's', step: 's', shownBy, gives: [], phase: 'prove', ...change }) as unknown as PlanStep
const done = {
  step: step([], { phase: 'down' }),
  state: 'done',
  done: { at: new Date(BACK_MS).toISOString() },
}
const facts = (change: Partial<ProofFacts> = {}, open = false): ProofFacts => ({
  architecture: sampleArchitecture(),
  book: [],
  run: {
    steps: open ? [done, { ...done, state: 'open', done: null }] : [done],
  } as unknown as Run,
  said: [],
  cornersTest: null,
  round: null,
  unlevelled: null,
  calibrated: null,
  codes: null,
  watch: null,
  ...change,
})
const isShown = (
  by: readonly ShownBy[],
  of: Partial<ShowsSteps> = {},
  bubbles: readonly string[] = [],
  change: Partial<PlanStep> = {},
): boolean =>
  stepsShown(
    { ready: [step(by, change)], bubbles },
    { facts: facts(), items: [], measured: false, charged: null, ...of },
  ).length === 1

describe('what stands for a step', () => {
  test('a step nobody shows elsewhere is done by nothing', () => expect(isShown([])).toBe(false))
  test('a round before the work, whenever it was', () => {
    expect(isShown(['measured'])).toBe(false)
    expect(isShown(['measured'], { measured: true })).toBe(true)
    expect(isShown(['measured'], { measured: true, facts: facts({}, true) })).toBe(true)
  })
  test('all of what it names, not one of it', () => {
    const items = [item('levels', 'shown'), item('roadTest', 'missing')]
    expect(isShown(['levels'], { items })).toBe(true)
    expect(isShown(['levels', 'roadTest'], { items })).toBe(false)
  })
  test('what is not right does not stand for it; what is not asked of this car is in nobody’s way', () => {
    expect(isShown(['codes'], { items: [item('codes', 'against')] })).toBe(false)
    expect(isShown(['codes'], { items: [item('soap', 'against')] })).toBe(true)
  })
  test('before the car stands on its wheels nothing does', () => {
    expect(isShown(['soap'], { facts: facts({}, true) })).toBe(false)
  })
  test('a calibration and a charge, after it stood on its wheels', () => {
    const taught = (atMs: number) => facts({ calibrated: { atMs, levels: [], lowered: false } })
    expect(isShown(['calibrated'], { facts: taught(BACK_MS - 1) })).toBe(false)
    expect(isShown(['calibrated'], { facts: taught(BACK_MS) })).toBe(true)
    expect(isShown(['charged'], { charged: { atMs: BACK_MS - 1 } })).toBe(false)
    expect(isShown(['charged'], { charged: { atMs: BACK_MS } })).toBe(true)
  })
  test('a levelled round walked since, undecided or not; one that is out is none', () => {
    const walked = facts({ round: { atMs: BACK_MS, verdict: null, agreements: null } })
    const early = facts({ round: { atMs: BACK_MS - 1, verdict: null, agreements: null } })
    const heights = (state: ProofState, of = walked, id: ProofItemId = 'heights') =>
      isShown(['heights'], { facts: of, items: [item(id, state)] })
    expect([
      heights('shown'),
      heights('missing'),
      heights('against'),
      heights('against', walked, 'leftRight'),
      heights('shown', early),
    ]).toEqual([true, true, false, false, false])
  })
  test('while a joint bubbles only soap and the first round do', () => {
    const items = [item('levels', 'shown'), item('soap', 'shown')]
    expect(isShown(['levels'], { items }, ['RL'])).toBe(false)
    expect(isShown(['soap'], { items }, ['RL'], { gives: ['tight'] })).toBe(true)
    expect(isShown(['measured'], { measured: true }, ['RL'])).toBe(true)
  })
})
