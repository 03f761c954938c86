import type { RequestHandler } from 'express'
import { AppError } from '../kernel/appError.ts'

/** Names by which a machine reaches itself. */
export const LOCAL_NAMES: ReadonlySet<string> = new Set(['127.0.0.1', '::1', 'localhost'])

// An address of IPv6 stands in brackets before its port.
const nameIn = (host: string): string =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .toLowerCase()

/**
 * Answers only under the names the server goes by, and only to pages it served itself. A page from
 * elsewhere could have its own name point at this machine, and would then read the shop.
 * @param names it is shared under, in small letters.
 */
export const ownAddressOnly =
  (names: ReadonlySet<string>): RequestHandler =>
  (req, _res, next) => {
    const host = req.headers.host ?? ''
    const name = nameIn(host)
    if (!LOCAL_NAMES.has(name) && !names.has(name)) throw new AppError('foreignAddress', { host })
    const { origin } = req.headers
    if (origin !== undefined && origin !== `${req.protocol}://${host}`)
      throw new AppError('foreignAddress', { host: origin })
    next()
  }

// PostgreSQL keeps neither an empty sign nor half of a pair of surrogates.
const isText = (words: string): boolean => words.isWellFormed() && !words.includes('\0')

/** Deeper than anything the contract describes. */
const DEEPEST = 60

function isKeepable(value: unknown, depth: number): boolean {
  if (typeof value === 'string') return isText(value)
  if (typeof value !== 'object' || value === null) return true
  if (depth > DEEPEST) return false
  return Object.entries(value).every(([key, inner]) => isText(key) && isKeepable(inner, depth + 1))
}

/** Refuses words that no record could hold, and bodies nested deeper than any request is. */
export const keepableOnly: RequestHandler = (req, _res, next) => {
  if (!isKeepable(req.body, 0)) throw new AppError('badCharacters')
  next()
}
