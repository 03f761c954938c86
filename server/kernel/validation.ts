import type { TSchema } from '@sinclair/typebox'
import { faultSentence } from '@anklet/language/problems/fields'
import type { ValidateFunction } from 'ajv'
import { AppError } from './appError.ts'
import { CHECKED_SCHEMAS } from './checkedSchemas.ts'
import { compileBody, compileText } from './compile.ts'

/**
 * A check of one kind of request.
 * @throws {AppError} `wrongShape` with the field's path and a sentence.
 */
export type Check = (value: unknown) => void

const compiled = new Map<TSchema, ValidateFunction>()

/** Takes over checks that the build compiled. @param checks by the names of `CHECKED_SCHEMAS`. */
export function takeCompiledChecks(checks: Readonly<Record<string, ValidateFunction>>): void {
  for (const [name, schema] of Object.entries(CHECKED_SCHEMAS)) {
    const check = checks[name]
    if (check) compiled.set(schema, check)
  }
}

/**
 * The check for a schema, compiled when it is first used.
 * @param fromText for a query string: text becomes figures and usual values are filled in.
 */
export function checkOf(schema: TSchema, { fromText = false } = {}): Check {
  const validator = (): ValidateFunction => {
    const known = compiled.get(schema)
    if (known) return known
    const made = fromText ? compileText(schema) : compileBody(schema)
    compiled.set(schema, made)
    return made
  }
  return (value) => {
    const run = validator()
    if (run(value)) return
    const errors = run.errors ?? []
    // A nullable field reports each branch and then "anyOf": the branch says more.
    const error =
      errors.find(({ keyword }) => keyword !== 'anyOf' && keyword !== 'type') ?? errors[0]
    if (!error) throw new AppError('wrongShape')
    const missing =
      error.keyword === 'required'
        ? `/${String((error.params as { missingProperty: string }).missingProperty)}`
        : ''
    throw new AppError(
      'wrongShape',
      { sentence: faultSentence(error) },
      `${error.instancePath}${missing}`,
    )
  }
}
