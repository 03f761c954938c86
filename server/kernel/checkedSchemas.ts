import type { TSchema } from '@sinclair/typebox'
import {
  CALCULATIONS,
  COMMANDS,
  DeviceOrder,
  Holder,
  LinkHello,
  LinkMessages,
  ShopBundle,
  StandInChange,
} from '@anklet/contract'

const named = (
  prefix: string,
  schemas: Readonly<Record<string, TSchema>>,
): (readonly [string, TSchema])[] =>
  Object.entries(schemas).map(([name, schema]) => [`${prefix} ${name}`, schema])

/** Every large schema that a request is checked against, by the name its compiled check goes by. */
export const CHECKED_SCHEMAS: Readonly<Record<string, TSchema>> = Object.fromEntries([
  ...named('command', COMMANDS),
  ...Object.entries(CALCULATIONS).map(
    ([name, { request }]) => [`calculation ${name}`, request] as const,
  ),
  ...named('body', { DeviceOrder, Holder, LinkHello, LinkMessages, ShopBundle, StandInChange }),
])
