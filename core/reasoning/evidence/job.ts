import type { Method, RecordedRound, RoundState } from '../../measuring/heights/index.ts'
import type { Architecture, Corner, CornerGeometry, PerCorner } from '../../base/vehicle/index.ts'
import type { CodeMeaning, SeenCodes } from './codeEvidence.ts'
import type { MendedJob } from './mended.ts'

interface Signed {
  readonly at: string
  readonly person: string
  readonly deviceIds?: readonly string[] | undefined
}

/** A round as evidence is read from it. */
export interface EvidenceRound extends RecordedRound {
  readonly id: string
  readonly jobId: string
  readonly purpose: string
  readonly method: Method
  readonly load: string
  readonly state?: RoundState | null
  readonly levelOffsetMm: number
  readonly endedAt: string
  readonly reportedMm: PerCorner<number | null> | null
  readonly person: string
  readonly deviceIds?: readonly string[] | undefined
}

/** A watch as evidence is read from it. */
export interface EvidenceWatch {
  readonly jobId: string
  readonly state: string
  readonly supplyCut: string
  readonly startedAt: string
  readonly startedBy: string
  readonly morningRoundId: string | null
  readonly finding: {
    readonly kind: string
    readonly best: string
    readonly probability: number
  } | null
}

/** A job as evidence is read from it. Times are RFC 3339. */
export interface EvidenceJob extends MendedJob {
  readonly id: string
  readonly openedAt: string
  readonly openedBy: string
  readonly vehicleType: {
    readonly architecture: Architecture
    readonly geometry: {
      readonly corners: PerCorner<Pick<CornerGeometry, 'designHeightMm' | 'effectiveAreaCm2'>>
    }
    /** Figures nobody looked up. */
    readonly guesses?: readonly string[]
  }
  readonly complaint: {
    readonly where: readonly Corner[]
    readonly when: readonly string[]
    readonly signs: readonly string[]
    readonly denied?: readonly string[] | undefined
  }
  readonly arrival: {
    readonly rises: string | null
    readonly pumpRunsOn: boolean | null
    readonly condition: readonly string[]
  } | null
  readonly rounds: readonly EvidenceRound[]
  readonly watches: readonly EvidenceWatch[]
  readonly codeReadings: readonly (SeenCodes &
    Signed & { readonly from: 'link' | 'report' | 'typed' })[]
  readonly codeTexts: readonly CodeMeaning[]
  readonly checks: readonly (Signed & {
    readonly finds?: readonly { readonly check: string; readonly outcome: string }[] | undefined
  })[]
  readonly evidence: readonly (Signed & {
    readonly check: string
    readonly say: 'found' | 'doubted' | 'counted'
    readonly outcome: string | null
    readonly reason: string
    readonly from?: 'hand' | 'link' | undefined
  })[]
}
