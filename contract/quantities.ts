import type { NumberOptions, Static as Described, TSchema } from '@sinclair/typebox'
import { Type } from '@sinclair/typebox'
import { DAY_PATTERN, INSTANT_PATTERN } from './bounds.ts'

// Bounds of what is accepted. The unit stands in the name of the field that uses one.
const quantity = (
  minimum: number,
  maximum: number,
  description: string,
  more: NumberOptions = {},
) => Type.Number({ minimum, maximum, description, ...more })
const positive = (maximum: number, description: string) =>
  Type.Number({ exclusiveMinimum: 0, maximum, description })

export const heightMm = quantity(50, 2000, 'Ride height, wheel centre to arch edge, mm')
export const lengthMm = positive(20_000, 'Length, mm')
export const levelOffsetMm = quantity(-300, 300, 'Level over design height, mm')
export const loadN = positive(50_000, 'Load, N')
export const forceN = quantity(0, 50_000, 'Force at the wheel, N')
export const payloadN = quantity(-50_000, 50_000, 'Load added at the wheel, N')
export const motionRatio = quantity(0.1, 2, 'Spring travel over wheel travel')
export const areaCm2 = quantity(0, 1000, 'Effective area, cm2; 0 without an air spring')
export const volumeL = quantity(0, 1000, 'Volume, L')
export const airBarL = quantity(0, 50_000, 'Amount of air, bar-litre ANR')
export const pressureBarG = quantity(-1, 40, 'Gauge pressure, bar')
export const temperatureC = quantity(-60, 120, 'Temperature, degC')
export const conductance = quantity(0, 1, 'Sonic conductance, L/(s.bar) ANR')
export const rateNPerMm = quantity(0, 1e8, 'Rate at the wheel, N/mm')
export const tyreRateNPerMm = positive(1e8, 'Tyre rate, N/mm')
export const freeFlowLPerMin = positive(100_000, 'Flow against no pressure, L/min ANR')
export const stallBarG = positive(40, 'Gauge pressure the pump delivers nothing at any more, bar')
export const hours = quantity(0, 10_000, 'Time, h')
export const sigma = quantity(0, 200, 'Standard deviation')

/** An object that admits nothing it does not name. */
export const closed = <Fields extends Record<string, TSchema>>(
  fields: Fields,
  description?: string,
) => Type.Object(fields, { additionalProperties: false, ...(description ? { description } : {}) })

/** One value for each corner. */
export const perCorner = <Value extends TSchema>(value: Value) =>
  closed({ FL: value, FR: value, RL: value, RR: value })

/** A value for some corners. */
export const someCorners = <Value extends TSchema>(value: Value) =>
  closed({
    FL: Type.Optional(value),
    FR: Type.Optional(value),
    RL: Type.Optional(value),
    RR: Type.Optional(value),
  })

/** One of a few words. */
export const oneOf = <const Words extends readonly string[]>(...words: Words) =>
  Type.Unsafe<Words[number]>({ type: 'string', enum: [...words] })

export const uuid = Type.String({ format: 'uuid' })
export const instant = Type.String({
  format: 'date-time',
  pattern: INSTANT_PATTERN,
  description: 'RFC 3339 date and time, of the years 2000 to 2099',
})
export const day = (description: string) =>
  Type.String({ format: 'date', pattern: DAY_PATTERN, description })
/** A version of a record; PostgreSQL's integers end there. */
export const version = Type.Integer({ minimum: 1, maximum: 2_147_483_647 })
/** A count; PostgreSQL's integers end there. */
export const count = Type.Integer({ minimum: 0, maximum: 2_147_483_647 })
export const nullable = <Value extends TSchema>(value: Value) => Type.Union([value, Type.Null()])
/** Words a person types, never empty. */
export const words = (maxLength: number) => Type.String({ minLength: 1, maxLength, pattern: '\\S' })

/** What a module reports at each corner. */
export const reportedMm = perCorner(
  nullable(
    Type.Number({
      minimum: -1000,
      maximum: 2000,
      description: 'Height the module reports, mm; null: it reports none here',
    }),
  ),
)

type Read<Value> = Value extends string | number | boolean | null | undefined
  ? Value
  : Value extends object
    ? { readonly [Key in keyof Value]: Read<Value[Key]> }
    : Value

/** What a schema describes. What came over the wire is read, never changed in place. */
export type Static<Schema extends TSchema> = Read<Described<Schema>>

/** The same to be put together piece by piece. */
export type Writable<Value> = { -readonly [Key in keyof Value]: Writable<Value[Key]> }
