import { expect, test } from 'vitest'
import type { Arrival } from './index.ts'
import { arrivalAnswer, UNSEEN } from './index.ts'

const seen = (change: Partial<Arrival> = {}): Arrival => ({
  onStops: 'none',
  rises: 'yes',
  audible: false,
  tyreTouches: false,
  pumpRunsOn: false,
  speedLimited: false,
  sinks: 'same',
  ...change,
})
test.each([
  ['rises and holds', {}, 'on', ['risesAndHolds'], 'worthIt'],
  ['flat, but comes up', { onStops: 'corner' }, 'slowly', ['standsOnStops'], 'worthIt'],
  [
    'flat and stays down',
    { onStops: 'axle', rises: 'no' },
    'tow',
    ['flatAndStaysDown'],
    'notNeeded',
  ],
  ['a tyre rubs', { tyreTouches: true, rises: 'slowly' }, 'tow', ['tyreTouches'], 'worthIt'],
  ['the pump cannot be stopped', { pumpRunsOn: true }, 'tow', ['pumpRunsOn'], 'worthIt'],
  ['audible', { audible: true }, 'slowly', ['audible'], 'notNeeded'],
  [
    'slow, limited and worse than last month',
    { rises: 'slowly', speedLimited: true, sinks: 'faster' },
    'slowly',
    ['risesSlowly', 'speedLimited', 'sinksFaster'],
    'worthIt',
  ],
] as const)('%s', (_, change, drive, reasons, night) =>
  expect(arrivalAnswer(seen(change))).toEqual({ drive, reasons, night }),
)

test('nobody has looked: nothing is answered', () =>
  expect(arrivalAnswer(UNSEEN)).toEqual({ drive: 'unknown', reasons: [], night: 'unknown' }))
test('one thing seen is enough to tow', () =>
  expect(arrivalAnswer({ ...UNSEEN, tyreTouches: true }).drive).toBe('tow'))
