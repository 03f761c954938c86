import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, nullable, oneOf } from './quantities.ts'
import { JobSummaryRecord, VehicleRecord } from './records.ts'

/** How jobs may be listed. */
export const JobSort = oneOf('openedAt', 'plate', 'typeName')
/** A page of the list of all jobs. */
export const JobPage = closed({ total: Type.Integer(), rows: Type.Array(JobSummaryRecord) })
export type JobPage = Static<typeof JobPage>

/** A page of the list of all vehicles. */
export const VehiclePage = closed({ total: Type.Integer(), rows: Type.Array(VehicleRecord) })
export type VehiclePage = Static<typeof VehiclePage>

/** How well this shop repeats its readings; null while it has too few double rounds to know. */
export const RepeatabilityRecord = closed({
  learned: nullable(closed({ repeatabilityMm: Type.Number(), repeats: Type.Integer() })),
})
