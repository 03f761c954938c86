import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { perCorner } from '../../base/vehicle/index.ts'
import { addPadsBack } from './methods.ts'
import type { Readings } from './readings.ts'

/** A reading as it was taken, and what replaces it: null leaves it out. */
export interface RecordedReading {
  readonly corner: Corner
  readonly heightMm: number
  readonly correction: { readonly heightMm: number | null } | null
}
/** A round on record. */
export interface RecordedRound {
  readonly readings: readonly RecordedReading[]
  readonly padsMm: PerCorner<number> | null
}

/** What counts of a reading, mm: its newest correction, or what was taken; null: it was left out. */
export const countedMm = ({ heightMm, correction }: RecordedReading): number | null =>
  correction ? correction.heightMm : heightMm

/** A round's readings by corner as they count, mm: corrections in force, an uneven floor taken out. */
export const countedReadings = ({ readings, padsMm }: RecordedRound): Readings =>
  addPadsBack(
    perCorner((corner) =>
      readings
        .filter((entry) => entry.corner === corner)
        .flatMap((entry) => countedMm(entry) ?? []),
    ),
    padsMm,
  )
