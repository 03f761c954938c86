import { pino } from 'pino'
import request from 'supertest'
import { expect, test } from 'vitest'
import { ADAPTER_KEY, benchOfFile, startBench } from '../../test/bench.ts'
import { openTestJob } from '../../test/records.ts'

const bench = benchOfFile()

test('health says what runs here, ready whether the records can be read', async () => {
  expect((await bench.get('/api/health')).body).toMatchObject({ status: 'ok' })
  expect((await bench.get('/api/ready')).body).toEqual({ status: 'ready' })
})

test('one whose database is gone is healthy and not ready', async () => {
  const ending = await startBench()
  await ending.end()
  await request(ending.app).get('/api/health').expect(200)
  const { status, body } = await request(ending.app).get('/api/ready')
  expect(status).toBe(503)
  expect(body).toMatchObject({ code: 'notReady' })
})

test('every answer carries an id of its own; one a balancer gave is kept, nonsense is not', async () => {
  const own = await bench.get('/api/health')
  expect(own.headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/)
  const given = await bench.get('/api/health').set('x-request-id', 'balancer-0001')
  expect(given.headers['x-request-id']).toBe('balancer-0001')
  const made = await bench.get('/api/health').set('x-request-id', 'x y"\t')
  expect(made.headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/)
})

test('metrics count answers by way, never by what they were about', async () => {
  const { jobId } = await openTestJob(bench)
  await bench.get(`/api/jobs/${jobId}`).expect(200)
  await bench.get('/api/none').expect(404)
  const { text, headers } = await bench.get('/api/metrics').expect(200)
  expect(headers['content-type']).toContain('text/plain')
  expect(text).toMatch(
    /anklet_request_seconds_count\{method="GET",way="\/api\/jobs\/:id",status="200"\} 1\n/,
  )
  expect(text).toContain('anklet_leads 1')
  expect(text).not.toContain(jobId)
})

test('a line of the log names the way and the person’s id, and nothing that was sent', async () => {
  const lines: string[] = []
  const log = pino({ level: 'info' }, { write: (line: string) => void lines.push(line) })
  const own = await startBench({ log })
  try {
    const id = 'look-for-me-1'
    await own
      .send('person.add', { personId: crypto.randomUUID(), name: 'Q. Secret' })
      .set('x-request-id', id)
      .expect(200)
    const line = lines.find((each) => each.includes(id))!
    expect(JSON.parse(line)).toMatchObject({
      requestId: id,
      method: 'POST',
      way: '/api/commands',
      status: 200,
      person: null,
    })
    expect(lines.join()).not.toContain('Secret')
  } finally {
    await own.end()
  }
})

test('where people sign in, metrics are for who has the key of the shop', async () => {
  const own = await startBench()
  try {
    const first = { personId: own.person, secret: 'quay-4711', device: 'd' }
    await own.post('/api/accounts/first', first).expect(200)
    await own.get('/api/metrics').expect(403)
    await own.get('/api/metrics').set('authorization', `Bearer ${ADAPTER_KEY}`).expect(200)
    await own.get('/api/ready').expect(200)
  } finally {
    await own.end()
  }
})
