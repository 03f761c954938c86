import { expect, test } from 'vitest'
import { keptWords, pastWords } from './keeping.ts'

test('how long what is kept is told with what nobody has limited', () => {
  expect(keptWords(null)).toBe('Owners’ data: until somebody erases it. Sign-ins: for good')
  expect(keptWords({ ownerYears: 1, doorMonths: 18 })).toBe(
    'Owners’ data: 1 year after the last job. Sign-ins: 18 months',
  )
})

test('what would go is told before it is kept, and that nothing would', () => {
  expect(pastWords({ cars: 0, entries: 0 })).toBe('Nothing on record is older than that today.')
  const said = pastWords({ cars: 3, entries: 0 })
  expect(said).toContain('for good a day from now: the owners’ data of 3 cars.')
  expect(said).not.toContain('sign-in')
  expect(pastWords({ cars: 1, entries: 12 })).toContain(
    'the owners’ data of 1 car; 12 sign-ins or addresses',
  )
})
