import type { Job, Rate } from '@anklet/contract'
import type { PlacedCause, PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import { causesAt, checksAt, nightMinutes, wantedNow } from '@anklet/core/reasoning/diagnosis'
import type { KnownOfJob } from '@anklet/core/reasoning/evidence'
import { knownOf } from '@anklet/core/reasoning/evidence'
import type { Remote } from 'comlink'
import { useMemo, useState } from 'react'
import { useShop } from '../../../client/queries.ts'
import type {
  DiagnosisAnswer,
  DiagnosisRequest,
  DiagnosisWorker,
} from '../../../client/workers/diagnosisWorker.ts'
import { dayOf } from '@anklet/language/plain/times'
import { useReckoned } from '../../../client/workers/useReckoned.ts'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { useBook } from '../../job/knowledge/useBook.ts'

const makeWorker = (): Worker =>
  new Worker(new URL('../../../client/workers/diagnosisWorker.ts', import.meta.url), {
    type: 'module',
  })
const askReasons = (
  remote: Remote<DiagnosisWorker>,
  request: DiagnosisRequest,
): Promise<DiagnosisAnswer> => remote.work(request)

/** What a job's suspects stand on and come to. */
export interface SuspectsNow extends KnownOfJob {
  readonly causes: ReadonlyMap<string, PlacedCause>
  readonly checks: ReadonlyMap<string, PlacedCheck>
  readonly shop: ShopBook
  /** What an hour costs here; null: nobody said. */
  readonly rate: Rate | null
  /** Null while it is reckoned for the first time. */
  readonly answer: DiagnosisAnswer | null
}

/** Which fault a job's evidence speaks for, reckoned beside the page whenever the evidence changes. */
export function useSuspects(job: Job): SuspectsNow {
  const { architecture } = job.vehicleType
  const shop = useBook()
  const rate = useShop().data?.rate ?? null
  const [began] = useState(() => new Date())
  const wanted = wantedNow(job.complaint.wantedBack, dayOf(began))
  const { book, changes, record } = shop
  const causes = useMemo(
    () => new Map(causesAt(book, architecture).map((each) => [each.id, each])),
    [book, architecture],
  )
  const checks = useMemo(() => checksAt(book, architecture), [book, architecture])
  const known = useMemo(() => knownOf(job, checks), [job, checks])
  const counts = useMemo(() => summed(record?.learned.counts, record?.borrowed?.counts), [record])
  const evidence = known.pieces
    .filter(({ doubted }) => doubted === null)
    .map(({ check, outcome }) => ({ check, outcome }))
  const circumstances = {
    km: job.arrival?.odometerKm ?? null,
    counts,
    perHour: rate?.perHour ?? null,
    nightMin: nightMinutes(began.getHours(), wanted),
  }
  // Asked with the shop's own knowledge only: an answer of what ships alone would be taken back at once.
  const answer = useReckoned<DiagnosisWorker, DiagnosisRequest, DiagnosisAnswer>(
    makeWorker,
    askReasons,
    record ? { architecture, changes, circumstances, evidence } : null,
    { kind: 'broken' },
  )
  return { ...known, causes, checks, shop, rate, answer }
}

function summed(
  ...all: readonly (Readonly<Record<string, number>> | undefined)[]
): Record<string, number> {
  const sum: Record<string, number> = {}
  for (const counts of all)
    for (const [id, count] of Object.entries(counts ?? {})) sum[id] = (sum[id] ?? 0) + count
  return sum
}
