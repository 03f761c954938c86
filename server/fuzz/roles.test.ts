import type { Command, Role } from '@anklet/contract'
import { COMMANDS, mayGive, ROLES, ROUTE_ROLES, ROUTES } from '@anklet/contract'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import type { TestBench } from '../test/bench.ts'
import { startBench } from '../test/bench.ts'
import { newJobIds } from '../test/records.ts'
import { SignedIn } from '../test/signedIn.ts'
import { Arbitraries } from './arbitraries.ts'

const longSeed = inject('longSeed')
const REQUESTS = longSeed === null ? 120 : 4000
const SEED = 20261201
const LONGEST_MS = longSeed === null ? 120_000 : 1_200_000

/** Somebody with a role, or nobody: without a session. */
type Caller = Role | 'nobody'

interface Call {
  readonly method: string
  readonly path: string
  readonly body?: unknown
  /** Whether the one who calls may be answered at all. */
  readonly admitted: boolean
}

// What would end the session, pack the whole shop for minutes, or never end.
const LEFT_OUT: ReadonlySet<string> = new Set([
  'post /api/session',
  'post /api/session/end',
  'post /api/accounts/secret',
  'post /api/accounts/drop',
  'post /api/backups',
])

describe('whatever each role sends', () => {
  let bench: TestBench
  const held = new Map<Role, SignedIn>()
  const ids: readonly string[] = Object.values<string>({ ...newJobIds() })

  beforeAll(async () => {
    bench = await startBench()
    const secret = 'quay-4711'
    const first = { personId: bench.person, secret, device: 'fuzz' }
    const lead = new SignedIn(
      bench.app,
      await bench.post('/api/accounts/first', first),
      bench.person,
    )
    held.set('lead', lead)
    for (const role of ROLES.filter((each) => each !== 'lead')) {
      const personId = crypto.randomUUID()
      const name = `The ${role}`
      await lead.send('person.add', { personId, name, role }).expect(200)
      await lead.post('/api/accounts/secret', { personId, secret, own: null }).expect(200)
      const answer = await bench.post('/api/session', { name, secret, device: 'fuzz' })
      held.set(role, new SignedIn(bench.app, answer, personId))
    }
  })
  afterAll(() => bench.end())

  const commandsOf = (caller: Caller): fc.Arbitrary<Call> =>
    fc.constantFrom(...Object.entries(COMMANDS)).chain(([type, schema]) =>
      new Arbitraries(ids, 200).of(schema).map((drawn): Call => {
        const person = caller === 'nobody' ? bench.person : held.get(caller)!.personId
        const sent = typeof drawn === 'object' && drawn !== null ? drawn : {}
        const body = { ...sent, type, person, id: crypto.randomUUID() }
        const payload = (body as { payload?: { content?: object } }).payload
        return {
          method: 'POST',
          path: '/api/commands',
          body,
          admitted:
            caller !== 'nobody' &&
            typeof (payload?.content ?? {}) === 'object' &&
            mayGive(caller, {
              ...body,
              payload: { content: {}, ...payload },
            } as unknown as Command),
        }
      }),
    )

  const routesOf = (caller: Caller): fc.Arbitrary<Call> => {
    const ways = ROUTES.map((route) => ({ ...route, name: `${route.method} ${route.path}` }))
    return fc
      .constantFrom(...ways.filter(({ name }) => !LEFT_OUT.has(name)))
      .chain(({ method, path, request, name }) =>
        fc
          .tuple(
            fc.constantFrom(...ids, 'x', '%00'),
            request ? new Arbitraries(ids, 200).of(request) : fc.constant(undefined),
          )
          .map(([id, body]: readonly [string, unknown]): Call => {
            const admitted = ROUTE_ROLES[name.replace(/calc\/.*/, 'calc/:name')]
            return {
              method: method.toUpperCase(),
              path: path.replace(':id', id),
              ...(body === undefined ? {} : { body }),
              admitted:
                admitted === 'anybody' ||
                (caller !== 'nobody' && Array.isArray(admitted) && admitted.includes(caller)),
            }
          }),
      )
  }

  test.each<Caller>(['nobody', ...ROLES])(
    `%s gets nowhere they may not, in ${REQUESTS} requests`,
    async (caller) => {
      const counts = new Map<number, number>()
      const calls = fc.oneof(commandsOf(caller), routesOf(caller))
      await fc.assert(
        fc.asyncProperty(calls, async ({ method, path, body, admitted }) => {
          const from = caller === 'nobody' ? bench : held.get(caller)!
          // As it was drawn, whatever it is: an object, a text, nothing.
          const answer = await (method === 'GET'
            ? from.get(path)
            : from.post(path, JSON.stringify(body) as never).type('json'))
          const { text } = answer
          counts.set(answer.status, (counts.get(answer.status) ?? 0) + 1)
          expect(answer.status, `${path}: ${text.slice(0, 300)}`).not.toBe(500)
          if (!admitted) expect(answer.status, path).toBeGreaterThanOrEqual(400)
          if (caller === 'nobody' && !admitted) expect([401, 403], path).toContain(answer.status)
        }),
        { numRuns: REQUESTS, seed: longSeed ?? SEED },
      )
      const told = [...counts].sort(([a], [b]) => a - b).map(([status, n]) => `${n} of ${status}`)
      console.log(`Fuzz as ${caller}: ${told.join(', ')}`)
      // Still in: what was refused was refused for its own sake.
      if (caller !== 'nobody') await held.get(caller)!.get('/api/jobs').expect(200)
    },
    LONGEST_MS,
  )
})

describe('the table of ways', () => {
  test('names everything that the contract describes, and every command', () => {
    const named = ROUTES.map(({ method, path }) => `${method} ${path}`)
    for (const name of named)
      expect(Object.keys(ROUTE_ROLES), name).toContain(name.replace(/calc\/.*/, 'calc/:name'))
  })
})
