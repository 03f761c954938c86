import type { Request, RequestHandler, Response } from 'express'
import { parseCookie } from 'cookie'
import type { Admitted } from '@anklet/contract'
import { ROUTE_ROLES } from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'
import type { From } from '../domains/access/audit.ts'
import { noteAtDoor } from '../domains/access/audit.ts'
import type { DoorEvent } from '@anklet/language/shop/people'
import { loggable } from '../kernel/loggable.ts'
import type { Logger } from 'pino'
import type { Who } from '../domains/access/sessions.ts'
import { hasAccounts, isSame, whoHolds } from '../domains/access/sessions.ts'
import type { Database } from '../store/database.ts'
import { LOCAL_NAMES } from './guards.ts'

// Browsers let no page of another origin, and no plain connection, set a cookie of such a name.
const SECURE_COOKIE = '__Host-anklet'
const PLAIN_COOKIE = 'anklet'

/** Goes with whatever changes something: only a page of ours knows it. */
const PAGE_TOKEN = 'x-anklet-page'
const ADAPTER_KEY = 'x-anklet-key'

/** Ways that change something and are open before anybody has signed in. */
const BEFORE_SIGN_IN: ReadonlySet<string> = new Set([
  'post /api/session',
  'post /api/accounts/first',
])

interface Way {
  readonly name: string
  readonly pattern: RegExp
  readonly admitted: Admitted
}

// Ways without a name in them first: /api/jobs/list is no job called "list".
const WAYS: readonly Way[] = Object.entries(ROUTE_ROLES)
  .sort(([one], [other]) => Number(one.includes(':')) - Number(other.includes(':')))
  .map(([name, admitted]) => ({
    name,
    pattern: new RegExp(`^${name.replaceAll('.', '\\.').replaceAll(/:\w+/g, '[^/]+')}/?$`, 'i'),
    admitted,
  }))

const found = new WeakMap<Request, Way | null>()

/** The way a request comes by; null: none that anybody knows. Looked for once a request. */
function wayOf(req: Request): Way | null {
  const known = found.get(req)
  if (known !== undefined) return known
  const { method, baseUrl, path } = req
  // A question for the head alone is the question itself.
  const asked = method === 'HEAD' ? 'get' : method.toLowerCase()
  const way = WAYS.find(({ pattern }) => pattern.test(`${asked} ${baseUrl}${path}`)) ?? null
  found.set(req, way)
  return way
}

/** A request's way as the contract names it, without what it was about. */
export const wayName = (req: Request): string => wayOf(req)?.name.split(' ')[1] ?? 'other'

/** Who came in with a request; null: the shop has no accounts, so everybody signs by name. */
export const whoIn = (res: Response): Who | null => (res.locals['who'] as Who | undefined) ?? null

/** Who came in, where somebody has to be. @throws {AppError} `signInNeeded` */
export function whoMust(res: Response): Who {
  const who = whoIn(res)
  if (!who) throw new AppError('signInNeeded')
  return who
}

export const addressOf = (req: Request): string => req.socket.remoteAddress ?? ''

// A forwarded request comes from the machine itself and may begin anywhere.
export const isAtMachine = (req: Request): boolean =>
  LOCAL_NAMES.has(addressOf(req).replace(/^::ffff:/, '')) && !req.headers['x-forwarded-for']

/** Where a request came from, as the audit notes it. */
export function fromOf(req: Request, res: Response): From {
  const who = whoIn(res)
  return { personId: who?.id ?? null, device: who?.device ?? '', address: addressOf(req) }
}

const cookieName = (req: Request): string => (req.secure ? SECURE_COOKIE : PLAIN_COOKIE)

/** Lets a browser hold a session; null: it lets go of it. */
export function giveCookie(req: Request, res: Response, token: string | null): void {
  const name = cookieName(req)
  const how = {
    httpOnly: true,
    sameSite: 'strict' as const,
    secure: req.secure,
    path: '/',
  }
  if (token === null) res.clearCookie(name, how)
  else res.cookie(name, token, { ...how, maxAge: 30 * 24 * 3_600_000 })
}

const cookieOf = (req: Request): string | undefined =>
  parseCookie(req.headers.cookie ?? '')[cookieName(req)]

function requirePage(req: Request, who: Who): void {
  const token = req.get(PAGE_TOKEN)
  if (token === undefined || !isSame(token, who.pageToken)) throw new AppError('pageUnknown')
}

function requireAdapterKey(req: Request, key: string): void {
  const [, bearer] = /^Bearer (.+)$/.exec(req.get('authorization') ?? '') ?? []
  if (!isSame(req.get(ADAPTER_KEY) ?? bearer ?? '', key)) throw new AppError('adapterKeyWrong')
}

/** What the audit notes when it was answered, besides commands and who came in. */
const NOTED: Readonly<Record<string, DoorEvent>> = {
  'post /api/backups': 'backupMade',
  'post /api/backups/restore': 'backupRestored',
  'get /api/backups/files/:name': 'backupTaken',
  'post /api/backups/files': 'backupBrought',
  'get /api/bundle': 'shopTaken',
  'get /api/jobs/:id/bundle': 'jobTaken',
  'post /api/bundle': 'shopBrought',
  'get /api/vehicles/:id/personal': 'personalTaken',
  'get /api/audit.csv': 'auditTaken',
}

/** Notes what left the shop or came into it whole. */
export function noted(db: Database, log: Pick<Logger, 'error'>): RequestHandler {
  return (req, res, next) => {
    const what = NOTED[wayOf(req)?.name ?? '']
    if (what !== undefined) {
      const jobId = /^\/jobs\/([^/]+)\/bundle/.exec(req.path)?.[1]
      res.once('finish', () => {
        if (res.statusCode >= 400) return
        noteAtDoor(db, what, fromOf(req, res), jobId === undefined ? {} : { jobId }).catch(
          (error: unknown) => log.error(loggable(error), 'not noted'),
        )
      })
    }
    next()
  }
}

/** Asks again, whenever it is called, whether whoever came in is still in. */
export function stillIn(db: Database, req: Request, res: Response): () => Promise<boolean> {
  const who = whoIn(res)
  const token = cookieOf(req)
  if (!who || token === undefined) return async () => !(await hasAccounts(db))
  return async () => (await whoHolds(db, token, { isUsed: false }))?.role === who.role
}

const changes = (req: Request): boolean => req.method !== 'GET' && req.method !== 'HEAD'

function admit(req: Request, who: Who | null, adapterKey: () => string): void {
  const way = wayOf(req)
  // A way that nobody knows is told as such only to somebody who is in.
  if (!way) {
    if (!who) throw new AppError('signInNeeded')
    throw new AppError('notFound', { what: 'place' })
  }
  if (way.admitted === 'adapter') return requireAdapterKey(req, adapterKey())
  if (changes(req) && who && !BEFORE_SIGN_IN.has(way.name)) requirePage(req, who)
  if (way.admitted === 'anybody') return
  if (!who) throw new AppError('signInNeeded')
  if (!way.admitted.includes(who.role)) throw new AppError('notYourRole', { role: who.role })
}

/** That a shop has no accounts is believed this long, ms. */
const OPEN_MS = 500

/**
 * Lets in whom a way is for. While nobody has a PIN, everybody is: then the server serves its own
 * machine only.
 * @param adapterKey what devices beside the server show.
 * @param shared on the network: one has to sign in there even where nobody can, as after a backup
 * of a shop without accounts was put back.
 */
export function admission(
  db: Database,
  adapterKey: () => string,
  { shared }: { readonly shared: boolean },
): RequestHandler {
  // Once the first PIN is set, somebody always has one.
  let known = false
  let askedMs = 0
  const accounts = async (): Promise<boolean> => {
    if (!known && Date.now() - askedMs > OPEN_MS) {
      known = await hasAccounts(db)
      askedMs = Date.now()
    }
    return known
  }
  return async (req, res, next) => {
    const token = cookieOf(req)
    // Pages that stand open ask by themselves: a shift ends all the same.
    const isUsed = changes(req) || req.path === '/session'
    const who = token === undefined ? null : await whoHolds(db, token, { isUsed })
    known ||= who !== null
    res.locals['accounts'] = (await accounts()) || shared
    if (known || shared) {
      if (who) res.locals['who'] = who
      admit(req, who, adapterKey)
    } else if (changes(req)) {
      // Among what changes something may be the first PIN: the next question is asked anew.
      res.once('finish', () => {
        askedMs = 0
      })
    }
    next()
  }
}
