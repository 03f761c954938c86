import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:https'
import { request } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { adapterKeyOf } from './adapterKey.ts'
import { broughtIdentity, namesIn, ownIdentity, ownNames, printOf } from './certificate.ts'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'anklet-share-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const NAMES = ['bay.local', '127.0.0.1', '::1', 'localhost']

test('a browser that trusts the authority talks to the server by each of its names', async () => {
  const { certificate, key, authority } = await ownIdentity(folder, NAMES)
  const server = createServer({ cert: certificate, key }, (_req, res) => res.end('here'))
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  const ask = (servername: string, ca: string | undefined): Promise<string> =>
    new Promise((answered, failed) => {
      const host = '127.0.0.1'
      request({ host, port, servername, ...(ca ? { ca } : {}) }, (res) => {
        res.on('data', (chunk: Buffer) => answered(chunk.toString()))
      })
        .once('error', failed)
        .end()
    })
  try {
    expect(await ask('bay.local', authority!)).toBe('here')
    expect(await ask('localhost', authority!)).toBe('here')
    await expect(ask('elsewhere.local', authority!)).rejects.toThrow(/altnames/)
    await expect(ask('bay.local', undefined)).rejects.toThrow(/certificate/)
  } finally {
    server.close()
  }
  expect(namesIn(certificate)).toEqual(
    expect.arrayContaining(['bay.local', '127.0.0.1', 'localhost']),
  )
  expect(printOf(authority!)).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/)
})

test('it stays the same while the names do; with another name the authority stays', async () => {
  const first = await ownIdentity(folder, NAMES)
  const again = await ownIdentity(folder, NAMES)
  expect(again).toEqual(first)
  const moved = await ownIdentity(folder, [...NAMES, '10.1.2.3'])
  expect(moved.authority).toBe(first.authority)
  expect(moved.certificate).not.toBe(first.certificate)
  expect(new X509Certificate(moved.certificate).checkIP('10.1.2.3')).toBe('10.1.2.3')
})

test('nobody else on the machine reads its key', async () => {
  await ownIdentity(folder, NAMES)
  for (const name of ['authority.key', 'server.key'])
    expect(statSync(join(folder, 'certificate', name)).mode & 0o077).toBe(0)
  const key = adapterKeyOf(folder)()
  expect(key.length).toBeGreaterThan(20)
  expect(adapterKeyOf(folder)()).toBe(key)
  expect(statSync(join(folder, 'adapter-key')).mode & 0o077).toBe(0)
})

test('one that was damaged is made anew', async () => {
  const { authority } = await ownIdentity(folder, NAMES)
  writeFileSync(join(folder, 'certificate', 'server.pem'), 'torn')
  const mended = await ownIdentity(folder, NAMES)
  expect(mended.authority).toBe(authority)
  expect(new X509Certificate(mended.certificate).checkHost('bay.local')).toBe('bay.local')
})

test('one the shop brought is taken as it is, or refused with what is wrong', async () => {
  await ownIdentity(folder, NAMES)
  const path = (name: string): string => join(folder, 'certificate', name)
  const brought = broughtIdentity(path('server.pem'), path('server.key'))
  expect(brought).toEqual({
    certificate: readFileSync(path('server.pem'), 'utf8'),
    key: readFileSync(path('server.key'), 'utf8'),
    authority: null,
  })
  expect(() => broughtIdentity(path('none.pem'), path('server.key'))).toThrow(/cannot be read/)
  expect(() => broughtIdentity(path('server.key'), path('server.key'))).toThrow(/no certificate/)
})

test('the machine has no name of the loopback among those it is shared under', () => {
  const names = ownNames()
  expect(names).not.toContain('127.0.0.1')
  expect(new Set(names).size).toBe(names.length)
})
