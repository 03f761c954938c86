import type { Backup, BackupsRecord } from '@anklet/contract'
import { describe, expect, test } from 'vitest'
import { countWords, dueWords, lastWords, replacedRows, sizeWords } from './backups.ts'

const NOW = new Date('2026-11-30T10:00:00')
const counts = { vehicles: 1, jobs: 2, rounds: 0, photos: 1, commands: 9 }
const backupOf = (madeAt: Date, sameShop = true): Backup => ({
  name: 'anklet-x.anklet',
  madeAt: madeAt.toISOString(),
  bytes: 1_234_567,
  shopName: 'A shop',
  sameShop,
  counts,
})
const record = (change: Partial<BackupsRecord> = {}): BackupsRecord => ({
  settings: { hour: 12, folder: null, keep: 14 },
  folder: '/data/backups',
  doing: null,
  fault: null,
  due: false,
  restored: null,
  now: counts,
  backups: [],
  ...change,
})

describe('what is said of backups', () => {
  test('sizes and counts', () => {
    expect([20, 504_000, 1_234_567].map(sizeWords)).toEqual(['1 kB', '504 kB', '1.2 MB'])
    expect(countWords(counts)).toBe('1 car, 2 jobs, 0 rounds, 1 photo')
  })

  test('the last one is one of this shop, not of another', () => {
    const other = backupOf(new Date('2026-11-30T09:00:00'), false)
    expect(lastWords(record({ backups: [other] }), NOW)).toBe(
      'There is no backup of this shop yet.',
    )
    const own = backupOf(new Date('2026-11-30T08:00:00'))
    expect(lastWords(record({ backups: [other, own] }), NOW)).toMatch(
      /^The last one: today 08:00, verified/,
    )
  })

  test('the Floor speaks of it only when it is due', () => {
    const old = backupOf(new Date('2026-11-26T09:00:00'))
    expect(dueWords(record({ backups: [old] }), NOW)).toBe(null)
    expect(dueWords(record({ due: true, backups: [old] }), NOW)).toBe(
      'The last backup of this shop is 4 days old.',
    )
    expect(dueWords(record({ due: true }), NOW)).toBe('There is no backup of this shop yet.')
  })

  test('what putting one back replaces, kind by kind', () => {
    expect(replacedRows({ ...counts, jobs: 5 }, counts)[1]).toEqual({
      kind: 'jobs',
      now: 5,
      then: 2,
    })
  })
})
