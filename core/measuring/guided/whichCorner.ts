import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'

/** A corner commanded, and what came of it. */
export interface Commanded {
  readonly corner: Corner
  /** How far each corner's own sensor says it rose, mm; null: no sensor of its own. */
  readonly movedMm: PerCorner<number | null>
  /** Which corner was seen to move at the car; null: none; left out: nobody looked. */
  readonly byEye?: Corner | null
}

/** What the commands say of lines, plugs and valves. */
export interface WhichCorner {
  /** The corner that rose most for each one commanded to rise; null: none rose. */
  readonly moved: Readonly<Partial<Record<Corner, Corner | null>>>
  readonly verdict:
    'straight' | 'crossed' | 'sensorsCrossed' | 'dead' | 'muddled' | 'unfinished' | 'lookAtCar'
  /** Two that answer for each other. */
  readonly crossed: readonly (readonly [Corner, Corner])[]
  readonly dead: readonly Corner[]
}

/**
 * Less is nobody moving, mm: a stiff body carries some of every corner's movement to the others.
 */
const MOVED_MM = 1.5

// A corner that sinks meanwhile is the module levelling: it was not told to do that.
function largest(movedMm: PerCorner<number | null>): Corner | null {
  const seen = CORNERS.filter((corner) => movedMm[corner] !== null)
  const most = seen.reduce<Corner | null>(
    (best, corner) => (best === null || movedMm[corner]! > movedMm[best]! ? corner : best),
    null,
  )
  return most !== null && movedMm[most]! >= MOVED_MM ? most : null
}

/**
 * Which corner moves when one is commanded: finds crossed lines and crossed plugs, which look
 * alike from the module.
 * @param expected corners to be commanded.
 */
export function judgeWhichCorner(
  commands: readonly Commanded[],
  expected: readonly Corner[],
): WhichCorner {
  // An eye at the car outranks a sensor, whose plug may be the crossed one; where a corner has no
  // sensor of its own only the eye can tell.
  const blind = commands.some(
    ({ corner, movedMm, byEye }) => byEye === undefined && movedMm[corner] === null,
  )
  const moved = Object.fromEntries(
    commands.map(({ corner, movedMm, byEye }) => [
      corner,
      byEye !== undefined ? byEye : largest(movedMm),
    ]),
  ) as WhichCorner['moved']
  const sensed = commands.some(
    ({ corner, movedMm, byEye }) =>
      byEye === corner && largest(movedMm) !== null && largest(movedMm) !== corner,
  )
  const asked = expected.filter((corner) => corner in moved)
  const dead = asked.filter((corner) => moved[corner] === null)
  const crossed = asked.flatMap((corner) => {
    const other = moved[corner]
    return other &&
      other !== corner &&
      moved[other] === corner &&
      CORNERS.indexOf(corner) < CORNERS.indexOf(other)
      ? [[corner, other] as const]
      : []
  })
  const wrong = asked.filter((corner) => moved[corner] !== null && moved[corner] !== corner)
  const verdict = blind
    ? 'lookAtCar'
    : dead.length > 0
      ? 'dead'
      : wrong.length > 2 * crossed.length
        ? asked.length < expected.length
          ? 'unfinished'
          : 'muddled'
        : crossed.length > 0
          ? 'crossed'
          : sensed
            ? 'sensorsCrossed'
            : asked.length < expected.length
              ? 'unfinished'
              : 'straight'
  return { moved, verdict, crossed, dead }
}
