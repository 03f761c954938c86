import { describe, expect, test } from 'vitest'
import type { Architecture, Corner } from '../../base/vehicle/index.ts'
import type { WantedJob } from './index.ts'
import { compose } from './test/composing.ts'

describe('what makes no sense is refused', () => {
  const code = (jobs: readonly WantedJob[], car: Partial<Architecture> = {}) => {
    const made = compose(jobs, car)
    return made.ok ? 'made' : made.error.code
  }
  const both: readonly Corner[] = ['RL', 'RR']
  test.each([
    ['jobUnknown', [{ job: 'paint' }], {}],
    ['cornersMissing', [{ job: 'strut' }], {}],
    ['jobTwice', [{ job: 'pump' }, { job: 'pump' }], {}],
    ['halfAnAxle', [{ job: 'coils', corners: ['RL'] }], {}],
    ['jobNotHere', [{ job: 'spring', corners: ['FL'] }], {}],
    ['jobNotHere', [{ job: 'block' }], { valves: 'perSpring' }],
    ['jobNotHere', [{ job: 'reservoir' }], { reservoir: false }],
    ['jobNotHere', [{ job: 'charge' }], { layout: 'open' }],
    [
      'jobNotHere',
      [{ job: 'sensor', corners: ['FL'] }],
      { sensors: { front: 'none', rear: 'each' } },
    ],
    [
      'jobsExclude',
      [
        { job: 'coils', corners: both },
        { job: 'sensor', corners: ['FL'] },
      ],
      { air: { front: 'none', rear: 'strut' } },
    ],
    [
      'jobsExclude',
      [
        { job: 'strut', corners: ['RL'] },
        { job: 'bellows', corners: ['RL'] },
      ],
      {},
    ],
    [
      'jobsExclude',
      [
        { job: 'strut', corners: ['RL'] },
        { job: 'coils', corners: both },
      ],
      {},
    ],
    [
      'jobsExclude',
      [{ job: 'coils', corners: both }, { job: 'pump' }],
      { air: { front: 'none', rear: 'strut' } },
    ],
  ] as const)('%s', (expected, jobs, car) => expect(code(jobs, car)).toBe(expected))
  test.each([
    [[{ job: 'pump' }, { job: 'pump' }], {}, { code: 'jobTwice', job: 'pump', place: null }],
    [
      [
        { job: 'bellows', corners: ['FR', 'RL'] },
        { job: 'strut', corners: ['RL'] },
      ],
      {},
      { code: 'jobsExclude', jobs: ['bellows', 'strut'], place: 'RL' },
    ],
    [
      [{ job: 'relay' }, { job: 'coils', corners: both }],
      { air: { front: 'none', rear: 'strut' } },
      { code: 'jobsExclude', jobs: ['relay', 'coils'], place: null },
    ],
    [
      [{ job: 'sensor', corners: ['FL'] }],
      { sensors: { front: 'none', rear: 'each' } },
      { code: 'jobNotHere', job: 'sensor', place: 'FL' },
    ],
  ] as const)('%j on %j is told with what stands against it', (jobs, car, error) =>
    expect(compose(jobs, car)).toEqual({ ok: false, error }),
  )
})
