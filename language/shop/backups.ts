import { counted } from '../plain/counts.ts'
import type { Backup, BackupCounts, BackupsRecord } from '@anklet/contract'
import { daysWords, momentWords } from '../plain/times.ts'

const DAY_MS = 24 * 3_600_000

/** How large a file is, as people say it. */
export const sizeWords = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`

/** What is in a backup. */
export const countWords = ({ vehicles, jobs, rounds, photos }: BackupCounts): string =>
  [
    counted(vehicles, 'car'),
    counted(jobs, 'job'),
    counted(rounds, 'round'),
    counted(photos, 'photo'),
  ].join(', ')

/** The newest of this shop's own. */
export const newestOwn = ({ backups }: BackupsRecord): Backup | null =>
  backups.find(({ sameShop }) => sameShop) ?? null

/** When the last backup was made, and that it was tried. */
export function lastWords(record: BackupsRecord, now: Date): string {
  const last = newestOwn(record)
  return last === null
    ? 'There is no backup of this shop yet.'
    : `The last one: ${momentWords(last.madeAt, now)}, verified: it was put back once and compared.`
}

/** What the Floor says of a backup that is due; null: none is. */
export function dueWords(record: BackupsRecord, now: Date): string | null {
  if (!record.due) return null
  const last = newestOwn(record)
  if (last === null) return 'There is no backup of this shop yet.'
  const days = Math.floor((now.getTime() - Date.parse(last.madeAt)) / DAY_MS)
  return `The last backup of this shop is ${daysWords(days)} old.`
}

const KINDS = [
  ['vehicles', 'cars'],
  ['jobs', 'jobs'],
  ['rounds', 'rounds'],
  ['photos', 'photos'],
  ['commands', 'entries in all'],
] as const

/** What there is now beside what a backup holds, kind by kind. */
export const replacedRows = (
  now: BackupCounts,
  then: BackupCounts,
): readonly { readonly kind: string; readonly now: number; readonly then: number }[] =>
  KINDS.map(([key, kind]) => ({ kind, now: now[key], then: then[key] }))
