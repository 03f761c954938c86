import { expect, test } from 'vitest'
import { refusalWords } from './refusals.ts'

test('a type that could not stand is told by its corner', () => {
  expect(
    refusalWords({
      code: 'stopOrder',
      corner: 'RL',
      bumpHeightMm: 500,
      designHeightMm: 480,
      droopHeightMm: 560,
    }),
  ).toMatch(/^At the rear left .* They must rise\.$/)
  expect(refusalWords({ code: 'springWouldPull', corner: 'FL', surplusN: 400.4 })).toContain(
    '400 N more than the load',
  )
  expect(refusalWords({ code: 'noRest', outcome: 'maxSteps' })).toContain('no place to rest')
})
