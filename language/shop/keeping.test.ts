import { expect, test } from 'vitest'
import { keptWords, pastWords } from './keeping.ts'

test('how long what is kept is told with what nobody has limited', () => {
  expect(keptWords(null)).toBe('Whose a car is: until somebody erases it. Sign-ins: for good')
  expect(keptWords({ ownerYears: 1, doorMonths: 18 })).toBe(
    'Whose a car is: 1 year. Sign-ins: 18 months',
  )
})

test('what would go is told before it is kept, and that nothing would', () => {
  expect(pastWords({ cars: 0, entries: 0 })).toBe('Nothing on record is older than that today.')
  const said = pastWords({ cars: 3, entries: 0 })
  expect(said).toContain('for good a day from now: what tells whose 3 cars are.')
  expect(said).not.toContain('sign-in')
  expect(pastWords({ cars: 1, entries: 12 })).toContain(
    'what tells whose 1 car is; 12 sign-ins or addresses',
  )
})
