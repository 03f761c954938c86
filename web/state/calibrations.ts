import type { LevelVisit } from '@anklet/contract'
import type { PerCorner } from '@anklet/core/vehicle'
import { perCorner } from '@anklet/core/vehicle'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** A calibration under way: levels that were visited, and what is typed for the next one. */
export interface CalibrationDraft {
  readonly why: 'module' | 'sensor' | 'disagrees' | 'wanted' | null
  readonly visits: readonly LevelVisit[]
  readonly tape: PerCorner<string>
  readonly reported: PerCorner<string>
  /** A stop gone to out of order; null: the next one. */
  readonly stop: number | null
}

export const EMPTY_CALIBRATION: CalibrationDraft = { why: null, visits: [], tape: perCorner(() => ''), reported: perCorner(() => ''), stop: null }

interface Calibrations {
  readonly byJob: Readonly<Record<string, CalibrationDraft>>
  patch(jobId: string, change: Partial<CalibrationDraft>): void
  drop(jobId: string): void
}

/** Calibrations under way on this device, kept through a reload. */
export const useCalibrations = create<Calibrations>()(persist((set) => ({
  byJob: {},
  patch: (jobId, change) => set(({ byJob }) => ({ byJob: { ...byJob, [jobId]: { ...EMPTY_CALIBRATION, ...byJob[jobId], ...change } } })),
  drop: (jobId) => set(({ byJob }) => ({ byJob: Object.fromEntries(Object.entries(byJob).filter(([other]) => other !== jobId)) })),
}), { name: 'anklet.calibrations', version: 1 }))
