import { describe, expect, test } from 'vitest'
import { rateWords, sizeWords } from './rates.ts'

describe('the size of a leak', () => {
  test('is said as one would meet it, growing with the rate', () => {
    expect([0.01, 0.1, 0.5, 3, 20, 500].map(sizeWords)).toEqual([
      'a seep that soap hardly shows',
      'a pin prick',
      'a crack that bubbles slowly',
      'a leak one can hear close by',
      'a hiss across the bay',
      'an open fitting',
    ])
    expect([0.004, 0.05, 0.3, 12.34].map(rateWords)).toEqual(['0.004', '0.05', '0.3', '12.3'])
  })
})
