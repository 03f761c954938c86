import type { PlanStep } from '../procedure/index.ts'
import type { Architecture, SensorSetting } from '../../base/vehicle/index.ts'
import { axlesOf } from '../../base/vehicle/index.ts'
import type { DoneEntry } from './entries.ts'

/** Why what was measured in a step is not taken. */
export type ReadingRefusal =
  | { readonly code: 'readingMissing' }
  | { readonly code: 'readingUnsourced' }
  | { readonly code: 'noReadingHere' }
  | { readonly code: 'readingOutside'; readonly mm: number; readonly setting: SensorSetting }

/** The distance a step is held against; null: the type does not say, or the step asks for none. */
export const settingAt = (
  { anatomy }: Pick<Architecture, 'anatomy'>,
  { reads, place }: Pick<PlanStep, 'reads' | 'place'>,
): SensorSetting | null =>
  reads === 'setting'
    ? (axlesOf(place)
        .map((axle) => anatomy?.[axle]?.sensorSetting)
        .find((set) => set !== undefined) ?? null)
    : null

/** What is wrong with what was measured in a step; null where all is well. */
export function readingRefusal(
  architecture: Pick<Architecture, 'anatomy'>,
  step: Pick<PlanStep, 'reads' | 'place'>,
  { reading, deviation }: Pick<DoneEntry, 'reading' | 'deviation'>,
): ReadingRefusal | null {
  if (step.reads === null) return reading ? { code: 'noReadingHere' } : null
  if (!reading) return { code: 'readingMissing' }
  const setting = settingAt(architecture, step)
  if (!setting) return reading.source?.trim() ? null : { code: 'readingUnsourced' }
  const inside = reading.mm >= setting.lowerMm && reading.mm <= setting.upperMm
  return inside || deviation?.kind === 'otherwise'
    ? null
    : { code: 'readingOutside', mm: reading.mm, setting }
}
