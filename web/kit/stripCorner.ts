import type { Verdict } from '@anklet/core/measuring/heights'

/** A line across a corner's scale. */
export interface StripMark {
  readonly mm: number
  readonly kind: 'now' | 'earlier' | 'evening' | 'cold'
  /** Written beside it; left out: a bare line. */
  readonly label?: string
  /** Written smaller under the label. */
  readonly under?: string
  /** How it stands against the specification: drawn as a shape before what is written under the label. */
  readonly verdict?: Verdict
}

/** The heights a corner may stand at, mm; inside `guardMm` of a limit this tape cannot decide. */
export interface StripBand {
  readonly leastMm: number
  readonly mostMm: number
  readonly guardMm: number
}

/** A filled stretch of a corner's scale. */
export interface StripSpan {
  readonly fromMm: number
  readonly toMm: number
  readonly kind: 'cold' | 'leak'
  readonly label?: string
}

/** One corner's column. */
export interface StripCorner {
  readonly marks: readonly StripMark[]
  readonly spans?: readonly StripSpan[]
  /** Design height at this level, drawn as a notch; null: not known. */
  readonly designMm: number | null
  /** Specification at this level; left out: none is on record. */
  readonly band?: StripBand
  /** Under the corner's name. */
  readonly note?: string
  readonly state?: 'reading' | 'empty' | 'active'
}
