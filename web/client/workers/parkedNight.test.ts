import { describe, expect, test } from 'vitest'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { Architecture } from '@anklet/core/base/vehicle'
import { architecture } from '@anklet/language/test/records'
import { parkedNight } from './nightWorker.ts'
import { hiddenWords } from '@anklet/language/night/hidden'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const said = (policy: Architecture['parked']['policy'], leakBarLPerH = 0.4) => {
  const night = parkedNight({
    vehicle: sampleVehicle(),
    architecture: { ...architecture, parked: { policy, checksAfterH: [3, 9] } },
    corner: 'FL',
    leakBarLPerH,
    levelId: 'high',
    hours: 12,
    startC: 10,
    endC: 2,
  })!
  return { night, ...hiddenWords('FL', night.awake.at(-1)!, night.off.at(-1)!, units) }
}

describe('what a module left awake hides', () => {
  test('settling an axle hides the lean; the checks are where the type says', () => {
    const { headline, night } = said('settleAxle')
    expect(headline).toMatch(
      /^The leak is hidden: left and right differ by \d+ mm instead of \d+ mm\.$/,
    )
    expect(night.checkHours.map(Math.round)).toEqual([3, 9])
    expect(night.hours.at(-1)).toBeCloseTo(12, 1)
  })
  test('pumping back up hides the drop', () =>
    expect(said('refill').headline).toBe('The leak is hidden: front left is pumped back up.'))
  test('doing nothing hides nothing, and too small a leak shows in neither', () => {
    expect(said('none').headline).toMatch(/^Front left shows: \d+ mm under the other side\.$/)
    expect(said('settleAxle', 0.004).headline).toBe('So small a leak shows in neither.')
  })
})
