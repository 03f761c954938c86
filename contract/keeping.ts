import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, count, nullable } from './quantities.ts'

/** How long a shop keeps what tells of people; null: until somebody erases it. */
export const Keeping = closed({
  ownerYears: nullable(
    Type.Integer({
      minimum: 1,
      maximum: 50,
      description: 'Years after a car’s last job was closed until what tells whose it is is erased',
    }),
  ),
  doorMonths: nullable(
    Type.Integer({
      minimum: 1,
      maximum: 240,
      description: 'Months that sign-ins, and from where something was written, are kept',
    }),
  ),
})
export type Keeping = Static<typeof Keeping>

/** What may be asked before it is set, in the query string; 0: no limit. */
export const KeepingQuery = closed({
  ownerYears: Type.Integer({ minimum: 0, maximum: 50, default: 0 }),
  doorMonths: Type.Integer({ minimum: 0, maximum: 240, default: 0 }),
})
export type KeepingQuery = Static<typeof KeepingQuery>

/** What would be past its time now, were it set so. */
export const KeepingRecord = closed({
  cars: count,
  entries: count,
})
export type KeepingState = Static<typeof KeepingRecord>
