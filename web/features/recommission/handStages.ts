import type { Corner } from '@anklet/core/base/vehicle'
import type { FillStage, Run } from '@anklet/core/work/record'

/** A part of a fill that somebody orders, watches and ticks where no link shows it. */
export interface HandStage {
  readonly key: string
  /** The spring that takes it; null: a raise of the whole car. */
  readonly corner: Corner | null
  /** Pressure it ends at, bar gauge; null: it is not seen, its part of the fill is. */
  readonly toBarG: number | null
  /** Which of how many parts of the fill, from 1. */
  readonly part: number
  readonly parts: number
  /** Rest of the pump after it, s. */
  readonly restS: number
}

interface HandFill {
  readonly stages: readonly FillStage[]
  readonly hanging: boolean
  readonly closed: boolean
}

/**
 * A fill as it is ordered by hand: spring by spring by the tool, or, on its wheels with its own
 * pump, in raises that lift every spring at once.
 */
export function handStages({ stages, hanging, closed }: HandFill): readonly HandStage[] {
  const parts = new Map<Corner, number>()
  const ofSpring = stages.map((stage) => {
    const part = (parts.get(stage.corner) ?? 0) + 1
    parts.set(stage.corner, part)
    return { stage, part }
  })
  if (!hanging && !closed)
    return ofSpring
      .filter(({ stage }) => stage.corner === stages[0]!.corner)
      .map(({ stage: { restS }, part }) => ({
        key: `raise ${part}`,
        corner: null,
        toBarG: null,
        part,
        parts: parts.get(stages[0]!.corner)!,
        restS,
      }))
  return ofSpring.map(({ stage: { corner, toBarG, restS }, part }) => ({
    key: `${corner} ${part}`,
    corner,
    toBarG: hanging ? toBarG : null,
    part,
    parts: parts.get(corner)!,
    restS,
  }))
}

/**
 * From when on what was ticked of a fill counts, ms since 1970: after everything that was done
 * before it, and after its springs were last written down as filled.
 */
export function ticksCountFrom({ steps }: Pick<Run, 'steps'>, corners: readonly Corner[]): number {
  return Math.max(
    0,
    ...steps.flatMap(({ step, done }) => {
      if (!done) return []
      const ofFill = step.phase === 'fill' || step.phase === 'down' || step.phase === 'prove'
      const ofSpring =
        step.gives.includes('filled') && corners.some((corner) => corner === step.place)
      return !ofFill || ofSpring ? [Date.parse(done.at)] : []
    }),
  )
}
