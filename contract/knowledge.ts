import { OFTEN_WORDS, PLACE_KINDS } from '@anklet/core/reasoning/diagnosis'
import type { TSchema } from '@sinclair/typebox'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, instant, nullable, oneOf, uuid, words, version } from './quantities.ts'
import { SetAside, SourceDevices } from './sources.ts'
import { Architecture } from './vehicle.ts'

const id = Type.String({ pattern: '^[a-z][A-Za-z0-9]{1,39}$' })
const often = oneOf(...OFTEN_WORDS)
const row = Type.Union([often, Type.Record(id, often, { additionalProperties: false })], {
  description: 'How often the second of two outcomes; or by outcome, the first taking what is left',
})
const place = oneOf(...PLACE_KINDS)
const minutes = Type.Number({ minimum: 0, maximum: 10_000, description: 'Minutes of work' })
const yes = Type.Optional(Type.Literal(true))
const where = Type.Optional(
  closed(
    {
      air: yes,
      coil: yes,
      crossValve: yes,
      reservoir: yes,
      pressureSensor: yes,
      damping: yes,
      doorInhibit: yes,
      rearOnly: yes,
      valves: Type.Optional(Type.Array(oneOf('oneBlock', 'perAxle', 'perSpring'), { minItems: 1 })),
      layout: Type.Optional(oneOf('open', 'closed')),
      sensors: Type.Optional(Type.Literal('any')),
      sensorsHere: Type.Optional(Type.Literal('each')),
      sensorMount: Type.Optional(oneOf('fixed', 'adjustable')),
    },
    'Which vehicles it applies to; what is not named does not matter',
  ),
)

/** Something that can be wrong with a car. */
export const CauseEntry = closed({
  id,
  words: words(120),
  place,
  where,
  weight: Type.Number({
    exclusiveMinimum: 0,
    maximum: 10_000,
    description: 'How often it is met at one place, in about a hundred cars',
  }),
  wears: Type.Optional(Type.Literal('distance')),
  minutes,
  parts: minutes,
  price: Type.Optional(
    Type.Number({
      minimum: 0,
      maximum: 1e7,
      description: 'The shop’s own price of the parts, in its currency',
    }),
  ),
  proof: oneOf('now', 'drive', 'night'),
  part: Type.Optional(words(24)),
  leak: Type.Optional(
    Type.Literal(true, {
      description:
        'Air is lost here: it may come with another leak, and with the pump it wears out',
    }),
  ),
  own: Type.Optional(
    Type.Array(id, { maxItems: 12, description: 'Checks that show this very fault where it sits' }),
  ),
  after: Type.Optional(
    Type.Array(id, { maxItems: 12, description: 'Checks done before it is concluded' }),
  ),
  anything: Type.Optional(
    Type.Literal(true, { description: 'It stands for whatever the book does not name' }),
  ),
  because: words(300),
})
const CompoundEntry = closed({
  id,
  of: Type.Tuple([id, id]),
  weight: Type.Number({ exclusiveMinimum: 0, maximum: 10_000 }),
  because: words(300),
})
/** Something that is asked, looked at, measured or tried. */
export const CheckEntry = closed({
  id,
  name: words(40),
  asks: words(160),
  place,
  whole: Type.Optional(
    Type.Literal(true, { description: 'Done once, it answers for all its places' }),
  ),
  others: Type.Optional(often),
  comes: Type.Optional(id),
  many: Type.Optional(Type.Literal(true, { description: 'It may have several outcomes at once' })),
  where,
  group: oneOf('complaint', 'look', 'electrical', 'measured', 'soap', 'test', 'code'),
  minutes,
  materials: Type.Optional(minutes),
  unattendedH: Type.Optional(Type.Number({ minimum: 0, maximum: 200 })),
  how: Type.Array(words(240), { minItems: 1, maxItems: 8 }),
  needs: Type.Optional(Type.Array(words(40), { maxItems: 6 })),
  caution: Type.Optional(words(300)),
  outcomes: Type.Array(closed({ id, words: words(60) }), {
    minItems: 2,
    maxItems: 16,
    description: 'The first is the quiet one: what a sound car shows',
  }),
  otherwise: row,
  rows: Type.Array(
    closed({
      causes: Type.Array(id, { minItems: 1, maxItems: 60 }),
      at: Type.Optional(oneOf('mate', 'away')),
      row,
      together: Type.Optional(often),
      because: words(200),
    }),
    { maxItems: 60 },
  ),
})

/**
 * What a shop’s own closed jobs were found to be: how many there are, and causes by id. Of no
 * customer and no vehicle.
 */
export const Learned = closed({
  closedJobs: Type.Integer({ minimum: 0, maximum: 1_000_000 }),
  counts: Type.Record(id, Type.Integer({ minimum: 1, maximum: 1_000_000 }), {
    additionalProperties: false,
  }),
})
export type Learned = Static<typeof Learned>

/** Causes, what comes together, and checks: what a shop knows of faults, for any vehicle. */
export const KnowledgeBook = closed(
  {
    format: Type.Literal('anklet-knowledge'),
    formatVersion: Type.Literal(1),
    causes: Type.Array(CauseEntry, { minItems: 1, maxItems: 200 }),
    compounds: Type.Array(CompoundEntry, { maxItems: 50 }),
    checks: Type.Array(CheckEntry, { minItems: 1, maxItems: 300 }),
    learned: Type.Optional(Learned),
  },
  'Causes, what comes together, and checks: what a shop knows of faults, for any vehicle',
)
export type KnowledgeBook = Static<typeof KnowledgeBook>

const changed = <Entry extends TSchema>(entry: Entry) =>
  Type.Record(id, nullable(entry), { additionalProperties: false })
/** Where a shop’s knowledge differs from what ships: entries by id; null: left out. */
export const KnowledgeChanges = closed({
  causes: changed(CauseEntry),
  compounds: changed(CompoundEntry),
  checks: changed(CheckEntry),
})
export type KnowledgeChanges = Static<typeof KnowledgeChanges>

/**
 * A shop’s own knowledge: its changes, what its closed jobs taught, and what another shop’s did.
 */
export const KnowledgeRecord = closed({
  version: version,
  changes: KnowledgeChanges,
  learned: Learned,
  borrowed: nullable(Learned),
})
export type KnowledgeRecord = Static<typeof KnowledgeRecord>

/** A check at its place, and what came of it: `soapSpring.RL`, `bubbles`. */
export const Found = closed({ check: words(80), outcome: words(40) })
export type Found = Static<typeof Found>

/**
 * What somebody found by hand, or said of evidence: that it does not count, and why. The newest
 * word on a check counts. Never changed and never deleted.
 */
export const EvidenceRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  check: words(80),
  say: oneOf('found', 'doubted', 'counted'),
  outcome: nullable(words(40)),
  reason: Type.String({ maxLength: 200 }),
  from: Type.Optional(oneOf('hand', 'link')),
  deviceIds: SourceDevices,
  setAside: SetAside,
})
export type EvidenceRecord = Static<typeof EvidenceRecord>

/** The fault a job came to, in a sentence, and what it stands on. */
export const ConclusionRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  cause: words(80),
  sentence: words(300),
  probability: Type.Number({ minimum: 0, maximum: 1 }),
  stands: Type.Array(words(200), {
    maxItems: 40,
    description: 'The evidence it stands on, in words',
  }),
  photoId: nullable(uuid),
})
export type ConclusionRecord = Static<typeof ConclusionRecord>

const number = Type.Number()
const name = words(80)
/** Knowledge as a diagnosis takes it: one vehicle’s, place by place. */
const Knowledge = closed({
  causes: Type.Array(
    closed({
      id: name,
      weight: Type.Number({ minimum: 0, maximum: 1e9 }),
      repairCost: Type.Number({ minimum: 0, maximum: 1e9 }),
    }),
    { minItems: 1, maxItems: 2000 },
  ),
  checks: Type.Array(
    closed({
      id: name,
      cost: Type.Number({ minimum: 0, maximum: 1e9 }),
      outcomes: Type.Array(name, { minItems: 1, maxItems: 40 }),
      likelihood: Type.Record(
        Type.String(),
        Type.Array(Type.Number({ minimum: 0, maximum: 1 }), { maxItems: 40 }),
        { additionalProperties: false },
      ),
    }),
    { maxItems: 2000 },
  ),
})

const Evidence = closed({ check: name, outcome: name })
/**
 * What is known, and what was found. Without knowledge the shipped one for a vehicle laid out so;
 * without that either, for a usual one: air all round, an open layout.
 */
export const DiagnoseRequest = closed({
  knowledge: Type.Optional(Knowledge),
  architecture: Type.Optional(Architecture),
  km: Type.Optional(
    Type.Number({ minimum: 0, maximum: 3_000_000, description: 'Distance driven, km' }),
  ),
  evidence: Type.Array(Evidence, { maxItems: 2000 }),
})
export type DiagnoseRequest = Static<typeof DiagnoseRequest>
export const DiagnoseResponse = closed({
  posterior: Type.Array(closed({ cause: Type.String(), p: number })),
  expectedRepairCost: number,
  ranking: Type.Array(closed({ check: Type.String(), gain: number, expectedCostAfter: number })),
  recommend: closed({ kind: oneOf('check', 'repair', 'unclear'), id: Type.String() }),
})
