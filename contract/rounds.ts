import { THERMOMETERS } from '@anklet/core/measuring/leakdown'
import { LOAD_STATES } from '@anklet/core/measuring/exchange'
import { ROUND_STATES } from '@anklet/core/measuring/heights'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import {
  closed,
  heightMm,
  instant,
  levelOffsetMm,
  nullable,
  oneOf,
  perCorner,
  reportedMm,
  temperatureC,
  uuid,
  words,
  version,
} from './quantities.ts'
import { SetAside, SourceDevices } from './sources.ts'
import { CornerName, Method } from './vehicle.ts'

const lap = Type.Integer({ minimum: 1, maximum: 20, description: 'Which time round the car' })
const ReadingInput = closed({ corner: CornerName, lap, heightMm, at: instant })
const floorMm = Type.Number({
  minimum: -200,
  maximum: 200,
  description: 'Height of the floor under the wheel, mm',
})

export const ThermometerPlace = oneOf(...THERMOMETERS)

export const LoadState = oneOf(...LOAD_STATES)

/**
 * What state a car was measured in: as it came; levelled by itself, engine on, or standing on
 * coils; its supply off; or left alone with its supply on.
 */
export const RoundState = oneOf(...ROUND_STATES)

const round = {
  levelId: words(24),
  method: Method,
  temperatureC,
  thermometer: ThermometerPlace,
  rolledAndBounced: Type.Boolean({
    description: 'Rolled a length both ways and every corner bounced before measuring',
  }),
  startedAt: instant,
  endedAt: instant,
}

/** Optional, for a round of a file that does not say it. */
export const loadKg = Type.Optional(
  nullable(
    Type.Number({
      minimum: 1,
      maximum: 5000,
      description: 'What was loaded, kg; null: not weighed',
    }),
  ),
)

/** What may be said of a round besides: left out, it was not asked. */
const aside = {
  load: LoadState,
  padsMm: nullable(perCorner(floorMm)),
  reportedMm: nullable(reportedMm),
}

const walk = {
  roundId: uuid,
  ...round,
  load: Type.Optional(aside.load),
  loadKg,
  padsMm: Type.Optional(aside.padsMm),
  reportedMm: Type.Optional(aside.reportedMm),
  deviceIds: SourceDevices,
  readings: Type.Array(ReadingInput, { minItems: 4, maxItems: 80 }),
}
/** A walk around the car as it is handed in. */
export const RoundInput = closed({ ...walk, state: RoundState })
/** A round of a watch: the watch says its state, and none other may be said. */
export const WatchRoundInput = closed({ ...walk, state: Type.Optional(RoundState) })
/** A round of an earlier time, out of a file; null: the file does not say its state. */
export const ImportedRoundInput = closed({ ...walk, state: Type.Optional(nullable(RoundState)) })
export type ImportedRoundInput = Static<typeof ImportedRoundInput>
export type RoundInput = Static<typeof RoundInput>

/** The newest entry that replaces a reading; the reading itself stays as it was taken. */
export const CorrectionRecord = closed({
  id: uuid,
  heightMm: nullable(heightMm),
  reason: words(200),
  person: uuid,
  at: instant,
})
const ReadingRecord = closed({
  id: Type.Integer(),
  corner: CornerName,
  lap,
  heightMm,
  at: instant,
  correction: nullable(CorrectionRecord),
})
export type Reading = Static<typeof ReadingRecord>

export const RoundRecord = closed({
  id: uuid,
  vehicleId: uuid,
  jobId: uuid,
  purpose: oneOf('heights', 'evening', 'between', 'morning', 'imported'),
  ...round,
  ...aside,
  loadKg,
  state: Type.Optional(nullable(RoundState)),
  deviceIds: SourceDevices,
  setAside: SetAside,
  levelOffsetMm,
  person: uuid,
  device: Type.String(),
  readings: Type.Array(ReadingRecord),
})
export type Round = Static<typeof RoundRecord>

/** What was put on the job as the watch's answer. */
export const FindingRecord = closed({
  kind: oneOf('answer', 'twisted', 'nothingFits', 'moduleAwake'),
  best: words(20),
  probability: Type.Number({ minimum: 0, maximum: 1 }),
  sentence: words(300),
})
export type Finding = Static<typeof FindingRecord>

/** Where the supply was cut; `leftOn`: on purpose not at all, to tell a leak from a command. */
export const SupplyCut = oneOf('fuse', 'battery', 'cutOffSwitch', 'leftOn')

export const WatchRecord = closed({
  id: uuid,
  version,
  jobId: uuid,
  state: oneOf('running', 'walked', 'concluded', 'givenUp'),
  supplyCut: SupplyCut,
  minutesSinceRun: nullable(Type.Integer()),
  startedAt: instant,
  plannedEndAt: instant,
  eveningRoundId: uuid,
  betweenRoundIds: Type.Array(uuid),
  morningRoundId: nullable(uuid),
  supplyBackAt: nullable(instant),
  undisturbed: nullable(
    Type.Boolean({
      description: 'Supply still off, doors shut, nobody in the car; null before the morning',
    }),
  ),
  finding: nullable(FindingRecord),
  givenUpReason: nullable(Type.String()),
  startedBy: uuid,
})
export type Watch = Static<typeof WatchRecord>
