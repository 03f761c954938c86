import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, count, instant, nullable } from './quantities.ts'

/** When and where the shop is backed up by itself. */
export const BackupSettings = closed({
  hour: Type.Integer({ minimum: 0, maximum: 23, description: 'Hour of the day, local time' }),
  folder: nullable(
    Type.String({
      minLength: 1,
      maxLength: 400,
      description: 'Folder on the shop’s computer; null: beside the records',
    }),
  ),
  keep: Type.Integer({ minimum: 1, maximum: 365, description: 'How many are kept' }),
})
export type BackupSettings = Static<typeof BackupSettings>

const Counts = closed({
  vehicles: count,
  jobs: count,
  rounds: count,
  photos: count,
  commands: count,
})
export type BackupCounts = Static<typeof Counts>

const Backup = closed({
  name: Type.String({ description: 'File name' }),
  madeAt: instant,
  bytes: Type.Integer({ minimum: 0 }),
  shopName: Type.String(),
  sameShop: Type.Boolean({ description: 'It is of this shop, not of another one' }),
  counts: Counts,
})
export type Backup = Static<typeof Backup>

/** What the shop knows of its backups; each was put back once and compared before it got its name. */
export const BackupsRecord = closed({
  settings: BackupSettings,
  folder: Type.String({ description: 'Where they lie' }),
  doing: nullable(
    Type.Unsafe<'making' | 'restoring'>({ type: 'string', enum: ['making', 'restoring'] }),
  ),
  fault: nullable(Type.String({ description: 'Why the last attempt came to nothing' })),
  due: Type.Boolean({ description: 'The last one is more than two days old, or there is none' }),
  restored: nullable(closed({ name: Type.String(), at: instant })),
  now: Counts,
  backups: Type.Array(Backup),
})
export type BackupsRecord = Static<typeof BackupsRecord>

/** Which backup takes the place of the present records. */
export const RestoreRequest = closed({ name: Type.String({ minLength: 1, maxLength: 120 }) })
