import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import type { Command, CommandType } from './commands.ts'
import { closed, instant, nullable, uuid, words } from './quantities.ts'
import { RoleName } from './records.ts'
import { ROLES } from './roles.ts'
import type { Role } from './records.ts'

/** Shortest PIN or password, characters. */
export const SHORTEST_SECRET = 6
/** Longest PIN or password, characters: more would only be work for the server. */
export const LONGEST_SECRET = 128

const Secret = Type.String({
  minLength: 1,
  maxLength: LONGEST_SECRET,
  description: 'PIN or password',
})
const DeviceName = Type.String({ minLength: 1, maxLength: 64 })

/** Somebody signed in, as the page needs to know them. */
export const MeRecord = closed({ id: uuid, name: Type.String(), role: RoleName })
export type Me = Static<typeof MeRecord>

/** Who is signed in where the question comes from. */
export const SessionRecord = closed({
  accounts: Type.Boolean({ description: 'Whether one has to sign in at all' }),
  atMachine: Type.Boolean({ description: 'Asked at the machine that Anklet runs on' }),
  me: nullable(MeRecord),
  token: nullable(
    Type.String({ description: 'Goes with whatever changes something, as x-anklet-page' }),
  ),
  endsAt: nullable(instant),
})
export type SessionState = Static<typeof SessionRecord>

export const SignIn = closed({ name: words(60), secret: Secret, device: DeviceName })
/** The first PIN of a shop: its lead's, given at the machine itself. */
export const FirstAccount = closed({ personId: uuid, secret: Secret, device: DeviceName })
/** One's own PIN anew, shown by the present one; or by a lead for somebody else. */
export const NewSecret = closed({
  personId: uuid,
  secret: Secret,
  own: nullable(Secret),
})
export const PersonOnly = closed({ personId: uuid })
/** A lead's word at somebody else's tablet. */
export const AgreementRequest = closed({ personId: uuid, secret: Secret, commandId: uuid })
export const AgreementAnswer = closed({
  agreement: Type.String({
    description: 'Goes with the one command it is for, as x-anklet-agreed',
  }),
})

/** Who may sign in, and since when. */
export const AccountRecord = closed({
  personId: uuid,
  setAt: instant,
  waitsUntil: nullable(
    Type.String({ description: 'Too many wrong tries from somewhere; there it waits until then' }),
  ),
  devices: Type.Integer({ description: 'Tablets they are signed in on now' }),
})
export type Account = Static<typeof AccountRecord>

/** How other tablets reach this server. */
export const ShareRecord = closed({
  shared: Type.Boolean({ description: 'On the network; otherwise this machine only' }),
  addresses: Type.Array(
    closed({ address: Type.String(), code: Type.String({ description: 'QR code as SVG' }) }),
  ),
  ownAuthority: Type.Boolean({
    description: 'Its certificate is the shop’s own: phones are told to trust it',
  }),
  print: nullable(Type.String({ description: 'SHA-256 print of that certificate' })),
})
export type ShareState = Static<typeof ShareRecord>

/** What may be asked of the audit, in its query string. */
export const AuditQuery = closed({
  words: Type.String({ maxLength: 80, default: '' }),
  person: Type.String({ maxLength: 36, default: '' }),
  from: Type.String({ maxLength: 10, default: '' }),
  to: Type.String({ maxLength: 10, default: '' }),
  page: Type.Integer({ minimum: 0, maximum: 100_000, default: 0 }),
  size: Type.Integer({ minimum: 1, maximum: 200, default: 50 }),
})
export type AuditQuery = Static<typeof AuditQuery>

/** One thing somebody did. */
export const AuditEntry = closed({
  id: Type.String(),
  at: instant,
  /** A command's name, or what happened at the door. */
  what: Type.String(),
  personId: nullable(uuid),
  name: nullable(Type.String()),
  device: Type.String(),
  address: nullable(Type.String()),
  jobId: nullable(uuid),
  plate: nullable(Type.String()),
  words: nullable(Type.String()),
})
export type AuditEntry = Static<typeof AuditEntry>
export const AuditPage = closed({
  rows: Type.Array(AuditEntry, { description: 'The newest first' }),
  more: Type.Boolean({ description: 'There are older ones' }),
})
export type AuditPage = Static<typeof AuditPage>

/** All that is on record of whoever owns a car: what they are given who ask for it. */
export const PersonalRecord = closed({
  format: Type.Literal('anklet-personal'),
  formatVersion: Type.Literal(1),
  exportedAt: instant,
  vehicle: closed({ id: uuid, plate: Type.String(), vin: Type.String(), note: Type.String() }),
  jobs: Type.Array(
    closed({
      id: uuid,
      openedAt: instant,
      closedAt: nullable(instant),
      complaint: Type.String(),
      closedReason: nullable(Type.String()),
      notes: Type.Array(
        closed({ at: instant, title: Type.String(), lines: Type.Array(Type.String()) }),
      ),
      agreements: Type.Array(closed({ at: instant, name: Type.String(), way: Type.String() })),
      photos: Type.Array(
        closed({
          at: instant,
          caption: Type.String(),
          type: Type.String(),
          picture: Type.String({ description: 'Base64' }),
        }),
      ),
    }),
  ),
})
export type Personal = Static<typeof PersonalRecord>

const EVERYBODY: readonly Role[] = ROLES
const AT_THE_CAR: readonly Role[] = ['lead', 'technician', 'apprentice']
const SKILLED: readonly Role[] = ['lead', 'technician']
const AT_THE_DESK: readonly Role[] = ['lead', 'technician', 'desk']
const LEAD: readonly Role[] = ['lead']

/**
 * Who may give which command. An apprentice measures and works under somebody's eye; what is
 * decided, planned, concluded and handed over is for the skilled; what steers everybody's work
 * (people, the shop, its knowledge, its procedures) is the lead's.
 */
export const COMMAND_ROLES: Readonly<Record<CommandType, readonly Role[]>> = {
  'person.add': LEAD,
  'person.role': LEAD,
  'shop.change': LEAD,
  'vehicleType.save': SKILLED,
  'vehicle.save': AT_THE_DESK,
  'vehicle.learn': SKILLED,
  'vehicle.erase': LEAD,
  'job.open': EVERYBODY,
  'job.complaint': EVERYBODY,
  'job.arrive': EVERYBODY,
  'job.note': EVERYBODY,
  'job.repair': SKILLED,
  'photo.add': EVERYBODY,
  'check.record': AT_THE_CAR,
  'evidence.say': SKILLED,
  'job.conclude': SKILLED,
  'codes.record': AT_THE_CAR,
  'codeText.save': SKILLED,
  'knowledge.save': LEAD,
  'knowledge.import': LEAD,
  'part.save': AT_THE_DESK,
  'part.drop': AT_THE_DESK,
  'coils.save': SKILLED,
  'coil.drop': SKILLED,
  'decision.take': SKILLED,
  'decision.agree': AT_THE_DESK,
  'procedures.save': LEAD,
  'torque.save': SKILLED,
  'torque.drop': SKILLED,
  'plan.make': SKILLED,
  'work.record': AT_THE_CAR,
  'proof.record': AT_THE_DESK,
  'charge.record': AT_THE_CAR,
  'log.start': AT_THE_CAR,
  'log.stop': AT_THE_CAR,
  'log.keep': AT_THE_CAR,
  'job.close': AT_THE_DESK,
  'job.reopen': AT_THE_DESK,
  'round.record': AT_THE_CAR,
  'rounds.import': SKILLED,
  'reading.correct': AT_THE_CAR,
  'watch.start': AT_THE_CAR,
  'watch.look': AT_THE_CAR,
  'watch.finish': AT_THE_CAR,
  'watch.conclude': SKILLED,
  'watch.giveUp': SKILLED,
  'watch.supplyBack': AT_THE_CAR,
}

/** What the desk says of a car that goes: the rest of a proof is shown at the car. */
const SAID_AT_THE_DESK: ReadonlySet<string> = new Set(['return', 'handedOver'])

/** Whether somebody of a role may give a command. */
export function mayGive(role: Role, command: Command): boolean {
  if (role === 'desk' && command.type === 'proof.record')
    return SAID_AT_THE_DESK.has(command.payload.content.kind)
  return COMMAND_ROLES[command.type].includes(role)
}

/** Who gets in by a way: roles, anybody at all, or a program beside the server with its key. */
export type Admitted = readonly Role[] | 'anybody' | 'adapter'

/** Who gets in by which way, by method and path. A way that is not here admits nobody. */
export const ROUTE_ROLES: Readonly<Record<string, Admitted>> = {
  'get /api/health': 'anybody',
  'get /api/ready': 'anybody',
  'get /api/openapi.json': 'anybody',
  'get /api/docs': 'anybody',
  'get /api/metrics': 'adapter',
  'get /api/session': 'anybody',
  'post /api/session': 'anybody',
  'post /api/session/end': 'anybody',
  'post /api/session/agreement': EVERYBODY,
  'post /api/accounts/first': 'anybody',
  'post /api/accounts/secret': EVERYBODY,
  'post /api/accounts/drop': LEAD,
  'get /api/accounts': LEAD,
  'get /api/share': EVERYBODY,
  'get /api/share/authority.crt': 'anybody',
  'get /api/keeping': LEAD,
  'get /api/audit': LEAD,
  'get /api/audit.csv': LEAD,
  'get /api/shop': EVERYBODY,
  'get /api/people': EVERYBODY,
  'get /api/vehicle-types': EVERYBODY,
  'get /api/vehicles': EVERYBODY,
  'get /api/vehicles/list': EVERYBODY,
  'get /api/vehicles/:id': EVERYBODY,
  'get /api/vehicles/:id/rounds': EVERYBODY,
  'get /api/vehicles/:id/personal': LEAD,
  'get /api/jobs': EVERYBODY,
  'get /api/returns': EVERYBODY,
  'get /api/jobs/list': EVERYBODY,
  'get /api/jobs/:id': EVERYBODY,
  'get /api/jobs/:id/evidence': EVERYBODY,
  'get /api/repeatability': EVERYBODY,
  'get /api/knowledge': EVERYBODY,
  'get /api/code-texts': EVERYBODY,
  'get /api/parts': EVERYBODY,
  'get /api/coils': EVERYBODY,
  'get /api/lives': EVERYBODY,
  'get /api/procedures': EVERYBODY,
  'get /api/torques': EVERYBODY,
  'get /api/logs/:id': EVERYBODY,
  'get /api/photos/:id': EVERYBODY,
  'get /api/photos/:id/small': EVERYBODY,
  'get /api/bundle': LEAD,
  'get /api/jobs/:id/bundle': AT_THE_DESK,
  'post /api/bundle': LEAD,
  'post /api/commands': EVERYBODY,
  'get /api/backups': EVERYBODY,
  'post /api/backups': LEAD,
  'post /api/backups/restore': LEAD,
  'get /api/backups/files/:name': LEAD,
  'post /api/backups/files': LEAD,
  'get /api/devices': EVERYBODY,
  'get /api/devices/stream': EVERYBODY,
  'get /api/live': EVERYBODY,
  'post /api/devices/:id/hold': AT_THE_CAR,
  'post /api/devices/:id/release': AT_THE_CAR,
  'post /api/devices/:id/orders': AT_THE_CAR,
  'post /api/devices/:id/stand-in': AT_THE_CAR,
  'post /api/adapters': 'adapter',
  'post /api/adapters/:id/messages': 'adapter',
  'get /api/adapters/:id/commands': 'adapter',
  'post /api/calc/:name': EVERYBODY,
}
