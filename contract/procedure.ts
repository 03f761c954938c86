import {
  CAR_ACTS,
  AXLE_ACTS,
  CORNER_ACTS,
  SUPPORTS,
  STRETCHES,
  GATES,
  STEP_PLACE_KINDS,
  SHOWN_BY,
  STEP_FIGURES,
} from '@anklet/core/work/procedure'
import { AIR_FORMS, DAMPINGS } from '@anklet/core/base/vehicle'
import type { TSchema } from '@sinclair/typebox'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { TORQUE_NM } from './bounds.ts'
import { closed, instant, nullable, oneOf, uuid, words, version, day } from './quantities.ts'
import { reach, released, suspension } from './anatomy.ts'
import { Architecture, CornerName } from './vehicle.ts'

const id = Type.String({ pattern: '^[A-Za-z][A-Za-z0-9]{0,39}$' })
const ids = (maxItems = 40) => Type.Array(id, { maxItems })
const optional = <Schema extends TSchema>(schema: Schema) => Type.Optional(schema)
const support = oneOf(...SUPPORTS)
const ventBy = oneOf('tool', 'fitting', 'valve')
const first = oneOf('top', 'bottom')
const fillAt = oneOf('hanging', 'standing')
const fasteners = oneOf('new', 'inspected')
const charge = oneOf('measured', 'over')
const stretch = oneOf(...STRETCHES)
const gate = oneOf(...GATES)
const kind = oneOf(...STEP_PLACE_KINDS)
const air = oneOf(...AIR_FORMS)
const act = oneOf(...CAR_ACTS, ...AXLE_ACTS, ...CORNER_ACTS)
const minute = Type.Number({ minimum: 0, maximum: 1440, description: 'Hands on, min' })

/** What shops settle their own way. */
export const ShopWay = closed({ ventBy, first, fillAt, fasteners, charge })
const WantedJob = closed({
  job: id,
  corners: Type.Optional(Type.Array(CornerName, { minItems: 1, maxItems: 4, uniqueItems: true })),
})
const flat = Type.Array(CornerName, {
  maxItems: 4,
  uniqueItems: true,
  description: 'Corners it came in on empty springs',
})
const wantedJobs = Type.Array(WantedJob, { minItems: 1, maxItems: 30 })

const StepWhen = closed({
  air: optional(Type.Array(air)),
  valves: optional(Type.Array(oneOf('oneBlock', 'perAxle', 'perSpring'))),
  layout: optional(oneOf('open', 'closed')),
  mount: optional(Type.Array(oneOf('fixed', 'adjustable'))),
  support: optional(Type.Array(support)),
  ventBy: optional(Type.Array(ventBy)),
  first: optional(Type.Array(first)),
  fillAt: optional(Type.Array(fillAt)),
  fasteners: optional(Type.Array(fasteners)),
  charge: optional(Type.Array(charge)),
  lifting: optional(Type.Boolean()),
  reservoir: optional(Type.Boolean()),
  cutOff: optional(Type.Boolean()),
  refills: optional(Type.Boolean()),
  standing: optional(Type.Boolean()),
  airLeft: optional(Type.Boolean()),
  damping: optional(Type.Array(oneOf(...DAMPINGS))),
  suspension: optional(Type.Array(suspension)),
  coilOn: optional(Type.Array(oneOf('none', 'arm', 'axle', 'damper'))),
  reach: optional(Type.Array(reach)),
  released: optional(Type.Array(released)),
  joint: optional(Type.Array(oneOf('unknown', 'pushIn', 'screwed', 'quarterTurn'))),
  unguided: optional(Type.Boolean()),
  pumpAt: optional(Type.Array(oneOf('unknown', 'bumper', 'underfloor', 'loadArea', 'engineBay'))),
  pumpWheel: optional(Type.Boolean()),
  pumpPipes: optional(Type.Boolean()),
  pumpSoftware: optional(Type.Boolean()),
  handVent: optional(Type.Array(oneOf('unknown', 'springValve', 'ventPlug'))),
})
const need = Type.String({
  pattern: '^[A-Za-z][A-Za-z0-9]{0,39}[?+*]?$',
  description:
    'A fact; with ? only if something gives it, with + wherever it is given, with * at every corner with air',
})
/** What shows a step, where something besides the step itself is on record of it. */
export const shownBy = oneOf(...SHOWN_BY)
/** What a step says in every form of the book. */
const stepFields = {
  id,
  at: kind,
  phase: stretch,
  words: words(240),
  why: words(300),
  caution: optional(words(400)),
  minutes: Type.Union([minute, closed({ left: minute, right: minute })]),
  wait: optional(
    Type.Number({ exclusiveMinimum: 0, maximum: 10_080, description: 'Unattended, min' }),
  ),
  needs: optional(Type.Array(need, { maxItems: 40 })),
  gives: optional(ids()),
  takes: optional(ids()),
  acts: optional(Type.Array(act, { maxItems: 10 })),
  under: optional(Type.Boolean()),
  second: optional(Type.Boolean()),
  alone: optional(words(300)),
  shownBy: optional(Type.Array(shownBy, { minItems: 1, maxItems: 6, uniqueItems: true })),
  photo: optional(Type.Boolean()),
  lift: optional(oneOf('up', 'down')),
  part: optional(id),
  tools: optional(ids()),
  uses: optional(ids()),
  when: optional(StepWhen),
}
/** A step of the procedures. */
export const BookStep = closed({
  ...stepFields,
  figures: optional(Type.Array(oneOf(...STEP_FIGURES), { maxItems: 4 })),
  reads: optional(oneOf('setting')),
  loosens: optional(ids(12)),
  tightens: optional(ids(12)),
  snugs: optional(ids(12)),
  retires: optional(ids(12)),
})
const named = (description: string) =>
  Type.Record(id, words(120), { description, additionalProperties: false })

const facts = Type.Array(
  closed({
    id,
    at: kind,
    words: words(120),
    temporary: optional(Type.Boolean()),
    then: optional(ids(10)),
    atStart: optional(Type.Boolean()),
  }),
  { minItems: 1, maxItems: 400 },
)
const bookFields = {
  format: Type.Literal('anklet-procedures'),
  tools: named('Tools'),
  uses: named('Consumables'),
  reusable: optional(ids()),
  parts: named('Parts'),
  facts,
}
const jobFields = {
  id,
  words: words(80),
  at: kind,
  when: optional(StepWhen),
  steps: ids(80),
  ends: ids(20),
}
const Fastener = closed({
  words: words(120),
  bushed: optional(Type.Boolean({ description: 'Its last turn is at ride height' })),
  end: optional(oneOf('clip', 'byHand')),
  maybe: optional(Type.Boolean({ description: 'Some builds have no thread here' })),
  from: optional(oneOf('heldTop', 'heldBottom', 'joint')),
})

/** Procedures as a file: steps with what they need and give, and the jobs made of them. */
export const ProcedureBook = closed(
  {
    ...bookFields,
    formatVersion: Type.Literal(2),
    fasteners: Type.Record(id, Fastener, {
      description: 'Fasteners that are loosened and tightened',
      additionalProperties: false,
    }),
    steps: Type.Array(BookStep, { minItems: 1, maxItems: 600 }),
    jobs: Type.Array(closed({ ...jobFields, was: optional(id) }), { minItems: 1, maxItems: 80 }),
  },
  'Procedures: steps with what they need and give, and the jobs made of them',
)
export type ProcedureBook = Static<typeof ProcedureBook>

/** Procedures as they were written before steps said what they loosen and tighten. */
export const EarlierProcedureBook = closed(
  {
    ...bookFields,
    formatVersion: Type.Literal(1),
    torques: named('Fasteners a torque sheet speaks of'),
    steps: Type.Array(closed({ ...stepFields, torque: optional(id) }), {
      minItems: 1,
      maxItems: 600,
    }),
    jobs: Type.Array(closed(jobFields), { minItems: 1, maxItems: 80 }),
  },
  'Procedures in their first form, as it is still read',
)
/** Procedures in any form that is read. */
export const AnyProcedureBook = Type.Union([ProcedureBook, EarlierProcedureBook])
export type AnyProcedureBook = Static<typeof AnyProcedureBook>

/** The shop's procedures where they differ from what ships, and what it settles its own way. */
export const ProceduresRecord = closed({
  version: version,
  book: nullable(ProcedureBook),
  way: ShopWay,
})
export type Procedures = Static<typeof ProceduresRecord>

/**
 * A plan as it was made: what for, and the order its steps were put into. Never changed; a later
 * one takes its place.
 */
export const PlanRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  jobs: wantedJobs,
  support,
  way: ShopWay,
  flat,
  alone: Type.Boolean({
    description: 'One person works alone; a second hand is planned otherwise',
  }),
  order: Type.Array(Type.String({ maxLength: 60 }), {
    maxItems: 600,
    description: 'Keys of its steps, where somebody moved them',
  }),
  carried: optional(
    Type.Array(
      closed({
        fact: id,
        place: nullable(oneOf('FL', 'FR', 'RL', 'RR', 'front', 'rear')),
        undoneBy: nullable(id),
      }),
      { maxItems: 100, description: 'What work under way had left changed when it was made' },
    ),
  ),
})
export type PlanMade = Static<typeof PlanRecord>

/** A torque of the shop's sheet, for one fastener of a vehicle type. */
export const TorqueRecord = closed({
  id: uuid,
  version: version,
  typeId: uuid,
  fastener: id,
  minNm: Type.Number({ minimum: TORQUE_NM.least, maximum: TORQUE_NM.most, description: 'N.m' }),
  maxNm: Type.Number({ minimum: TORQUE_NM.least, maximum: TORQUE_NM.most, description: 'N.m' }),
  thenDegrees: nullable(Type.Number({ minimum: 1, maximum: 720 })),
  unit: Type.Optional(
    Type.Unsafe<'N.m' | 'lbf.ft'>({
      type: 'string',
      enum: ['N.m', 'lbf.ft'],
      description: 'The unit it was entered in; left out: N.m',
    }),
  ),
  source: words(200),
  date: day('Date of the source'),
})
export type Torque = Static<typeof TorqueRecord>

export const ProcedurePlanRequest = closed({
  architecture: Architecture,
  jobs: wantedJobs,
  support,
  flat: Type.Optional(flat),
  way: Type.Optional(
    closed(
      {
        ventBy: optional(ventBy),
        first: optional(first),
        fillAt: optional(fillAt),
        fasteners: optional(fasteners),
        charge: optional(charge),
      },
      'What the shop settles its own way',
    ),
  ),
})
export type ProcedurePlanRequest = Static<typeof ProcedurePlanRequest>
const place = nullable(oneOf('FL', 'FR', 'RL', 'RR', 'front', 'rear'))
const text = Type.String()
const number = Type.Number()
export const ProcedurePlanResponse = closed({
  steps: Type.Array(
    closed({
      key: text,
      step: text,
      place,
      phase: stretch,
      words: text,
      why: text,
      caution: nullable(text),
      minutes: number,
      waitMinutes: number,
      gates: Type.Array(
        closed({ gate, asks: Type.Array(closed({ condition: text, proofs: Type.Array(text) })) }),
      ),
      needs: Type.Array(text),
      gives: Type.Array(text),
      takes: Type.Array(text),
      acts: Type.Array(text),
      under: Type.Boolean(),
      second: Type.Boolean(),
      alone: nullable(text),
      shownBy: Type.Array(text),
      photo: Type.Boolean(),
      lift: nullable(oneOf('up', 'down')),
      part: nullable(text),
      torque: nullable(text),
      figures: Type.Array(text),
      reads: nullable(text),
      loosens: Type.Array(text),
      tightens: Type.Array(
        closed({
          fastener: text,
          end: text,
          count: nullable(number),
          renewed: nullable(Type.Boolean()),
          at: text,
        }),
      ),
      snugs: Type.Array(text),
      retires: Type.Array(text),
      tools: Type.Array(text),
      uses: Type.Array(text),
      jobs: Type.Array(text),
      after: Type.Array(closed({ key: text, fact: nullable(text) })),
    }),
  ),
  handsOnMinutes: number,
  waitMinutes: number,
  elapsedMinutes: number,
  liftMovements: Type.Integer(),
  tools: Type.Array(text),
  uses: Type.Array(text),
  parts: Type.Array(closed({ part: text, count: Type.Integer(), places: Type.Array(place) })),
  torques: Type.Array(text),
  photos: Type.Array(text),
  temporary: Type.Array(closed({ fact: text, place, from: text, until: text })),
  situation: closed({ support, way: ShopWay }),
})
export type ProcedurePlanResponse = Static<typeof ProcedurePlanResponse>
