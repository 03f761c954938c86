import { gzipSync } from 'node:zlib'
import request from 'supertest'
import { describe, expect, test } from 'vitest'
import { toAppError } from '../../kernel/appError.ts'
import { benchOfFile } from '../../test/bench.ts'
import { NO_COMPLAINT, openTestJob } from '../../test/records.ts'

const bench = benchOfFile()

const personCalled = (name: string, envelope: Record<string, unknown> = {}) =>
  bench.send('person.add', { personId: crypto.randomUUID(), name }, envelope)

describe('whom the server answers', () => {
  test.each(['127.0.0.1:4780', 'localhost:4780', '[::1]:4780', 'LOCALHOST'])(
    'a page of its own at %s',
    async (host) => {
      const { status } = await bench.get('/api/people').set('host', host)
      expect(status).toBe(200)
      const own = await bench.get('/api/people').set('host', host).set('origin', `http://${host}`)
      expect(own.status).toBe(200)
    },
  )

  test.each([
    ['a name that was pointed here', { host: 'shop.example:4780' }],
    ['a page from elsewhere', { host: 'localhost:4780', origin: 'http://shop.example' }],
    ['a page of another program here', { host: 'localhost:4780', origin: 'http://localhost:3000' }],
    ['a page without a name', { host: 'localhost:4780', origin: 'null' }],
  ])('not %s', async (_who, headers) => {
    const { status, body } = await bench.get('/api/people').set(headers)
    expect(status).toBe(403)
    expect(body).toMatchObject({ code: 'foreignAddress' })
  })
})

describe('what cannot be kept is said in a sentence', () => {
  test.each([
    ['an empty sign', 'A\0B'],
    ['half of a symbol', 'A\uD83D'],
    ['the other half', '\uDE97A'],
  ])('%s in a name', async (_what, name) => {
    const { status, body } = await personCalled(name)
    expect(status).toBe(400)
    expect(body).toMatchObject({ code: 'badCharacters' })
  })

  test('a whole symbol is a character like any other', async () => {
    expect((await personCalled('A \u{1F697}')).status).toBe(200)
  })

  test.each(['1999-12-31T23:59:59Z', '9999-12-31T23:59:59Z', '2026-06-30T23:59:60Z'])(
    'a moment no record speaks of: %s',
    async (at) => {
      const { status, body } = await personCalled('Q', { at })
      expect(status).toBe(400)
      expect((body as { detail: string }).detail).toBe(
        'The time is not a date and time of the years 2000 to 2099, as 2026-11-30T08:15:00Z.',
      )
    },
  )

  test('what happened more than a day from now; corrected, the same entry is taken', async () => {
    const id = crypto.randomUUID()
    const payload = { personId: crypto.randomUUID(), name: 'C. Early' }
    const at = new Date(Date.now() + 25 * 3_600_000).toISOString()
    const early = await bench.send('person.add', payload, { id, at })
    expect(early.status).toBe(422)
    expect(early.body).toMatchObject({ code: 'inFuture', path: '/at' })
    const right = new Date(Date.now() + 23 * 3_600_000).toISOString()
    expect((await bench.send('person.add', payload, { id, at: right })).status).toBe(200)
  })

  test('a version no record can have', async () => {
    const { vehicleId } = await openTestJob(bench)
    const { status } = await bench.send(
      'job.open',
      { jobId: crypto.randomUUID(), vehicleId, complaint: NO_COMPLAINT },
      { baseVersion: 2 ** 31 },
    )
    expect(status).toBe(400)
  })

  test('a body larger than its kind of command ever is', async () => {
    const { status, body } = await bench.send('job.note', {
      noteId: crypto.randomUUID(),
      jobId: crypto.randomUUID(),
      from: 'person',
      title: 'x',
      lines: Array.from({ length: 20 }, () => '\u00E9'.repeat(400)),
      ...{ more: 'x'.repeat(60_000) },
    })
    expect(status).toBe(400)
    expect(body).toMatchObject({ code: 'wrongShape' })
    const long = await bench.post('/api/devices/x/hold', { words: 'x'.repeat(70_000) })
    expect(long.status).toBe(413)
    expect(long.body).toMatchObject({ code: 'tooLarge' })
  })

  test('a body that swells when it is unpacked', async () => {
    const swelling = gzipSync(Buffer.alloc(200 * 1024 * 1024, ' '))
    expect(swelling.length).toBeLessThan(1024 * 1024)
    const send = (path: string, bytes: Buffer) =>
      request(bench.app)
        .post(path)
        .set({ 'content-type': 'application/json', 'content-encoding': 'gzip' })
        .serialize((body: string) => body)
        .send(bytes)
    for (const path of ['/api/commands', '/api/bundle', '/api/calc/strategy']) {
      const { status, body } = await send(path, swelling)
      expect(status, path).toBe(413)
      expect(body).toMatchObject({ code: 'tooLarge' })
    }
    const { status, body } = await send('/api/commands', Buffer.from('{"not": "compressed"}'))
    expect(status).toBe(400)
    expect(body).toMatchObject({ code: 'notJson' })
  })

  test.each(['/api/jobs/%E0%A4%A', '/api/people%', '/api/vehicles/%00'])(
    'an address that is none: %s',
    async (path) => {
      const { status, body } = await bench.get(path)
      expect(status).toBeGreaterThanOrEqual(400)
      expect(status).toBeLessThan(500)
      expect((body as { detail: string }).detail).toMatch(/\.$/)
    },
  )

  test('refusals of the database become problems, and bugs stay bugs', () => {
    const withCode = (code: string): Error => Object.assign(new Error('x'), { code })
    expect(toAppError(new Error('q', { cause: withCode('22003') })).code).toBe('cannotKeep')
    expect(toAppError(withCode('23514')).code).toBe('cannotKeep')
    expect(toAppError(withCode('42P01')).code).toBe('internal')
    expect(toAppError(Object.assign(new Error('x'), { status: 404 })).code).toBe('notFound')
    expect(toAppError(Object.assign(new Error('x'), { status: 400 })).code).toBe('badAddress')
    expect(toAppError(Object.assign(new Error('x'), { type: 'entity.too.large' })).code).toBe(
      'tooLarge',
    )
  })
})
