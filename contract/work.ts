import { CONDITIONS, PROOF_KINDS } from '@anklet/core/work/procedure'
import { NO_THREADS } from '@anklet/core/work/record'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, instant, nullable, oneOf, pressureBarG, uuid, words, count } from './quantities.ts'
import { DeviceId, SetAside, SourceDevices } from './sources.ts'
import { shownBy } from './procedure.ts'
import { CornerName } from './vehicle.ts'

const id = Type.String({ pattern: '^[A-Za-z][A-Za-z0-9]{0,39}$' })
/** Where on the car: a corner, an axle, or null for all of it. */
export const PlaceName = nullable(oneOf('FL', 'FR', 'RL', 'RR', 'front', 'rear'))
const condition = oneOf(...CONDITIONS)
const proof = oneOf(...PROOF_KINDS)
const note = Type.String({ maxLength: 500 })

const Done = closed({
  kind: Type.Literal('done'),
  key: Type.String({ maxLength: 60 }),
  step: id,
  place: PlaceName,
  shown: Type.Array(
    closed({
      condition,
      corner: nullable(CornerName),
      proof,
      by: oneOf('link', 'gauge', 'person'),
      barG: nullable(pressureBarG),
    }),
    { maxItems: 12, description: 'How what it must show was shown' },
  ),
  deviceIds: SourceDevices,
  torque: nullable(
    closed({
      nm: Type.Number({ minimum: 0.1, maximum: 2000, description: 'As it was set, N.m' }),
      source: nullable(
        Type.String({
          maxLength: 200,
          description: 'Where it is written, where the shop’s sheet has none',
        }),
      ),
      unit: Type.Optional(oneOf('N.m', 'lbf.ft')),
    }),
  ),
  reading: Type.Optional(
    closed(
      {
        mm: Type.Number({ minimum: 1, maximum: 3000, description: 'mm' }),
        source: nullable(Type.String({ maxLength: 200 })),
      },
      'What was measured in it',
    ),
  ),
  noThread: Type.Optional(oneOf(...NO_THREADS)),
  photoIds: Type.Array(uuid, { maxItems: 20, uniqueItems: true }),
  note,
  second: nullable(
    Type.Union([uuid, Type.Literal('alone')], {
      description: 'Who lent the second hand; alone: a stand or strap did',
    }),
  ),
  deviation: nullable(
    closed({ kind: oneOf('skipped', 'torque', 'noPhoto', 'otherwise'), reason: words(300) }),
  ),
  shownBy: Type.Optional(
    Type.Array(shownBy, {
      maxItems: 6,
      description: 'What is on record that shows it, where nobody confirmed the step itself',
    }),
  ),
})

/** What happens in the work on a car. */
export const WorkContent = Type.Union([
  Done,
  closed({
    kind: Type.Literal('lost'),
    fact: id,
    place: PlaceName,
    by: oneOf('link', 'gauge', 'person'),
    deviceIds: SourceDevices,
    words: note,
  }),
  closed({ kind: oneOf('approved', 'declined'), of: uuid, words: note }),
  closed({
    kind: Type.Literal('joined'),
    seen: Type.Array(Type.String({ maxLength: 60 }), {
      maxItems: 60,
      description: 'What was left changed, as it was seen by whoever takes over',
    }),
    second: Type.Optional(
      Type.Union([uuid, Type.Literal('alone')], {
        description: 'Who lends a second hand; alone: nobody; left out: not asked',
      }),
    ),
  }),
  closed({
    kind: Type.Literal('joint'),
    joint: oneOf('FL', 'FR', 'RL', 'RR', 'pump', 'block', 'reservoir', 'dryer', 'eased'),
    tight: Type.Boolean({ description: 'Under soap; false: it bubbles' }),
  }),
  closed({ kind: Type.Literal('left') }),
  closed({ kind: Type.Literal('handed'), to: uuid, words: note }),
  closed({ kind: Type.Literal('paused'), words: note }),
  closed({ kind: Type.Literal('resumed') }),
  closed({ kind: Type.Literal('linked'), deviceId: nullable(DeviceId) }),
])
/** An entry in the record of the work on a car. Never changed and never deleted. */
export const WorkRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  content: WorkContent,
  setAside: SetAside,
})
export type WorkRecord = Static<typeof WorkRecord>

/** How the work on a car stands, for lists. */
export const WorkSummary = closed({
  at: oneOf('ready', 'taking', 'filling', 'proving', 'finished'),
  done: count,
  of: count,
  temporary: Type.Integer({ minimum: 0, description: 'Changed and not undone yet' }),
  bubbles: Type.Array(Type.String(), { description: 'Joints that bubbled under soap' }),
  lost: Type.Array(Type.String(), { description: 'What turned false and must be shown again' }),
  paused: Type.Boolean(),
  hands: Type.Array(uuid),
  handedTo: nullable(uuid),
  awaiting: Type.Integer({ minimum: 0, description: 'Deviations a lead has not agreed to' }),
  next: nullable(Type.String()),
  backAt: Type.Union([instant, Type.Null()], {
    description: 'When the car stood on its wheels again, all work done',
  }),
})
export type WorkSummary = Static<typeof WorkSummary>
