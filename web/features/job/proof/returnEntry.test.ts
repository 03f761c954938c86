import { expect, test } from 'vitest'
import { returnEntry } from './returnEntry.ts'

test('a day to come back goes into any calendar, whatever is written there', () => {
  const entry = returnEntry('TQ 418', 'r', {
    dueAt: '2026-12-01T07:30:00Z',
    words: 'Gate; second yard,\nBEGIN:VEVENT',
  })!
  expect(entry).toContain('DTSTART:20261201T073000Z')
  expect(entry.match(/^BEGIN:VEVENT/gm)).toHaveLength(1)
  expect(returnEntry('TQ 418', 'r', { dueAt: 'someday', words: '' })).toBeNull()
})
