import { checksAt, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { describe, expect, test } from 'vitest'
import { architecture } from '../test/records.ts'
import {
  asksWords,
  causeClause,
  causeWords,
  checkWords,
  minutesWords,
  outcomeWords,
} from './suspects.ts'

const checks = checksAt(SHIPPED_BOOK, architecture)

describe('said of checks and causes', () => {
  test('places are spoken, outcomes by the places they name', () => {
    expect(asksWords(checks.get('soapSpring.RL')!)).toBe('Bubbles on the rear left spring?')
    expect(checkWords(checks.get('watch')!)).toBe('Night with supply off')
    expect(outcomeWords(checks.get('watch')!, 'FL+RR')).toBe('Front left, rear right: falls')
    expect(outcomeWords(checks.get('whichCorner')!, 'RL:still+RR:crossed')).toBe(
      'Rear left: it does not move; Rear right: another one rises',
    )
    expect(outcomeWords(checks.get('watch')!, 'holds')).toBe('All hold')
    const [leak, pump] = [
      SHIPPED_BOOK.causes.find(({ id }) => id === 'springLeak')!,
      SHIPPED_BOOK.causes.find(({ id }) => id === 'pumpWorn')!,
    ]
    expect(
      causeWords({
        id: 'x',
        base: 'leakAndPump',
        weight: 1,
        place: 'RL',
        because: '',
        parts: [
          { cause: leak, place: 'RL' },
          { cause: pump, place: null },
        ],
      }),
    ).toBe('The rear left air spring leaks, and the pump is worn')
  })
  test('within a sentence a cause begins small', () => {
    const fitting = SHIPPED_BOOK.causes.find(({ words }) => words.startsWith('A '))!
    const placed = {
      id: 'x',
      base: fitting.id,
      weight: 1,
      place: 'FL' as const,
      because: '',
      parts: [{ cause: fitting, place: 'FL' as const }],
    }
    expect(causeWords(placed)).toMatch(/^A /)
    expect(causeClause(placed)).toMatch(/^a /)
  })
  test('minutes as one says them', () => {
    expect([1, 12, 62, 95, 150].map(minutesWords)).toEqual([
      'a minute',
      '12 minutes',
      'an hour',
      '1½ hours',
      '2½ hours',
    ])
  })
})
