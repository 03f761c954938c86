import { WANTED_BACK } from '@anklet/core/reasoning/diagnosis'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, nullable, oneOf, day } from './quantities.ts'
import { CornerName } from './vehicle.ts'

const WHEN_IT_SINKS = ['overnight', 'hours', 'driving', 'loaded', 'sometimes'] as const
const SIGNS = [
  'hiss',
  'slowRise',
  'pumpOften',
  'pumpNever',
  'pumpLoud',
  'pumpDriving',
  'message',
  'speedLimit',
  'afterRepair',
  'pumpReplaced',
] as const
/** What the customer says, in taps. What stands in no list was not asked. */
export const ComplaintRecord = closed({
  where: Type.Array(CornerName, {
    maxItems: 4,
    uniqueItems: true,
    description: 'Corners that go down; empty: not said',
  }),
  when: Type.Array(oneOf(...WHEN_IT_SINKS), { maxItems: 5, uniqueItems: true }),
  signs: Type.Array(oneOf(...SIGNS), { maxItems: 10, uniqueItems: true }),
  denied: Type.Optional(
    Type.Array(oneOf(...WHEN_IT_SINKS, ...SIGNS), {
      maxItems: 15,
      uniqueItems: true,
      description: 'Asked, and it is not so',
    }),
  ),
  words: Type.String({ maxLength: 500 }),
  wantedBack: Type.Optional(
    nullable(
      closed({
        said: oneOf(...WANTED_BACK),
        on: day('The day it was said on'),
      }),
    ),
  ),
})
export type Complaint = Static<typeof ComplaintRecord>

const seen = nullable(Type.Boolean())

/** What is seen and heard of the car when it arrives; null: nobody has looked. */
export const ArrivalRecord = closed({
  onStops: nullable(oneOf('none', 'corner', 'axle', 'all')),
  flat: Type.Optional(
    nullable(
      Type.Array(CornerName, {
        maxItems: 4,
        uniqueItems: true,
        description: 'Corners seen to lie on empty springs; null: nobody said which',
      }),
    ),
  ),
  rises: nullable(oneOf('yes', 'slowly', 'no')),
  audible: seen,
  tyreTouches: seen,
  pumpRunsOn: seen,
  speedLimited: seen,
  sinks: nullable(oneOf('faster', 'same', 'slower')),
  emptySince: nullable(day('Standing on empty springs since this day, as far as anybody knows')),
  condition: Type.Array(
    oneOf('brokenTabs', 'missingBolts', 'otherMake', 'lowered', 'corrosion', 'cutLines', 'torn'),
    { maxItems: 7, uniqueItems: true },
  ),
  foreignParts: Type.String({
    maxLength: 300,
    description: 'Parts found that are not the maker’s',
  }),
  odometerKm: nullable(Type.Integer({ minimum: 0, maximum: 3_000_000 })),
})
export type ArrivalRecord = Static<typeof ArrivalRecord>
