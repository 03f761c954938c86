import { hash, verify } from '@node-rs/argon2'
import { SHORTEST_SECRET } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'

// Argon2id with the package's usual cost (19 MiB, two passes): some 30 ms of one processor.

/** So many different signs at least. */
const LEAST_KINDS = 3

const digitsRise = (secret: string, by: number): boolean =>
  [...secret].every((digit, i) => i === 0 || Number(digit) - Number(secret[i - 1]) === by)

/** Whether a PIN or password is among the first that anybody would try. */
export function isGuessed(secret: string, name: string): boolean {
  if (secret.length < SHORTEST_SECRET || new Set(secret).size < LEAST_KINDS) return true
  if (/^\d+$/.test(secret) && (digitsRise(secret, 1) || digitsRise(secret, -1))) return true
  return secret.toLowerCase() === name.trim().toLowerCase()
}

/**
 * The hash a PIN or password is kept as.
 * @param name of whoever it is for: their own name is no secret.
 * @throws {AppError} `secretWeak`
 */
export async function hashOf(secret: string, name: string): Promise<string> {
  if (isGuessed(secret, name)) throw new AppError('secretWeak', {}, '/secret')
  return hash(secret)
}

let nobodys: Promise<string> | null = null

/**
 * Whether a secret is the one that was kept.
 * @param kept null: there is nobody of that name; it takes as long all the same.
 */
export async function isSecret(kept: string | null, secret: string): Promise<boolean> {
  nobodys ??= hash('nobody has this one')
  const right = await verify(kept ?? (await nobodys), secret)
  return right && kept !== null
}
