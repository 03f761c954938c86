import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { cpSync, existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { CALCULATIONS } from '@anklet/contract'
import { createApp } from '../app.ts'
import type { CalculationPool } from '../../domains/calculations/pool.ts'
import { createPool } from '../../domains/calculations/pool.ts'

// Expected numbers of an independent implementation. Where they do not lie beside the project, the
// core's own analytic and brute-force tests stand alone.
const reference = fileURLToPath(new URL('../../../../shared/reference', import.meta.url))
const builtWorker = fileURLToPath(new URL('../../dist/calcWorker.js', import.meta.url))
const there = existsSync(join(reference, 'check.mjs')) && existsSync(builtWorker)

// Calculations ask the records nothing but whether people sign in.
const WITHOUT_ACCOUNTS = {
  select: () => ({ from: () => ({ limit: () => Promise.resolve([]) }) }),
} as never

// A whole run of a vehicle has no single expected number: its own signature tests speak for it.
const hasCases = (name: string): boolean => existsSync(join(reference, 'cases', `${name}.json`))

describe.skipIf(!there)('expected numbers of an independent implementation', () => {
  let server: Server
  let pool: CalculationPool
  let cases: string
  beforeAll(async () => {
    pool = createPool(() => new Worker(builtWorker), { size: 1 })
    server = createApp({
      db: WITHOUT_ACCOUNTS,
      devices: null as never,
      backups: null as never,
      data: '.',
      adapterKey: () => '',
      pool,
      version: '0.0.0',
      log: { error: console.error, info: () => undefined },
      webFolder: null,
    }).listen(0, '127.0.0.1')
    await once(server, 'listening')
    cases = mkdtempSync(join(tmpdir(), 'anklet-cases-'))
  })
  afterAll(async () => {
    server.close()
    await pool.close()
    rmSync(cases, { recursive: true, force: true })
  })

  test.each(Object.keys(CALCULATIONS).filter(hasCases))('%s', async (name) => {
    const folder = join(cases, name)
    mkdirSync(folder)
    cpSync(join(reference, 'cases', `${name}.json`), join(folder, `${name}.json`))
    const { port } = server.address() as AddressInfo
    const output = await new Promise<string>((resolve) => {
      let text = ''
      const child = spawn(process.execPath, [
        join(reference, 'check.mjs'),
        `http://127.0.0.1:${port}`,
        folder,
      ])
      child.stdout.on('data', (chunk: Buffer) => {
        text += chunk.toString()
      })
      child.stderr.on('data', (chunk: Buffer) => {
        text += chunk.toString()
      })
      child.on('exit', () => resolve(text))
    })
    expect(output.trim()).toMatch(/^\d+ passed, 0 failed$/)
    expect(output).not.toMatch(/^0 passed/)
  })
})
