import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TSchema } from '@sinclair/typebox'
import { COMMANDS, JobListQuery, ROUTES } from '@anklet/contract'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { carCommands, jobOpen, LEVEL, newJobIds, walk } from '../test/records.ts'
import type { Server } from '../trials/machine.ts'
import { BUILT, endProcess, startServer } from '../trials/machine.ts'
import { Arbitraries } from './arbitraries.ts'

const longSeed = inject('longSeed')
const REQUESTS = longSeed === null ? 500 : 20_000
/** What is drawn in a short run is always the same. */
const SEED = 20261130
/** Slowest answer of a long run, ms; a calculation may use up the five seconds it has. */
const SLOWEST_MS = 2000
const SLOWEST_CALCULATION_MS = 6000
/** Five hundred take some ten seconds, on a busy machine much more, ms. */
const LONGEST_MS = longSeed === null ? 300_000 : 1_800_000
/** Room a server may have grown by in the second half of a long run, bytes. */
const GROWTH_BYTES = 250e6

interface Call {
  readonly method: string
  readonly path: string
  readonly body?: string
  readonly headers?: Readonly<Record<string, string>>
}
interface Answer {
  readonly status: number
  readonly type: string
  readonly text: string
}

describe.skipIf(!existsSync(BUILT))('whatever is sent', () => {
  let data: string
  let server: Server
  let address: URL
  const ids = {
    person: crypto.randomUUID(),
    ...newJobIds(),
    roundId: crypto.randomUUID(),
  }
  const counts = new Map<number, number>()
  let slowest = { ms: 0, path: '' }

  const command = (type: string, payload: object) => ({
    id: crypto.randomUUID(),
    type,
    person: ids.person,
    device: 'fuzz',
    at: new Date().toISOString(),
    baseVersion: null,
    payload,
  })

  // Below fetch, which would mend a malformed address before it is sent.
  const call = ({ method, path, body, headers }: Call): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const began = performance.now()
      const sent = httpRequest(
        {
          host: address.hostname,
          port: address.port,
          method,
          path,
          headers: { 'content-type': 'application/json', ...headers },
        },
        (res) => {
          let text = ''
          res.on('data', (chunk: Buffer) => (text += chunk.toString()))
          res.once('end', () => {
            const ms = performance.now() - began
            if (ms > slowest.ms) slowest = { ms, path }
            const status = res.statusCode ?? 0
            counts.set(status, (counts.get(status) ?? 0) + 1)
            resolve({ status, type: res.headers['content-type'] ?? '', text })
          })
        },
      )
      sent.once('error', reject)
      sent.end(body)
    })

  const setUp = async (): Promise<void> => {
    const walked = walk(LEVEL, new Date().toISOString(), { roundId: ids.roundId })
    for (const body of [
      command('person.add', { personId: ids.person, name: 'F. Fuzz' }),
      ...carCommands(ids, 'F 1').map(([type, payload]) => command(type, payload)),
      command('job.open', jobOpen(ids)),
      command('round.record', { jobId: ids.jobId, round: walked }),
    ]) {
      const { status, text } = await call({
        method: 'POST',
        path: '/api/commands',
        body: JSON.stringify(body),
      })
      expect(text, text).toContain('"repeated":false')
      expect(status).toBe(200)
    }
  }

  const memory = (): number =>
    1024 *
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1])

  beforeAll(async () => {
    data = mkdtempSync(join(tmpdir(), 'anklet-fuzz-'))
    server = await startServer(data)
    address = new URL((await server.outcome).ready!)
    await setUp()
  })
  afterAll(async () => {
    await endProcess(server.child, 'SIGTERM')
    rmSync(data, { recursive: true, force: true })
  })

  /** An answer is what was asked for, or a problem with a sentence; never a fault of the server. */
  const judge = ({ status, type, text }: Answer, { path }: Call): void => {
    expect(status, `${path}: ${text.slice(0, 500)}`).not.toBe(500)
    if (status < 400) return
    expect(type, path).toContain('application/problem+json')
    expect((JSON.parse(text) as { detail: string }).detail, path).toMatch(/\S{2,}.*[.?]$/s)
  }

  const filled = (path: string): fc.Arbitrary<string> =>
    fc
      .oneof(
        { weight: 6, arbitrary: fc.constantFrom(...Object.values(ids), 'stand-in-module') },
        { weight: 1, arbitrary: fc.constantFrom('%E0%A4%A', '%00', '..', 'x'.repeat(3000), '%') },
        { weight: 1, arbitrary: fc.string().map(encodeURIComponent) },
      )
      .map((id) => path.replace(':id', id))

  const bodyOf = (schema: TSchema): fc.Arbitrary<string> => {
    const make = (wildness: number) => new Arbitraries(Object.values(ids), wildness).of(schema)
    return fc
      .oneof(
        { weight: 5, arbitrary: make(400) },
        { weight: 3, arbitrary: make(40) },
        { weight: 1, arbitrary: make(5) },
      )
      .map((body) => JSON.stringify(body) ?? '')
  }

  /** Commands as they are sent: mostly by somebody who is known. */
  const commands = fc.constantFrom(...Object.entries(COMMANDS)).chain(([type, schema]) =>
    bodyOf(schema).map((body): Call => {
      const sent: unknown = JSON.parse(body)
      const isObject = typeof sent === 'object' && sent !== null && !Array.isArray(sent)
      return {
        method: 'POST',
        path: '/api/commands',
        body: isObject
          ? JSON.stringify({ ...sent, type, person: ids.person, id: crypto.randomUUID() })
          : body,
      }
    }),
  )

  // But for the first PIN: after it nobody would be answered any more who is not signed in.
  const open = ROUTES.filter(({ path }) => path !== '/api/accounts/first')
  const routes = fc.constantFrom(...open).chain(({ method, path, request }) =>
    fc
      .tuple(filled(path), request ? bodyOf(request) : fc.constant(null))
      .map(([place, body]): Call => ({
        method: method.toUpperCase(),
        path: place,
        ...(body === null ? {} : { body }),
      })),
  )

  const lists = new Arbitraries(Object.values(ids), 5).of(JobListQuery).map((asked): Call => {
    const query = Object.entries(typeof asked === 'object' && asked !== null ? asked : {}).map(
      ([key, value]) =>
        `${key}=${encodeURIComponent(JSON.stringify(value ?? '').replaceAll(/[\uD800-\uDFFF]/g, '?'))}`,
    )
    return { method: 'GET', path: `/api/jobs/list?${query.join('&')}` }
  })

  const rough: fc.Arbitrary<Call> = fc.oneof(
    fc
      .constantFrom('{', '', 'null', '"x"', '[1,', '\uFEFF{}', '{"type":"__proto__"}')
      .map((body) => ({
        method: 'POST',
        path: '/api/commands',
        body,
      })),
    fc
      .constantFrom(
        '/assets/%E0%A4%A',
        '/assets/none.js',
        '/%',
        '/api/%C0',
        '/api//x',
        '/assets/..%2f..',
        '/keep.js%00',
      )
      .map((path) => ({ method: 'GET', path })),
    fc
      .constantFrom('DELETE', 'PUT', 'PATCH', 'OPTIONS', 'HEAD')
      .map((method) => ({ method, path: '/api/people' })),
    fc
      .constantFrom('text/plain', 'application/json; charset=x', 'multipart/form-data')
      .map((type) => ({
        method: 'POST',
        path: '/api/commands',
        body: '{}',
        headers: { 'content-type': type },
      })),
    fc.constant({
      method: 'POST',
      path: '/api/commands',
      body: '['.repeat(20_000) + ']'.repeat(20_000),
    }),
    fc.constant({ method: 'GET', path: '/api/people', headers: { host: 'elsewhere.example' } }),
    fc.constant({
      method: 'GET',
      path: '/api/people',
      headers: { origin: 'http://elsewhere.example' },
    }),
  )

  const anything = fc.oneof(
    { weight: 8, arbitrary: commands },
    { weight: 6, arbitrary: routes },
    { weight: 1, arbitrary: lists },
    { weight: 1, arbitrary: rough },
  )

  test(
    `${REQUESTS} requests of every kind are answered, or refused with a sentence`,
    async () => {
      let sent = 0
      let half = 0
      await fc.assert(
        fc.asyncProperty(anything, async (one) => {
          const answer = await call(one)
          // A stream has no end, and HEAD and OPTIONS no body.
          if (one.method !== 'HEAD' && one.method !== 'OPTIONS') judge(answer, one)
          sent += 1
          if (sent === Math.floor(REQUESTS / 2)) half = memory()
        }),
        { numRuns: REQUESTS, seed: longSeed ?? SEED },
      )
      const grownBytes = memory() - half
      const byStatus = [...counts]
        .sort(([a], [b]) => a - b)
        .map(([status, n]) => `${n} of ${status}`)
      console.log(
        `Fuzz: ${sent} requests, ${byStatus.join(', ')}; slowest ${slowest.ms.toFixed(0)} ms ` +
          `(${slowest.path.slice(0, 60)}); grown by ${(grownBytes / 1e6).toFixed(0)} MB in the second half.`,
      )
      expect(counts.get(200)).toBeGreaterThan(REQUESTS / 20)
      if (longSeed === null) return
      const limit = slowest.path.startsWith('/api/calc') ? SLOWEST_CALCULATION_MS : SLOWEST_MS
      expect(slowest.ms).toBeLessThan(limit)
      expect(grownBytes).toBeLessThan(GROWTH_BYTES)
    },
    LONGEST_MS,
  )
})
