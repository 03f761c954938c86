import type { PerCorner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { StripCorner } from './stripCorner.ts'

const LEAST_RANGE_MM = 90
const ROOM_MM = 14

/** The stretch of heights all four scales show, mm, so that they can be compared: round tens with some room. */
export function stripRange(
  corners: PerCorner<
    Pick<StripCorner, 'designMm' | 'band'> & { readonly marks: readonly { readonly mm: number }[] }
  >,
): readonly [number, number] {
  const all = WALK.flatMap((corner) => {
    const { marks, designMm, band } = corners[corner]
    return [
      ...marks.map(({ mm }) => mm),
      ...(designMm === null ? [] : [designMm]),
      ...(band ? [band.leastMm, band.mostMm] : []),
    ]
  })
  if (all.length === 0) return [400, 520]
  const [low, high] = [Math.min(...all) - ROOM_MM, Math.max(...all) + ROOM_MM]
  const extra = Math.max(0, LEAST_RANGE_MM - (high - low)) / 2
  return [Math.floor((low - extra) / 10) * 10, Math.ceil((high + extra) / 10) * 10]
}
