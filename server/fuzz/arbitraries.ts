import type { TSchema } from '@sinclair/typebox'
import fc from 'fast-check'

/** Values that break programs: at the edge of numbers, of texts, of dates, and of kind. */
const WILD: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  '\0',
  '\uD800',
  'a\uDC00b',
  '\u{1F697}',
  '=1+1',
  '\tx',
  'x'.repeat(5000),
  '0001-01-01T00:00:00Z',
  '2000-01-01T00:00:00+23:59',
  '2026-02-30T00:00:00Z',
  '2099-12-31T23:59:59.999999999Z',
  '9999-12-31T23:59:59Z',
  '2026-06-30T23:59:60Z',
  -1,
  0,
  -0,
  0.1,
  2 ** 31,
  2 ** 53,
  1e308,
  -1e308,
  5e-324,
  [],
  {},
  [[[[]]]],
  { constructor: 1 },
]

interface Schema {
  readonly type?: string
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly Schema[]
  readonly properties?: Readonly<Record<string, Schema>>
  readonly required?: readonly string[]
  readonly patternProperties?: Readonly<Record<string, Schema>>
  readonly items?: Schema | readonly Schema[]
  readonly minItems?: number
  readonly maxItems?: number
  readonly format?: string
  readonly pattern?: string
  readonly minLength?: number
  readonly maxLength?: number
  readonly minimum?: number
  readonly maximum?: number
  readonly exclusiveMinimum?: number
}

/** Makes values of schemas, mostly right ones, with ids that lead somewhere. */
export class Arbitraries {
  private readonly made = new Map<Schema, fc.Arbitrary<unknown>>()

  /**
   * @param ids ids of records that are there.
   * @param wildness one node in so many is something else altogether.
   */
  constructor(
    private readonly ids: readonly string[],
    private readonly wildness: number,
  ) {}

  of(schema: TSchema): fc.Arbitrary<unknown> {
    return this.node(schema as Schema)
  }

  private node(schema: Schema): fc.Arbitrary<unknown> {
    const known = this.made.get(schema)
    if (known) return known
    const made = fc.oneof(
      { weight: this.wildness, arbitrary: this.right(schema) },
      { weight: 1, arbitrary: fc.constantFrom(...WILD) },
    )
    this.made.set(schema, made)
    return made
  }

  private right(schema: Schema): fc.Arbitrary<unknown> {
    if (schema.const !== undefined) return fc.constant(schema.const)
    if (schema.enum) return fc.constantFrom(...schema.enum)
    if (schema.anyOf) return fc.oneof(...schema.anyOf.map((branch) => this.node(branch)))
    switch (schema.type) {
      case 'object':
        return this.object(schema)
      case 'array':
        return this.array(schema)
      case 'string':
        return this.text(schema)
      case 'integer':
      case 'number':
        return number(schema)
      case 'boolean':
        return fc.boolean()
      default:
        return fc.constant(null)
    }
  }

  private object({
    properties = {},
    required = [],
    patternProperties,
  }: Schema): fc.Arbitrary<unknown> {
    const [entry] = Object.values(patternProperties ?? {})
    if (entry)
      return fc.dictionary(fc.stringMatching(/^[a-z][a-zA-Z0-9.]{0,8}$/), this.node(entry), {
        maxKeys: 4,
      })
    const fields = Object.fromEntries(
      Object.entries(properties).map(([name, field]) => [name, this.node(field)]),
    )
    return fc.record(fields, { requiredKeys: [...required] })
  }

  private array({ items, minItems = 0, maxItems = 4 }: Schema): fc.Arbitrary<unknown> {
    if (Array.isArray(items)) return fc.tuple(...(items as Schema[]).map((item) => this.node(item)))
    return fc.array(this.node((items as Schema | undefined) ?? {}), {
      minLength: minItems,
      maxLength: Math.max(minItems, Math.min(maxItems, 6)),
    })
  }

  private text({ format, pattern, minLength = 0, maxLength = 40 }: Schema): fc.Arbitrary<unknown> {
    if (format === 'uuid')
      return fc.oneof({ weight: 4, arbitrary: fc.constantFrom(...this.ids) }, fc.uuid())
    if (format === 'date-time') return this.instant()
    if (format === 'date')
      return fc.constantFrom('2026-11-30', '1997-03-01', '2026-02-30', '2099-12-31')
    if (pattern !== undefined && pattern !== '\\S') return fc.stringMatching(new RegExp(pattern))
    return fc.oneof(
      fc.constantFrom('road', 'FL', 'hiss', 'T 1', 'C1234'),
      fc.string({ minLength, maxLength: Math.min(maxLength, 60), unit: 'binary' }),
    )
  }

  private instant(): fc.Arbitrary<string> {
    const now = Date.now()
    return fc
      .integer({ min: -400 * 24 * 3600, max: 2 * 24 * 3600 })
      .map((s) => new Date(now + s * 1000).toISOString())
  }
}

function number({ type, minimum, maximum, exclusiveMinimum }: Schema): fc.Arbitrary<number> {
  const min = minimum ?? exclusiveMinimum ?? -1e6
  const max = maximum ?? 1e6
  if (type === 'integer')
    return fc.integer({ min: Math.max(Math.ceil(min), -(2 ** 31)), max: Math.min(max, 2 ** 31) })
  return fc.oneof(
    { weight: 4, arbitrary: fc.double({ min, max, noNaN: true }) },
    { weight: 1, arbitrary: fc.constantFrom(min, max, (min + max) / 2) },
  )
}
