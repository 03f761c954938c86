import type { LevelVisit } from '@anklet/contract'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import { keptDrafts } from './kept.ts'

/** A calibration under way: levels that were visited, and what is typed for the next one. */
export interface CalibrationDraft {
  readonly why: 'module' | 'sensor' | 'disagrees' | 'wanted' | null
  readonly visits: readonly LevelVisit[]
  readonly tape: PerCorner<string>
  readonly reported: PerCorner<string>
  /** Devices that filled a field: the module, a gauge. */
  readonly sources: readonly string[]
  /** A stop gone to out of order; null: the next one. */
  readonly stop: number | null
}

export const EMPTY_CALIBRATION: CalibrationDraft = {
  why: null,
  visits: [],
  tape: perCorner(() => ''),
  reported: perCorner(() => ''),
  sources: [],
  stop: null,
}

/** Calibrations under way, by job. */
export const useCalibrations = keptDrafts('anklet.calibrations', EMPTY_CALIBRATION)
