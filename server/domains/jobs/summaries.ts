import type { Placeholder } from 'drizzle-orm'
import { and, desc, eq, getTableColumns, inArray, ne } from 'drizzle-orm'
import type { JobSummary } from '@anklet/contract'
import { designHeights } from '@anklet/core/base/starting'
import { foundBy } from '@anklet/core/measuring/leakdown'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { mapCorners } from '@anklet/core/base/vehicle'
import type { Open } from '../../store/atOnce.ts'
import { asking } from '../../store/atOnce.ts'
import type { Database, Transaction } from '../../store/database.ts'
import { job, round, vehicle, vehicleType, watch } from '../../store/schema.ts'
import { among } from '../../kernel/among.ts'
import { iso, isoOrNull } from '../../kernel/instants.ts'
import { askConcluded, askDecided, tellDecided } from './findings.ts'
import { askHandedOver } from '../proofRecord/queries.ts'
import type { WatchRow } from '../watches/queries.ts'
import { askPlanned, summariseWork } from '../work/queries.ts'
import { MEANS, wholeMeans } from '../rounds/means.ts'

/** Closed jobs stay on the floor's list this long. */
const KEEP_CLOSED_DAYS = 30

/** Since when jobs that were closed are shown on the floor. */
export const floorSince = (now: Date): string =>
  new Date(now.getTime() - KEEP_CLOSED_DAYS * 86_400_000).toISOString()

interface Latest {
  readonly endedAt: string
  readonly levelOffsetMm: number
  readonly meanMm: PerCorner<number>
}

// The last round of each job.
const askLatestRounds = (db: Database | Transaction, jobIds: Open<readonly string[]>) =>
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
const askLatestWatches = (db: Database | Transaction, jobIds: Open<readonly string[]>) =>
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

const { arrival: _arrival, ...HEAD } = getTableColumns(job)

const askSummaries = asking((db, { ids }: Record<'ids', Placeholder>) => {
  const types = db
    .select({ id: vehicle.typeId })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(among(job.id, ids))
  return {
    heads: db
      .select({
        job: HEAD,
        plate: vehicle.plate,
        simulated: vehicle.simulated,
        typeId: vehicle.typeId,
      })
      .from(job)
      .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
      .where(among(job.id, ids))
      .orderBy(desc(job.openedAt)),
    // A type is a page of figures: read once, not once for each of its jobs.
    types: db.select().from(vehicleType).where(inArray(vehicleType.id, types)),
    rounds: askLatestRounds(db, ids),
    watches: askLatestWatches(db, ids),
    handed: askHandedOver(db, ids),
    concluded: askConcluded(db, ids),
    decided: askDecided(db, ids),
    ...askPlanned(db, ids),
  }
})

/** Some jobs as lists show them, newest first. */
export async function summariseJobs(db: Database, ids: readonly string[]): Promise<JobSummary[]> {
  if (ids.length === 0) return []
  const found = await askSummaries(db, { ids })
  const types = new Map(found.types.map((row) => [row.id, row]))
  const rounds = tellLatestRounds(found.rounds)
  const watches = tellLatestWatches(found.watches)
  const decided = tellDecided(found.decided)
  const handed = new Set(found.handed.map(({ jobId }) => jobId))
  const concluded = new Set(found.concluded.map(({ jobId }) => jobId))
  const work = await summariseWork(db, found)
  return found.heads.map(({ job: head, plate, simulated, typeId }) => {
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
