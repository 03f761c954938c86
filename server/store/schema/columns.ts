import { boolean, customType, integer, jsonb, timestamp } from 'drizzle-orm/pg-core'

// Columns that many tables have.

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })
export const bytes = customType<{ data: Uint8Array }>({ dataType: () => 'bytea' })
export const version = () => integer('version').notNull().default(1)
// From a simulated vehicle onto the record of a real car; null: nobody has looked yet.
export const setAside = () => boolean('set_aside').default(false)
export const deviceIds = () => jsonb('device_ids').$type<readonly string[]>().notNull().default([])
