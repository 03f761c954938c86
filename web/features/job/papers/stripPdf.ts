import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { perCorner, WALK } from '@anklet/core/base/vehicle'
import { stripRange } from '../../../kit/stripRange.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import type { Stood } from './ownerPaper.ts'
import type { Paper } from './pdfPaper.ts'

const HEIGHT = 168
const SCALE_TOP = 14
const SCALE = 118
const COLUMN = 120
const VERDICT = { in: 'in', low: 'low', high: 'high', undecided: 'not decided' } as const

/**
 * Heights before (hollow) and after (solid) on the strip, in walking order; told apart by shape,
 * so that it reads in black and white.
 */
export function drawStrip(
  paper: Paper,
  before: Stood | null,
  after: Stood | null,
  units: DisplayUnits,
): void {
  const marks = (corner: 'FL' | 'FR' | 'RL' | 'RR') =>
    [before, after].flatMap((stood) => (stood ? [{ mm: stood.meanMm[corner] }] : []))
  const band = (after ?? before)?.band ?? null
  const column = (corner: 'FL' | 'FR' | 'RL' | 'RR') => ({
    marks: marks(corner),
    designMm: null,
    ...(band ? { band: band[corner] } : {}),
  })
  const [low, high] = stripRange(perCorner(column))
  paper.area(HEIGHT, (area) => {
    WALK.forEach((corner, i) => {
      const x = i * COLUMN + 14
      const y = (mm: number): number => SCALE_TOP + ((high - mm) / (high - low)) * SCALE
      area.box(x, SCALE_TOP, 14, SCALE)
      area.text(UNIT_LABEL[units.length], x, SCALE_TOP - 3, { size: 7.5, faint: true })
      if (band)
        area.fill(
          x + 9,
          y(band[corner].mostMm),
          5,
          y(band[corner].leastMm) - y(band[corner].mostMm),
          0.72,
        )
      for (let mm = Math.ceil(low / 10) * 10; mm <= high; mm += 10) {
        area.line(x, y(mm), x + (mm % 50 === 0 ? 7 : 4), y(mm), 0.4)
        if (mm % 50 === 0)
          area.text(formatQuantity(mm, 'height', units), x - 22, y(mm) + 3, {
            size: 7.5,
            faint: true,
          })
      }
      if (before) {
        area.line(x - 5, y(before.meanMm[corner]), x + 19, y(before.meanMm[corner]), 0.8, true)
        area.text(
          `${formatQuantity(before.meanMm[corner], 'height', units)} before`,
          x + 24,
          y(before.meanMm[corner]) + 3,
          { size: 8.5, faint: true },
        )
      }
      if (after) {
        // Where both stand close together, the newer one is written a line lower.
        const near =
          before !== null && Math.abs(y(after.meanMm[corner]) - y(before.meanMm[corner])) < 11
        const at = near ? y(before.meanMm[corner]) + 15 : y(after.meanMm[corner]) + 4
        area.line(x - 5, y(after.meanMm[corner]), x + 19, y(after.meanMm[corner]), 2.4)
        area.text(formatQuantity(after.meanMm[corner], 'height', units), x + 24, at, {
          size: 12,
          weight: 'bold',
        })
        if (after.verdict) area.text(VERDICT[after.verdict[corner]], x + 50, at, { size: 8.5 })
      }
      area.text(`${corner}`, x, HEIGHT - 20, { size: 10.5, weight: 'bold' })
      area.text(capital(CORNER_WORDS[corner]), x, HEIGHT - 8, { size: 8.5, faint: true })
    })
  })
}
