import type { TSchema } from '@sinclair/typebox'
import type { Options, ValidateFunction } from 'ajv'
import { _, Ajv } from 'ajv'
import standalone from 'ajv/dist/standalone/index.js'
import formats from 'ajv-formats'
import { CHECKED_SCHEMAS } from './checkedSchemas.ts'

const STRICT: Options = { allErrors: false, strict: true, strictTypes: false }

function compiler(options: Options): Ajv {
  const ajv = new Ajv({ ...STRICT, ...options })
  // The package is CommonJS: its function stands under `default`.
  const addFormats = formats.default as (ajv: Ajv, names: readonly string[]) => void
  addFormats(ajv, ['uuid', 'date-time', 'date'])
  return ajv
}

let body: Ajv | null = null
let text: Ajv | null = null

/** Compiles the check of a body. */
export function compileBody(schema: TSchema): ValidateFunction {
  body ??= compiler({ allowUnionTypes: true })
  return body.compile(schema)
}

/** Compiles the check of a query string: figures arrive as text, what is left out has its usual value. */
export function compileText(schema: TSchema): ValidateFunction {
  text ??= compiler({ coerceTypes: true, useDefaults: true })
  return text.compile(schema)
}

/** The checks of every schema in `CHECKED_SCHEMAS` as the text of a CommonJS module, one export a name. */
export function checksAsCode(): string {
  // The formats are named by hand: ajv-formats would write them in the notation of its own copy of Ajv.
  const formatsInCode = _`require("ajv-formats/dist/formats").fullFormats`
  const ajv = compiler({ allowUnionTypes: true, code: { source: true, formats: formatsInCode } })
  for (const [name, schema] of Object.entries(CHECKED_SCHEMAS)) ajv.addSchema(schema, name)
  const names = Object.keys(CHECKED_SCHEMAS).map((name) => [name, name] as const)
  return standalone(ajv, Object.fromEntries(names))
}
