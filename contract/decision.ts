import { AXLES } from '@anklet/core/base/vehicle'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { CornerName } from './vehicle.ts'
import {
  closed,
  instant,
  lengthMm,
  nullable,
  oneOf,
  someCorners,
  uuid,
  words,
  version,
  day,
} from './quantities.ts'

const from0 = (maximum: number, description: string) =>
  Type.Number({ minimum: 0, maximum, description })
const money = from0(1e7, 'Money, in the shop’s currency')
const hours = from0(500, 'Work, h')
const leadDays = Type.Integer({ minimum: 0, maximum: 730, description: 'Until it is here, days' })

/**
 * What a shop fits on a vehicle type: its price, its hours, how long it is on its way, how long it
 * lasts, what its maker stands for.
 */
export const PartKind = oneOf(
  'spring',
  'strut',
  'pump',
  'relay',
  'valveBlock',
  'kit',
  'conversion',
  'dampers',
)
export type PartKind = Static<typeof PartKind>
export const PartRecord = closed({
  id: uuid,
  version,
  typeId: uuid,
  kind: PartKind,
  axle: nullable(oneOf(...AXLES)),
  name: words(80),
  number: Type.String({ maxLength: 40 }),
  cost: money,
  hours,
  pairHours: nullable(hours),
  leadDays,
  life: nullable(
    closed({
      shape: Type.Number({ minimum: 0.2, maximum: 20, description: 'Weibull shape' }),
      scaleYears: Type.Number({ minimum: 0.1, maximum: 200, description: 'Weibull scale, years' }),
    }),
  ),
  warranty: Type.Optional(
    Type.String({
      maxLength: 400,
      description:
        'Conditions of its warranty, in the words of its maker; left out: none on record',
    }),
  ),
})
export type Part = Static<typeof PartRecord>

/** A coil of the shop’s list. */
export const CoilRecord = closed({
  id: uuid,
  name: words(40),
  rateNPerMm: Type.Number({ exclusiveMinimum: 0, maximum: 1e5, description: 'Rate, N/mm' }),
  freeLengthMm: lengthMm,
  solidLengthMm: lengthMm,
  cost: money,
  leadDays,
})
export type CoilEntry = Static<typeof CoilRecord>

/**
 * What was decided on a job, on which figures. Never changed and never deleted: a later one takes
 * its place.
 */
export const DecisionRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  option: words(40),
  title: words(160),
  reason: words(400),
  validUntil: nullable(day('The last day the offer stands')),
  currency: Type.String({
    pattern: '^[A-Z]{3}$',
    description: 'ISO 4217; XXX where no amount is known',
  }),
  lines: Type.Array(
    closed({ words: words(120), hours: nullable(hours), amount: nullable(money) }),
    {
      minItems: 1,
      maxItems: 30,
      description: 'The estimate; hours are in its amounts; null: nobody entered them',
    },
  ),
  taxPercent: from0(100, 'Tax, per cent'),
  over: nullable(
    closed(
      {
        years: Type.Number({ minimum: 0, maximum: 50 }),
        mean: money,
        p10: money,
        p90: money,
        secondVisit: Type.Number({ minimum: 0, maximum: 1 }),
      },
      'Present cost over the years as it was reckoned then',
    ),
  ),
  coils: Type.Optional(someCorners(words(40))),
  corner: Type.Optional(nullable(CornerName)),
})
export type Decision = Static<typeof DecisionRecord>

/** That the owner agreed: to which decision, who, when, and how they said so. */
export const AgreementRecord = closed({
  id: uuid,
  jobId: uuid,
  decisionId: uuid,
  at: instant,
  person: uuid,
  name: words(80),
  way: oneOf('inPerson', 'phone', 'message'),
})
export type Agreement = Static<typeof AgreementRecord>

/**
 * How long parts of a kind lasted in this shop’s vehicles, years: those that failed, and those
 * that live on.
 */
const Lived = closed({
  failedAtYears: Type.Array(Type.Number()),
  aliveAtYears: Type.Array(Type.Number()),
})
export const LivesRecord = closed({ spring: Lived, pump: Lived })
export type Lives = Static<typeof LivesRecord>
