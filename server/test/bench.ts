import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { CommandPayload, CommandType } from '@anklet/contract'
import type { Express } from 'express'
import type { Logger } from 'pino'
import request from 'supertest'
import { afterAll, beforeAll } from 'vitest'
import { createApp } from '../http/app.ts'
import { Devices } from '../http/deviceActs.ts'
import { Backups } from '../domains/backups/backups.ts'
import { doTask } from '../domains/backups/tasks.ts'
import type { CalculationPool } from '../domains/calculations/pool.ts'
import { runCalculation } from '../domains/calculations/run.ts'
import type { OpenDatabase } from '../store/database.ts'
import { DeviceHub } from '../devices/hub.ts'
import { Recorder } from '../devices/recorder.ts'
import { openRecords } from '../store/records.ts'
import { Doubted } from './doubted.ts'
import { dropPlace, newPlace } from './place.ts'

export { MIGRATIONS, TEMPLATE } from './place.ts'

/** What an adapter shows a test server where people sign in. */
export const ADAPTER_KEY = 'key of the tests'

/** A pool that calculates in place: the threads have a test of their own. */
const inPlace: CalculationPool = {
  run: (name, body) => Promise.resolve(runCalculation(name, body)),
  close: () => Promise.resolve(),
}

/** A server on a real database in a folder of its own, with one person to sign. */
export interface TestBench {
  readonly app: Express
  /** Folder of its records. */
  readonly folder: string
  readonly db: OpenDatabase['db']
  readonly person: string
  readonly errors: unknown[]
  /** Sends a command; whatever is left out is filled in. */
  send<Name extends CommandType>(
    type: Name,
    payload: CommandPayload<Name>,
    envelope?: Record<string, unknown>,
  ): request.Test
  get(path: string): request.Test
  post(path: string, body: object): request.Test
  end(): Promise<void>
}

interface Setting {
  /** false: not even one person to sign. */
  readonly people?: boolean
  /** Where lines go; left out: errors are kept. */
  readonly log?: Logger
}

/** Sets a test server up with an empty shop. */
export async function startBench({ people = true, log: given }: Setting = {}): Promise<TestBench> {
  const folder = mkdtempSync(join(tmpdir(), 'anklet-server-'))
  const place = await newPlace(folder)
  const opened = await openRecords(place)
  const { db, close, wire, kind: database } = opened
  const errors: unknown[] = []
  const log = (given ?? {
    error: (entry: unknown) => void errors.push(entry),
    info: () => undefined,
  }) as never
  const hub = new DeviceHub()
  const recorder = new Recorder(db, hub)
  const devices = new Devices({ db, hub, recorder }, opened)
  const backups = new Backups(
    {
      data: folder,
      opened,
      making: place,
      release: '0.0.0',
      log,
      run: (task) => doTask(task, place.url),
      replace: () => Promise.resolve(),
    },
    { doing: null, fault: null, restored: null },
  )
  const app = createApp({
    db,
    backups,
    pool: inPlace,
    devices,
    data: folder,
    adapterKey: () => ADAPTER_KEY,
    wire,
    database,
    version: '0.0.0',
    Keeping: Doubted,
    log,
    webFolder: null,
  })
  const person = crypto.randomUUID()
  const send: TestBench['send'] = (type, payload, envelope = {}) =>
    request(app)
      .post('/api/commands')
      .send({
        id: crypto.randomUUID(),
        type,
        person,
        device: 'test',
        at: '2026-11-24T18:00:00Z',
        baseVersion: null,
        payload,
        ...envelope,
      })
  if (people) await send('person.add', { personId: person, name: 'T. Tester' }).expect(200)
  return {
    app,
    folder,
    db,
    person,
    errors,
    send,
    get: (path) => request(app).get(path),
    post: (path, body) => request(app).post(path).send(body),
    end: async () => {
      backups.close()
      devices.close()
      hub.close()
      await recorder.close()
      await close()
      await dropPlace(place)
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** A test server for all tests of a file: set up before the first, ended after the last. */
export function benchOfFile(): TestBench {
  let started: TestBench | null = null
  beforeAll(async () => {
    started = await startBench()
  })
  afterAll(() => started?.end())
  return new Proxy({} as TestBench, {
    get: (_, name: keyof TestBench) => started![name],
  })
}
