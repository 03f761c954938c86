/** An answer. @throws its refusal */
export const value = <Answer>(
  result: { ok: true; value: Answer } | { ok: false; error: { code: string } },
): Answer => {
  if (!result.ok) throw new Error(result.error.code)
  return result.value
}
