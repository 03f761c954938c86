import type { SQL } from 'drizzle-orm'
import { and, desc, eq, gte, isNull, ne, or } from 'drizzle-orm'
import type { JobSummary } from '@anklet/contract'
import { designHeights } from '@anklet/core/base/starting'
import { foundBy } from '@anklet/core/measuring/leakdown'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { mapCorners } from '@anklet/core/base/vehicle'
import { atOnce } from '../../store/atOnce.ts'
import type { Database } from '../../store/database.ts'
import { job, round, vehicle, vehicleType, watch } from '../../store/schema.ts'
import { among } from '../../kernel/among.ts'
import { iso, isoOrNull } from '../../kernel/instants.ts'
import { askConcluded, askDecided, tellDecided } from './findings.ts'
import { askHandedOver } from '../proofRecord/queries.ts'
import type { WatchRow } from '../watches/queries.ts'
import { summariseWork } from '../work/queries.ts'
import { MEANS, wholeMeans } from '../rounds/means.ts'

/** Closed jobs stay on the floor's list this long. */
const KEEP_CLOSED_DAYS = 30

/** Which jobs the floor shows. */
export function onFloor(now: Date): SQL | undefined {
  const since = new Date(now.getTime() - KEEP_CLOSED_DAYS * 86_400_000).toISOString()
  return or(isNull(job.closedAt), gte(job.closedAt, since))
}

interface Latest {
  readonly endedAt: string
  readonly levelOffsetMm: number
  readonly meanMm: PerCorner<number>
}

// The last round of each job.
const askLatestRounds = (db: Database, jobIds: readonly string[]) =>
  db
    .selectDistinctOn([round.jobId], {
      jobId: round.jobId,
      endedAt: round.endedAt,
      levelOffsetMm: round.levelOffsetMm,
      ...MEANS,
    })
    .from(round)
    .where(and(among(round.jobId, jobIds), eq(round.method, 'wheelCentreToArch')))
    .orderBy(round.jobId, desc(round.endedAt))

const tellLatestRounds = (
  rows: Awaited<ReturnType<typeof askLatestRounds>>,
): ReadonlyMap<string, Latest> =>
  new Map(
    rows.map(({ jobId, endedAt, levelOffsetMm, ...means }) => [
      jobId,
      { endedAt: iso(endedAt), levelOffsetMm, meanMm: wholeMeans(means) },
    ]),
  )

function offDesign(
  { meanMm, levelOffsetMm, endedAt }: Latest,
  type: Parameters<typeof designHeights>[0],
): JobSummary['latest'] {
  const design = designHeights(type, levelOffsetMm)
  return {
    endedAt,
    offDesignMm: design && mapCorners(meanMm, (mean, corner) => mean - design[corner]),
  }
}

// The last watch of each job.
const askLatestWatches = (db: Database, jobIds: readonly string[]) =>
  db
    .selectDistinctOn([watch.jobId])
    .from(watch)
    .where(and(among(watch.jobId, jobIds), ne(watch.state, 'givenUp')))
    .orderBy(watch.jobId, desc(watch.startedAt))

const tellLatestWatches = (
  rows: readonly WatchRow[],
): ReadonlyMap<string, NonNullable<JobSummary['watch']>> =>
  new Map(
    rows.map(({ jobId, state, startedAt, plannedEndAt, finding, supplyCut, supplyBackAt }) => [
      jobId,
      {
        state: state as NonNullable<JobSummary['watch']>['state'],
        startedAt: iso(startedAt),
        plannedEndAt: iso(plannedEndAt),
        finding,
        supplyIsOff: supplyCut !== 'leftOn' && supplyBackAt === null,
      },
    ]),
  )

// A type is a page of figures: read once, not once for each of its jobs.
async function typesAmong(
  db: Database,
  ids: readonly string[],
): Promise<Map<string, typeof vehicleType.$inferSelect>> {
  const distinct = [...new Set(ids)]
  const rows = await db.select().from(vehicleType).where(among(vehicleType.id, distinct))
  return new Map(rows.map((row) => [row.id, row]))
}

/** Jobs as lists show them, newest first: of a vehicle, or by their ids. */
export async function summariseJobs(
  db: Database,
  which: { readonly vehicleId: string } | { readonly ids: readonly string[] },
): Promise<JobSummary[]> {
  if ('ids' in which && which.ids.length === 0) return []
  const rows = await db
    .select({
      job,
      plate: vehicle.plate,
      simulated: vehicle.simulated,
      typeId: vehicle.typeId,
    })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where('ids' in which ? among(job.id, which.ids) : eq(job.vehicleId, which.vehicleId))
    .orderBy(desc(job.openedAt))
  const ids = rows.map((row) => row.job.id)
  if (ids.length === 0) return []
  const types = await typesAmong(
    db,
    rows.map(({ typeId }) => typeId),
  )
  const last = await atOnce(db, {
    rounds: askLatestRounds(db, ids),
    watches: askLatestWatches(db, ids),
    handed: askHandedOver(db, ids),
    concluded: askConcluded(db, ids),
    decided: askDecided(db, ids),
  })
  const rounds = tellLatestRounds(last.rounds)
  const watches = tellLatestWatches(last.watches)
  const decided = tellDecided(last.decided)
  const handed = new Set(last.handed.map(({ jobId }) => jobId))
  const concluded = new Set(last.concluded.map(({ jobId }) => jobId))
  const work = await summariseWork(db, ids)
  return rows.map(({ job: { arrival: _arrival, ...head }, plate, simulated, typeId }) => {
    const type = types.get(typeId)!
    const latest = rounds.get(head.id)
    return {
      ...head,
      openedAt: iso(head.openedAt),
      closedAt: isoOrNull(head.closedAt),
      plate,
      simulated,
      typeName: type.name,
      hasHeights: latest !== undefined,
      latest: latest ? offDesign(latest, type) : null,
      watch: watches.get(head.id) ?? null,
      found: foundBy(concluded.has(head.id), watches.get(head.id)?.finding ?? null),
      decided: decided.get(head.id) ?? null,
      work: work.get(head.id) ?? null,
      handedOver: handed.has(head.id),
    }
  })
}
