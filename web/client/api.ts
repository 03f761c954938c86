import type {
  KeepingQuery,
  KeepingState,
  AuditPage,
  AuditQuery,
  BackupsRecord,
  BundleOutcome,
  Command,
  CommandResult,
  JobListQuery,
  JobPage,
  QueryName,
  QueryResponse,
  VehicleListQuery,
  VehiclePage,
} from '@anklet/contract'
import { pause } from '../kit/pause.ts'
import { nobodyIn, useAccess } from './state/access.ts'
import { Unsigned } from './state/signing.ts'
import { noteBuild, noteConnection, RELOAD, useConnection } from './state/connection.ts'

/** The server said no, in a sentence for people. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly sentence: string,
    readonly path: string | null,
    /** All that is wrong, where it is more than one thing. */ readonly faults: readonly {
      readonly path: string
      readonly detail: string
    }[] = [],
  ) {
    super(sentence)
  }
}

/** The server did not answer, or not now: the same may be sent again. */
export class Unreachable extends Error {
  constructor(
    /** Why, where the server said so. */
    readonly sentence = 'The server does not answer. Nothing was lost; try again in a moment.',
  ) {
    super(sentence)
  }
}

/** Nobody is in who may be told this, or it is somebody else's: it waits for them. */
export class SignedOut extends Unreachable {}

/** Nothing a person waits for at a car takes longer, ms. */
const PATIENCE_MS = 15_000
/** But for whole files. */
const LONG_PATIENCE_MS = 300_000

/** Set on answers that were kept on this device because the server was away. */
const KEPT = 'x-anklet-kept'
/** What the server's interface was made from. */
const BUILD = 'x-anklet-build'

const pageHeader = (): Record<string, string> => {
  const { token } = useAccess.getState()
  return token === null ? {} : { 'x-anklet-page': token }
}

async function call(path: string, init?: RequestInit, patienceMs = PATIENCE_MS): Promise<unknown> {
  let response: Response
  try {
    response = await fetch(path, {
      ...init,
      headers: { ...init?.headers, ...pageHeader() },
      signal: AbortSignal.timeout(patienceMs),
    })
  } catch {
    noteConnection(true)
    throw new Unreachable()
  }
  noteConnection(response.headers.has(KEPT))
  if (!response.headers.has(KEPT)) noteBuild(response.headers.get(BUILD))
  const body: unknown = await response.json().catch(() => null)
  if (response.ok && body !== null) return body
  // A gateway's error page is not ours: treat it as an outage, and try again later.
  const problem = body as {
    detail?: string
    code?: string
    path?: string | null
    faults?: Refused['faults']
  } | null
  if (!problem?.detail) throw new Unreachable()
  if (response.status === 401) {
    nobodyIn()
    throw new SignedOut(problem.detail)
  }
  if (problem.code === 'otherPerson') throw new SignedOut(problem.detail)
  // Not the sender's fault: it stays with whoever sent it, and is tried again.
  if (response.status >= 500) throw new Unreachable(problem.detail)
  // An older page may say things in a way the server has left behind.
  if (response.status === 400 && useConnection.getState().stale) throw new Unreachable(RELOAD)
  throw new Refused(
    response.status,
    problem.code ?? 'unknown',
    problem.detail,
    problem.path ?? null,
    problem.faults,
  )
}

/** Asks the server. @throws {Refused} or {Unreachable}. */
export const ask = async <Name extends QueryName>(
  name: Name,
  id = '',
): Promise<QueryResponse<Name>> => (await call(name.replace(':id', id))) as QueryResponse<Name>

// Asks what is narrowed down in the query string.
const askWith = (path: QueryName, asked: Readonly<Record<string, string | number>>) => {
  const query = Object.entries(asked).map(([key, value]) => [key, String(value)])
  return call(`${path}?${new URLSearchParams(query).toString()}`)
}

/** Asks for a page of all jobs. @throws {Refused} or {Unreachable}. */
export const askJobs = async (asked: JobListQuery): Promise<JobPage> =>
  (await askWith('/api/jobs/list', asked)) as JobPage

/** Asks for a page of all vehicles. @throws {Refused} or {Unreachable}. */
export const askVehicles = async (asked: VehicleListQuery): Promise<VehiclePage> =>
  (await askWith('/api/vehicles/list', asked)) as VehiclePage

/** Asks for a page of the audit. @throws {Refused} or {Unreachable}. */
export const askAudit = async (asked: AuditQuery): Promise<AuditPage> =>
  (await askWith('/api/audit', asked)) as AuditPage

/** Asks what would be past its time. @throws {Refused} or {Unreachable}. */
export const askKeeping = async (asked: KeepingQuery): Promise<KeepingState> =>
  (await askWith('/api/keeping', asked)) as KeepingState

/** Takes a whole shop over from a file. @throws {Refused} or {Unreachable}. */
export const sendBundle = async (bundle: string): Promise<BundleOutcome> =>
  (await call(
    '/api/bundle',
    { method: 'POST', headers: { 'content-type': 'application/json' }, body: bundle },
    LONG_PATIENCE_MS,
  )) as BundleOutcome

/** Brings a backup of another machine; the file goes from the disk to the server as it is. */
export const bringBackup = async (file: Blob): Promise<BackupsRecord> =>
  (await call(
    '/api/backups/files',
    { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: file },
    LONG_PATIENCE_MS,
  )) as BackupsRecord

/** Longer texts are handed over as a file: the page stands still for as long as it hands over a text. */
const LONG_TEXT = 100_000

async function handedOver(body: object): Promise<BodyInit> {
  const text = JSON.stringify(body)
  if (text.length <= LONG_TEXT) return text
  const file = new Blob([text])
  // What was tapped meanwhile goes before.
  await pause()
  return file
}

/** Posts something to a door of the server. @throws {Refused} or {Unreachable}. */
export const tell = async (
  path: string,
  body: object,
  headers: Readonly<Record<string, string>> = {},
): Promise<unknown> =>
  call(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: await handedOver(body),
  })

/**
 * Sends a command; sent again with the same id it changes nothing twice.
 * @throws {Refused} or {Unreachable}.
 */
export const send = async (command: Command): Promise<CommandResult> =>
  (await tell('/api/commands', command)) as CommandResult

/** Sends a command that a lead gave their word for. @throws {Refused} or {Unreachable}. */
export const sendAgreed = async (command: Command, agreement: string): Promise<CommandResult> =>
  (await tell('/api/commands', command, { 'x-anklet-agreed': agreement })) as CommandResult

/** What to tell a person about an error. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Refused) return error.sentence
  if (error instanceof Unreachable || error instanceof Unsigned) return error.sentence
  return 'Something broke on this page. Reload it; what you entered is kept.'
}
