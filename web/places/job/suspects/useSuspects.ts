import type { Job } from '@anklet/contract'
import type { PlacedCause, PlacedCheck } from '@anklet/core/diagnosis'
import { causesAt, checksAt, SHIPPED_BOOK } from '@anklet/core/diagnosis'
import type { Remote } from 'comlink'
import { useMemo } from 'react'
import type { DiagnosisAnswer, DiagnosisRequest, DiagnosisWorker } from '../../../workers/diagnosisWorker.ts'
import { useReckoned } from '../../../workers/useReckoned.ts'
import type { Piece } from './evidenceOf.ts'
import { evidenceOf } from './evidenceOf.ts'

const makeWorker = (): Worker => new Worker(new URL('../../../workers/diagnosisWorker.ts', import.meta.url), { type: 'module' })
const askReasons = (remote: Remote<DiagnosisWorker>, request: DiagnosisRequest): Promise<DiagnosisAnswer> => remote.work(request)

/** What a job's suspects stand on and come to. */
export interface SuspectsNow {
  readonly pieces: readonly Piece[]
  readonly causes: ReadonlyMap<string, PlacedCause>
  readonly checks: ReadonlyMap<string, PlacedCheck>
  /** Null while it is reckoned for the first time. */
  readonly answer: DiagnosisAnswer | null
}

/** Which fault a job's evidence speaks for, reckoned beside the page whenever the evidence changes. */
export function useSuspects(job: Job): SuspectsNow {
  const { architecture } = job.vehicleType
  const causes = useMemo(() => new Map(causesAt(SHIPPED_BOOK, architecture).map((each) => [each.id, each])), [architecture])
  const checks = useMemo(() => checksAt(SHIPPED_BOOK, architecture), [architecture])
  const pieces = useMemo(() => evidenceOf(job, checks), [job, checks])
  const evidence = pieces.filter(({ doubted }) => doubted === null).map(({ check, outcome }) => ({ check, outcome }))
  const answer = useReckoned<DiagnosisWorker, DiagnosisRequest, DiagnosisAnswer>(makeWorker, askReasons, { architecture, circumstances: { km: job.arrival?.odometerKm ?? null }, evidence }, { kind: 'broken' })
  return { pieces, causes, checks, answer }
}
