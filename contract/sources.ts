import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, instant, nullable, oneOf, uuid } from './quantities.ts'

/** A device's name on the link. */
export const DeviceId = Type.String({
  pattern: '^[a-z0-9][a-z0-9-]{1,62}$',
  description: 'Lower-case letters, digits and dashes',
})

/** A stand-in's name begins so; no adapter may take such a name. */
const STAND_IN_PREFIX = 'stand-in-'

/** Whether a device is simulated, by its name. */
export const isStandIn = (deviceId: string): boolean => deviceId.startsWith(STAND_IN_PREFIX)

/** Whether a log was recorded from a stand-in, by the name it gives its device. */
export const isStandInName = (deviceName: string): boolean => deviceName.endsWith(', a stand-in')

/** Devices that told something on record: a module on the link, a gauge whose button was pressed. */
export const SourceDevices = Type.Optional(
  Type.Array(DeviceId, {
    maxItems: 8,
    uniqueItems: true,
    description: 'Devices that told it; left out: a person did',
  }),
)

/** Whether an entry was set aside: it came from a simulated vehicle onto the record of a real car. */
export const SetAside = Type.Optional(
  nullable(
    Type.Boolean({
      description: 'From a simulated vehicle: it stays on record, and counts for nothing',
    }),
  ),
)

/** Something on record that counts for nothing, in a line. */
export const SetAsideRecord = closed({
  id: uuid,
  at: instant,
  person: uuid,
  kind: oneOf('codes', 'evidence', 'check', 'log', 'work', 'proof', 'reported'),
  words: Type.String(),
})
export type SetAsideRecord = Static<typeof SetAsideRecord>

/** A device named in a command, and where it stands there. */
export interface NamedDevice {
  readonly deviceId: string
  /** JSON pointer within the command. */
  readonly path: string
}

/** What is an object within a value, each with its JSON pointer: a trace holds a million figures. */
export function objectsIn(value: object, path: string): readonly (readonly [object, string])[] {
  const found: (readonly [object, string])[] = []
  const look = (item: unknown, key: string | number): void => {
    if (typeof item === 'object' && item !== null) found.push([item, `${path}/${key}`])
  }
  if (Array.isArray(value)) value.forEach(look)
  else for (const [key, item] of Object.entries(value)) look(item, key)
  return found
}

/** Every device a command names, wherever it stands in what it carries. */
export function devicesNamedIn(value: object, path: string): readonly NamedDevice[] {
  const { deviceId, deviceIds } = value as { deviceId?: unknown; deviceIds?: unknown }
  const listed: readonly unknown[] = Array.isArray(deviceIds) ? deviceIds : []
  return [
    ...(typeof deviceId === 'string' ? [{ deviceId, path: `${path}/deviceId` }] : []),
    ...listed.map((each, i) => ({ deviceId: String(each), path: `${path}/deviceIds/${i}` })),
    ...objectsIn(value, path).flatMap(([item, at]) => devicesNamedIn(item, at)),
  ]
}
