import type { DisplayUnits } from '@anklet/core/base/units'

/** A mark of a rule. */
export interface Graduation {
  readonly mm: number
  /** How far it reaches, px. */
  readonly size: number
  /** Written beside it; null: nothing. */
  readonly label: string | null
}

/** A stretch longer than this has room for every other mark only, mm. */
const WIDE_MM = 220
const MM_PER_INCH = 25.4

// mm: every 5, longer at 10, longest and written at 50.
function metric(low: number, high: number, wide: boolean): readonly Graduation[] {
  const step = wide ? 10 : 5
  const marks: Graduation[] = []
  for (let mm = Math.ceil(low / step) * step; mm <= high; mm += step)
    marks.push({
      mm,
      size: mm % 50 === 0 ? 12 : mm % 10 === 0 ? 8 : 4,
      label: mm % 50 === 0 ? String(mm) : null,
    })
  return marks
}

/** How far a mark of an inch rule reaches, by the eighths it stands at, px. */
const inchSize = (eighths: number): number =>
  eighths % 8 === 0 ? 12 : eighths % 4 === 0 ? 9 : eighths % 2 === 0 ? 6 : 4

// Inches as a rule has them: eighths, quarters, halves, and the whole ones written.
function inches(low: number, high: number, wide: boolean): readonly Graduation[] {
  const step = wide ? 2 : 1
  const [first, last] = [low, high].map((mm) => (mm / MM_PER_INCH) * 8) as [number, number]
  const marks: Graduation[] = []
  for (let eighths = Math.ceil(first / step) * step; eighths <= last; eighths += step)
    marks.push({
      mm: (eighths / 8) * MM_PER_INCH,
      size: inchSize(eighths),
      label: eighths % (wide ? 16 : 8) === 0 ? String(eighths / 8) : null,
    })
  return marks
}

/** The marks of a rule over a stretch of heights, in the shop's unit. @param range mm, low and high */
export const graduations = (
  [low, high]: readonly [number, number],
  { length }: Pick<DisplayUnits, 'length'>,
): readonly Graduation[] => (length === 'inch' ? inches : metric)(low, high, high - low > WIDE_MM)
