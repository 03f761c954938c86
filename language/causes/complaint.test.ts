import { describe, expect, test } from 'vitest'
import { complaintWords, isComplaint, needsNoNight, NO_COMPLAINT } from './complaint.ts'

describe('what the customer says', () => {
  test('is short enough for a list', () => {
    expect(
      complaintWords({
        where: ['FL', 'FR'],
        when: ['overnight'],
        signs: ['slowRise', 'hiss'],
        words: '',
      }),
    ).toBe('The front, down overnight, slow to rise')
    expect(complaintWords({ ...NO_COMPLAINT, words: 'it leans' })).toBe('It leans')
    expect(complaintWords(NO_COMPLAINT)).toBe('Nothing said yet')
    expect(
      [
        NO_COMPLAINT,
        { ...NO_COMPLAINT, words: '  ' },
        { ...NO_COMPLAINT, signs: ['message' as const] },
      ].map(isComplaint),
    ).toEqual([false, false, true])
  })

  test('what can be heard or cannot rise needs no night', () => {
    expect(
      (['hiss', 'pumpNever', 'slowRise'] as const).map((sign) =>
        needsNoNight({ ...NO_COMPLAINT, signs: [sign] }),
      ),
    ).toEqual([true, true, false])
  })
})
