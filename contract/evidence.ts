import { SOURCE_KINDS, TOLD_BY } from '@anklet/core/reasoning/evidence'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, instant, nullable, oneOf } from './quantities.ts'
import { RoundState } from './rounds.ts'
import { CornerName } from './vehicle.ts'
import { PlaceName } from './work.ts'

const Mended = closed({
  at: instant,
  parts: Type.Array(closed({ part: Type.String(), corners: Type.Array(CornerName) })),
})
/** One thing known of a car, with its source, its place, its time and the state of the car. */
const Known = closed({
  check: Type.String(),
  outcome: Type.String(),
  where: PlaceName,
  at: instant,
  state: Type.Union([RoundState, Type.Null()], { description: 'null: nobody said' }),
  source: closed({
    kind: oneOf(...SOURCE_KINDS),
    by: oneOf(...TOLD_BY),
    person: nullable(Type.String()),
    deviceIds: Type.Array(Type.String(), { description: 'Empty: a person told it' }),
  }),
  doubted: Type.Union([Type.String(), Type.Null()], {
    description: 'Why somebody does not count it; null: it counts',
  }),
  afterRepair: Type.Union([Mended, Type.Null()], {
    description: 'The last repair before it; null: none on this job',
  }),
})

/** All that is known of the car of a job. */
export const EvidenceOfJob = closed({
  pieces: Type.Array(Known, { description: 'Oldest first, the newest of each check' }),
  old: Type.Array(closed({ mended: Mended, pieces: Type.Array(Known) }), {
    description: 'What repairs ended, the newest repair first',
  }),
  notAsked: Type.Array(Type.String(), {
    description: 'Checks of the owner that nobody asked: not asked is not no',
  }),
})
export type EvidenceOfJob = Static<typeof EvidenceOfJob>
