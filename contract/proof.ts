import { PROOF_ITEMS, SAID_ITEMS, OUTCOMES } from '@anklet/core/work/proof'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import {
  closed,
  heightMm,
  instant,
  nullable,
  oneOf,
  perCorner,
  reportedMm,
  uuid,
  words,
  day,
} from './quantities.ts'
import { SetAside, SourceDevices } from './sources.ts'

/** A level that was visited in a calibration. */
export const LevelVisit = closed({
  levelId: words(24),
  direction: nullable(oneOf('up', 'down')),
  tapeMm: perCorner(heightMm),
  reportedMm,
})
export type LevelVisit = Static<typeof LevelVisit>

const SensorName = oneOf('FL', 'FR', 'RL', 'RR', 'front', 'rear')
const item = oneOf(...PROOF_ITEMS)
const said = Type.String({ maxLength: 500 })
const paper = Type.String({ maxLength: 2000 })

/** What shows that a repair counts, and how the car was handed over. */
export const ProofContent = Type.Union([
  closed({
    kind: Type.Literal('calibrated'),
    why: oneOf('module', 'sensor', 'disagrees', 'wanted'),
    visits: Type.Array(LevelVisit, {
      minItems: 1,
      maxItems: 24,
      description: 'In the order they were visited',
    }),
    taught: oneOf('link', 'hand', 'no'),
    typedMm: Type.Array(
      closed({
        sensor: SensorName,
        mm: Type.Number({ minimum: -300, maximum: 300, description: 'Measured less reported, mm' }),
      }),
      { maxItems: 4, description: 'What was typed into the module' },
    ),
    note: said,
    deviceIds: SourceDevices,
  }),
  closed({
    kind: Type.Literal('shown'),
    item: oneOf(...SAID_ITEMS),
    joint: nullable(oneOf('FL', 'FR', 'RL', 'RR', 'pump', 'block', 'reservoir', 'dryer', 'eased')),
    outcome: oneOf(...OUTCOMES),
    words: said,
    on: nullable(day('The day it is booked for')),
  }),
  closed({ kind: Type.Literal('return'), dueAt: instant, words: said }),
  closed({
    kind: Type.Literal('handedOver'),
    proved: Type.Boolean(),
    reason: Type.String({ maxLength: 500, description: 'Why it goes although not all is shown' }),
    missing: Type.Array(item, {
      maxItems: 14,
      uniqueItems: true,
      description: 'What was not shown',
    }),
    watchFor: paper,
    notDone: paper,
    conditions: paper,
    withTorques: Type.Boolean(),
    photoIds: Type.Array(uuid, {
      maxItems: 4,
      uniqueItems: true,
      description: 'Photos on the owner’s paper',
    }),
  }),
])
/** An entry in what shows that a repair counts. Never changed and never deleted. */
export const ProofRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  content: ProofContent,
  setAside: SetAside,
})
export type ProofRecord = Static<typeof ProofRecord>

/** A car that is to be measured again. */
export const ReturnRecord = closed({
  jobId: uuid,
  vehicleId: uuid,
  plate: Type.String(),
  simulated: Type.Boolean(),
  typeName: Type.String(),
  dueAt: instant,
  words: Type.String(),
  person: uuid,
})
export type ReturnRecord = Static<typeof ReturnRecord>
