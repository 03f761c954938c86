import { forecast } from '@anklet/core/measuring/leakdown'
import { sampleVehicle } from '@anklet/core/base/samples'
import { expect, test } from 'vitest'
import { nightHours } from './nightHours.ts'

// Lengths as two clocks give them; forty fortieths of the first, multiplied first, are more than the whole.
test.each([12.945399174188681, 13 + 13 / 60 + 7.123 / 3600, 2, 62.7])(
  'a night of %d hours is drawn from evening to morning',
  (hours) => {
    const sampleHours = nightHours(hours)
    expect([sampleHours[0], sampleHours[20], sampleHours.at(-1)]).toEqual([0, hours / 2, hours])
    const night = { vehicle: sampleVehicle(), startC: 9, endC: -3, hours, leaks: {}, sampleHours }
    expect(forecast(night)).toMatchObject({ ok: true })
  },
)
