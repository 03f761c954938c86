import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import type { HandStage } from './handStages.ts'
import type { Corner } from '@anklet/core/base/vehicle'
import type { FillStage } from '@anklet/core/work/record'

/** One command lasts at most so long: nobody stands beside a pump that runs on by itself, s. */
const LONGEST_S = 60

/** What the module is told: with wheels hanging one corner's stage, on its wheels a raise. */
export const fillOrder = (hanging: boolean, corner: Corner, stage: FillStage | undefined) =>
  hanging
    ? {
        action: 'fill' as const,
        corner,
        forS: Math.min(LONGEST_S, Math.ceil((stage?.seconds ?? 30) * 1.5)),
        foldsInspected: true,
      }
    : { action: 'raise' as const, foldsInspected: true }

/** What a stage fills, and to which pressure. */
export function stageWords(
  { corner, toBarG, part, parts }: HandStage,
  units: DisplayUnits,
): string {
  if (corner === null) return `raise ${part} of ${parts}`
  const where = CORNER_WORDS[corner]
  return toBarG === null
    ? `${where}, part ${part} of ${parts}`
    : `${where} to ${formatQuantity(toBarG, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
}
