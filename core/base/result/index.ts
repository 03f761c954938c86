/**
 * What a function returns that may politely refuse: the one result shape of the whole application.
 * `error` is a union on `code` that carries data, never a sentence; sentences are made where they are shown.
 */
export type Result<Value, Refusal> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly error: Refusal }

/** Wraps a value as a success. */
export const ok = <Value>(value: Value): { readonly ok: true; readonly value: Value } => ({
  ok: true,
  value,
})

/** Wraps a refusal: an expected "no", named by its `code`. */
export const refuse = <Refusal>(
  error: Refusal,
): { readonly ok: false; readonly error: Refusal } => ({ ok: false, error })

/**
 * Marks a place that cannot be reached when every case of a union is handled.
 * @throws {RangeError} always: reaching it is a programming mistake.
 */
export function exhausted(value: never): never {
  throw new RangeError(`Unhandled case: ${JSON.stringify(value)}`)
}
