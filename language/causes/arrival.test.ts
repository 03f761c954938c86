import { expect, test } from 'vitest'
import { driveWords } from './arrival.ts'

test('what the owner is told first is one sentence, with its reasons', () => {
  expect(driveWords({ drive: 'tow', reasons: ['tyreTouches'], night: 'worthIt' })).toMatch(
    /^Tow it: [^.?]+\.$/,
  )
  expect(driveWords({ drive: 'on', reasons: [], night: 'worthIt' })).toBe('It may drive on.')
})
test('before anybody looked it is asked, and nothing is answered', () => {
  expect(driveWords({ drive: 'unknown', reasons: [], night: 'unknown' })).toBe(
    'Look first: does it rise, and does anything touch?',
  )
})
