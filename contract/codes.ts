import { CODE_STATUSES } from '@anklet/core/reasoning/codes'
import { AXLES } from '@anklet/core/base/vehicle'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, instant, nullable, oneOf, uuid, words, version } from './quantities.ts'
import { SetAside, SourceDevices } from './sources.ts'
import { CornerName } from './vehicle.ts'

const number = Type.String({
  pattern: '^[PCBU][0-3][0-9A-F]{3}$',
  description: 'A code by the public standard: a letter and four figures',
})

/** A code as a module or a tool reported it. */
export const SeenCode = closed({
  number,
  failureType: nullable(
    Type.String({ pattern: '^[0-9A-F]{2}$', description: 'Failure type byte' }),
  ),
  status: oneOf(...CODE_STATUSES),
  words: Type.String({ maxLength: 160, description: 'What the tool itself says of it' }),
  freeze: Type.Array(closed({ name: words(40), value: words(40) }), {
    maxItems: 24,
    description: 'What was kept with it',
  }),
})

/** All codes of a module as they were read once; none is an answer too. Never changed and never deleted. */
export const CodeReadingRecord = closed({
  id: uuid,
  jobId: uuid,
  at: instant,
  person: uuid,
  from: oneOf('link', 'report', 'typed'),
  tool: Type.String({ maxLength: 80 }),
  deviceIds: SourceDevices,
  setAside: SetAside,
  codes: Type.Array(SeenCode, { maxItems: 60 }),
})
export type CodeReading = Static<typeof CodeReadingRecord>

/** What a code means on a vehicle type, out of the shop’s service information. */
export const CodeTextRecord = closed({
  id: uuid,
  version: version,
  typeId: uuid,
  number,
  words: words(200),
  points: nullable(
    Type.String({
      pattern: '^[a-z][A-Za-z0-9]{1,39}$',
      description: 'Which answer of the check "codes" it stands for; null: it is no evidence',
    }),
  ),
  place: nullable(
    Type.Union([CornerName, oneOf(...AXLES)], { description: 'Where its sensor sits' }),
  ),
})
export type CodeText = Static<typeof CodeTextRecord>
