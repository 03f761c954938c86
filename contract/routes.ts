import type { TSchema } from '@sinclair/typebox'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { CALCULATIONS } from './calculations.ts'
import { CommandAnswer, COMMANDS } from './commands.ts'
import { JobPage, JobSort, RepeatabilityRecord, VehiclePage } from './lists.ts'
import {
  DeviceOrder,
  DeviceStatus,
  Holder,
  LinkHello,
  LinkMessages,
  LinkWelcome,
  LogRecord,
  OrderAnswer,
  StandInChange,
} from './devices.ts'
import {
  AccountRecord,
  AgreementAnswer,
  AgreementRequest,
  AuditPage,
  FirstAccount,
  NewSecret,
  PersonalRecord,
  PersonOnly,
  SessionRecord,
  ShareRecord,
  SignIn,
} from './access.ts'
import { KeepingRecord } from './keeping.ts'
import { BackupsRecord, RestoreRequest } from './backups.ts'
import { BundleOutcome, ShopBundle } from './bundle.ts'
import {
  JobRecord,
  JobSummaryRecord,
  PersonRecord,
  ShopRecord,
  VehicleDetailRecord,
  VehicleRecord,
  VehicleRoundsRecord,
  VehicleTypeRecord,
} from './records.ts'
import { CoilRecord, LivesRecord, PartRecord } from './decision.ts'
import { CodeTextRecord } from './codes.ts'
import { EvidenceOfJob } from './evidence.ts'
import { KnowledgeRecord } from './knowledge.ts'
import { ProceduresRecord, TorqueRecord } from './procedure.ts'
import { ReturnRecord } from './proof.ts'
import { closed, oneOf } from './quantities.ts'

const Health = closed({
  status: Type.Literal('ok'),
  version: Type.String(),
  database: Type.String(),
})

/** What each question is answered with. */
export const QUERY_RESPONSES = {
  '/api/health': Health,
  '/api/shop': ShopRecord,
  '/api/people': Type.Array(PersonRecord),
  '/api/vehicle-types': Type.Array(VehicleTypeRecord),
  '/api/vehicles': Type.Array(VehicleRecord),
  '/api/vehicles/list': VehiclePage,
  '/api/vehicles/:id': VehicleDetailRecord,
  '/api/vehicles/:id/rounds': VehicleRoundsRecord,
  '/api/vehicles/:id/personal': PersonalRecord,
  '/api/jobs': Type.Array(JobSummaryRecord),
  '/api/returns': Type.Array(ReturnRecord),
  '/api/jobs/list': JobPage,
  '/api/jobs/:id': JobRecord,
  '/api/jobs/:id/evidence': EvidenceOfJob,
  '/api/repeatability': RepeatabilityRecord,
  '/api/knowledge': KnowledgeRecord,
  '/api/code-texts': Type.Array(CodeTextRecord),
  '/api/parts': Type.Array(PartRecord),
  '/api/coils': Type.Array(CoilRecord),
  '/api/lives': LivesRecord,
  '/api/procedures': ProceduresRecord,
  '/api/torques': Type.Array(TorqueRecord),
  '/api/backups': BackupsRecord,
  '/api/bundle': ShopBundle,
  '/api/jobs/:id/bundle': ShopBundle,
  '/api/devices': Type.Array(DeviceStatus),
  '/api/logs/:id': LogRecord,
  '/api/session': SessionRecord,
  '/api/accounts': Type.Array(AccountRecord),
  '/api/audit': AuditPage,
  '/api/share': ShareRecord,
  '/api/keeping': KeepingRecord,
} as const

/** What `/api/jobs/list` may be asked for, in its query string. */
export const JobListQuery = closed({
  words: Type.String({
    maxLength: 80,
    default: '',
    description: 'Letters of plate, type, complaint or finding',
  }),
  state: Type.Union([oneOf('all', 'open', 'watching', 'answered', 'closed')], { default: 'all' }),
  sort: Type.Union([JobSort], { default: 'openedAt' }),
  order: Type.Union([oneOf('up', 'down')], { default: 'down' }),
  page: Type.Integer({ minimum: 0, maximum: 100_000, default: 0 }),
  size: Type.Integer({ minimum: 1, maximum: 200, default: 25 }),
})
export type JobListQuery = Static<typeof JobListQuery>

/** What `/api/vehicles/list` may be asked for, in its query string. */
export const VehicleListQuery = closed({
  words: Type.String({
    maxLength: 80,
    default: '',
    description: 'Part of a plate, however it is spaced; from three letters also of VIN and notes',
  }),
  page: Type.Integer({ minimum: 0, maximum: 100_000, default: 0 }),
  size: Type.Integer({ minimum: 1, maximum: 200, default: 24 }),
})
export type VehicleListQuery = Static<typeof VehicleListQuery>

/** A question's path. */
export type QueryName = keyof typeof QUERY_RESPONSES
/** The answer to a question. */
export type QueryResponse<Name extends QueryName> = Static<(typeof QUERY_RESPONSES)[Name]>

const SUMMARY: Record<QueryName, string> = {
  '/api/health': 'Whether the server is ready',
  '/api/shop': 'The shop: its name and units',
  '/api/people': 'Everybody who may sign a record',
  '/api/vehicle-types': 'Vehicle types with architecture and geometry',
  '/api/vehicles': 'Every vehicle',
  '/api/vehicles/list': 'Vehicles by plate, searched and paged (words, page, size)',
  '/api/vehicles/:id': 'One vehicle with its history: the means of every round ever measured',
  '/api/vehicles/:id/personal': 'All that tells of the owner of one vehicle, as a file',
  '/api/vehicles/:id/rounds': 'Every round ever measured on a vehicle, reading by reading',
  '/api/jobs': 'Jobs as the floor shows them; closed ones of the last thirty days included',
  '/api/returns': 'Cars that are to be measured again, the soonest first',
  '/api/jobs/list':
    'All jobs ever, searched, sorted and paged (words, state, sort, order, page, size)',
  '/api/jobs/:id': 'One job with its rounds and watches, and the newest earlier rounds of its car',
  '/api/jobs/:id/evidence':
    'All that is known of the car of a job: what, where, when, in which state, from whom; ' +
    'what nobody asked; and what repairs ended',
  '/api/repeatability': 'How well this shop repeats its readings, learned from its double rounds',
  '/api/knowledge':
    'What this shop knows of faults otherwise than what ships, and what its closed jobs taught',
  '/api/code-texts': 'What codes mean, by vehicle type',
  '/api/parts': 'Parts with price, hours, lead time and life, by vehicle type',
  '/api/coils': 'The shop’s list of coils',
  '/api/lives': 'How long springs and pumps lasted in this shop’s vehicles',
  '/api/procedures':
    'The shop’s procedures where they differ from what ships, and what it settles its own way',
  '/api/torques': 'Torques by vehicle type, with source and date',
  '/api/backups': 'Backups of the shop: settings, where they lie, what each holds',
  '/api/bundle': 'The whole shop as one file',
  '/api/jobs/:id/bundle': 'One job as a file that another shop can read in',
  '/api/devices': 'Every device: stand-ins that run here and what adapters attached',
  '/api/logs/:id': 'A recorded log with its values, column by column',
  '/api/session': 'Who is signed in here, and whether one has to be',
  '/api/accounts': 'Who may sign in, and where tries wait',
  '/api/share': 'How other tablets reach this server',
  '/api/keeping':
    'What would be past its time now, were it kept so long (ownerYears, doorMonths; 0: no limit)',
  '/api/audit': 'Who did what, when and from where (words, person, from, to, page, size)',
}

/** One way into the server. */
export interface Route {
  readonly method: 'get' | 'post'
  readonly path: string
  readonly summary: string
  readonly request?: TSchema
  readonly response: TSchema
}

const None = closed({})
const post = (path: string, summary: string, request: TSchema, response: TSchema): Route => ({
  method: 'post',
  path,
  summary,
  request,
  response,
})
/**
 * Ways to devices; their live streams (server-sent events at `/api/devices/stream?ids=` and
 * `/api/adapters/:id/commands`) are described in docs/formats.
 */
const DEVICE_ROUTES: readonly Route[] = [
  post(
    '/api/devices/:id/hold',
    'Takes a device for one person at one tablet, or renews that',
    Holder,
    DeviceStatus,
  ),
  post('/api/devices/:id/release', 'Lets a device go', Holder, DeviceStatus),
  post(
    '/api/devices/:id/orders',
    'Has a device do something; refused while the job forbids it or somebody else holds it',
    DeviceOrder,
    OrderAnswer,
  ),
  post(
    '/api/devices/:id/stand-in',
    'Does to a stand-in what only somebody at the car can do',
    StandInChange,
    DeviceStatus,
  ),
  post('/api/adapters', 'Attaches an adapter’s device', LinkHello, LinkWelcome),
  post('/api/adapters/:id/messages', 'Takes what an adapter’s device tells', LinkMessages, None),
]

/** Ways by which people come in. */
const ACCESS_ROUTES: readonly Route[] = [
  post('/api/session', 'Signs somebody in here', SignIn, SessionRecord),
  post('/api/session/end', 'Signs whoever is here out', None, SessionRecord),
  post(
    '/api/session/agreement',
    'A lead’s word at this tablet, by their own PIN: for one command, within two minutes',
    AgreementRequest,
    AgreementAnswer,
  ),
  post(
    '/api/accounts/first',
    'Gives the shop its first PIN, its lead’s: from then on everybody signs in',
    FirstAccount,
    SessionRecord,
  ),
  post('/api/accounts/secret', 'Sets somebody’s PIN', NewSecret, None),
  post('/api/accounts/drop', 'Takes somebody’s PIN away and ends their sessions', PersonOnly, None),
]

/**
 * Every way into the server: the OpenAPI page is made from this list, and a test holds the server
 * to it.
 */
export const ROUTES: readonly Route[] = [
  ...(Object.keys(QUERY_RESPONSES) as QueryName[]).map((path) => ({
    method: 'get' as const,
    path,
    summary: SUMMARY[path],
    response: QUERY_RESPONSES[path],
  })),
  {
    method: 'post',
    path: '/api/commands',
    summary: 'Every write: one command, idempotent by its id',
    request: Type.Union(Object.values(COMMANDS)),
    response: CommandAnswer,
  },
  {
    method: 'post',
    path: '/api/bundle',
    summary:
      'Takes a whole shop over from a file: adds what is not here yet, changes nothing that is',
    request: ShopBundle,
    response: BundleOutcome,
  },
  post(
    '/api/backups',
    'Begins a backup: packed beside the server, put back once and compared',
    None,
    BackupsRecord,
  ),
  post(
    '/api/backups/restore',
    'Puts a backup in the place of the present records, which are kept beside it',
    RestoreRequest,
    BackupsRecord,
  ),
  ...DEVICE_ROUTES,
  ...ACCESS_ROUTES,
  ...Object.entries(CALCULATIONS).map(([name, { summary, request, response }]) => ({
    method: 'post' as const,
    path: `/api/calc/${name}`,
    summary,
    request,
    response,
  })),
]
