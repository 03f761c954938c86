import { afterEach, describe, expect, test, vi } from 'vitest'
import type { Command } from '@anklet/contract'
import { noteBuild, useConnection } from './state/connection.ts'
import { ask, Refused, send, sentenceOf, Unreachable } from './api.ts'
import { envelope } from './envelope.ts'

const answer = (status: number, body: unknown, headers: Record<string, string> = {}) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(() =>
      Promise.resolve(
        new Response(typeof body === 'string' ? body : JSON.stringify(body), { status, headers }),
      ),
    ),
  )
afterEach(() => vi.unstubAllGlobals())

const command: Command = envelope(
  'job.close',
  { jobId: 'j' },
  { id: 'c', person: 'p', device: 'd', baseVersion: 1 },
)

describe('asking the server', () => {
  test('an answer is handed on, at the path of its id', async () => {
    answer(200, { name: 'Shop' })
    expect(await ask('/api/jobs/:id', 'abc')).toEqual({ name: 'Shop' })
    expect(vi.mocked(fetch).mock.calls[0]![0]).toBe('/api/jobs/abc')
  })

  test('a refusal keeps the server’s sentence and field', async () => {
    answer(422, {
      detail: 'This job is closed. Open it again first.',
      code: 'jobClosed',
      path: null,
    })
    const refused = await send(command).catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(Refused)
    expect(refused).toMatchObject({ status: 422, code: 'jobClosed', path: null })
    expect(sentenceOf(refused)).toBe('This job is closed. Open it again first.')
  })

  test('what is long is handed over as a file, word for word', async () => {
    answer(200, { ok: true })
    const bodies = () => vi.mocked(fetch).mock.calls.map(([, init]) => init!.body)
    await send(command)
    expect(bodies()).toEqual([JSON.stringify(command)])
    const photo = envelope(
      'photo.add',
      { photoId: 'f', jobId: 'j', caption: 'Ein Riß', picture: 'A'.repeat(200_000), small: 'A' },
      { id: 'c', person: 'p', device: 'd', baseVersion: null },
    )
    await send(photo)
    const file = bodies().at(-1)
    expect(file).toBeInstanceOf(Blob)
    expect(JSON.parse(await (file as Blob).text())).toEqual(photo)
  })

  test('no answer, and a stranger’s error page, are an outage: to be tried again, not a refusal', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() => Promise.reject(new TypeError('network'))),
    )
    await expect(send(command)).rejects.toBeInstanceOf(Unreachable)
    expect(useConnection.getState().away).toBe(true)
    answer(502, '<html>Bad gateway</html>')
    await expect(send(command)).rejects.toBeInstanceOf(Unreachable)
  })

  test('what the server cannot do now is no refusal: its sentence stays, and it is tried again', async () => {
    for (const status of [500, 503, 507]) {
      answer(status, { detail: 'The disk of the shop is full.', code: 'diskFull', path: null })
      const error = await send(command).catch((thrown: unknown) => thrown)
      expect(error).toBeInstanceOf(Unreachable)
      expect(sentenceOf(error)).toBe('The disk of the shop is full.')
    }
  })

  test('on a page older than its server nothing is refused for how it is said', async () => {
    const misunderstood = { detail: 'The kind is not known.', code: 'unknownCommand', path: null }
    answer(400, misunderstood)
    await expect(send(command)).rejects.toBeInstanceOf(Refused)
    useConnection.setState({ stale: true })
    answer(400, misunderstood)
    const error = await send(command).catch((thrown: unknown) => thrown)
    expect(error).toBeInstanceOf(Unreachable)
    expect(sentenceOf(error)).toContain('Reload the page: what was typed and done here is kept.')
    answer(422, { detail: 'This job is closed.', code: 'jobClosed', path: null })
    await expect(send(command)).rejects.toBeInstanceOf(Refused)
    useConnection.setState({ stale: false })
  })

  test('a page learns that its server is of another build; one that does not say is none', () => {
    noteBuild('b', 'a')
    expect(useConnection.getState().stale).toBe(true)
    noteBuild('a', 'a')
    expect(useConnection.getState().stale).toBe(false)
    for (const [build, own] of [
      [null, 'a'],
      ['b', ''],
    ] as const)
      noteBuild(build, own)
    expect(useConnection.getState().stale).toBe(false)
  })

  test('what was kept on this device counts as the server being away', async () => {
    answer(200, [], { 'x-anklet-kept': '1' })
    await ask('/api/jobs')
    expect(useConnection.getState().away).toBe(true)
    answer(200, [])
    await ask('/api/jobs')
    expect(useConnection.getState().away).toBe(false)
  })

  test('any other error is said without its inner words', () => {
    expect(sentenceOf(new Error('undefined is not a function'))).not.toContain('undefined')
    expect(sentenceOf(new Unreachable())).toContain('Nothing was lost')
  })

  test('a command is dated when it is made', () => {
    expect(Math.abs(Date.parse(command.at) - Date.now())).toBeLessThan(60_000)
    expect(command).toMatchObject({
      id: 'c',
      type: 'job.close',
      person: 'p',
      device: 'd',
      baseVersion: 1,
    })
  })
})
