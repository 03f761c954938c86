import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { MIGRATIONS } from '../test/bench.ts'
import { createDatabase, openDatabase } from './database.ts'
import { FolderInUse, lockFolder } from './lock.ts'
import { person, vehicleType } from './schema.ts'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'anklet-store-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

describe('the data folder', () => {
  // Initialised once and copied: PostgreSQL takes seconds for that, and does it the same each time.
  let bare: string
  let template: string
  beforeAll(async () => {
    bare = mkdtempSync(join(tmpdir(), 'anklet-bare-'))
    template = join(bare, 'template')
    const noMigrations = join(bare, 'migrations')
    mkdirSync(join(noMigrations, 'meta'), { recursive: true })
    writeFileSync(join(noMigrations, 'meta/_journal.json'), JSON.stringify({ entries: [] }))
    await createDatabase(template, noMigrations, null)
  }, 60_000)
  afterAll(() => rmSync(bare, { recursive: true, force: true }))

  test('from nothing: tables are made, what is written is there after opening again', async () => {
    const first = await openDatabase(folder, MIGRATIONS)
    await first.db.insert(person).values({ id: crypto.randomUUID(), name: 'A. Keeper' })
    await first.close()
    const second = await openDatabase(folder, MIGRATIONS)
    expect((await second.db.select().from(person)).map(({ name }) => name)).toEqual(['A. Keeper'])
    await second.close()
  })

  test('what a killed first start left is thrown away, and a template is copied', async () => {
    mkdirSync(join(folder, 'db.unfinished'))
    writeFileSync(join(folder, 'db.unfinished', 'half'), 'a page')
    const { db, close } = await openDatabase(folder, MIGRATIONS, { template })
    expect((await db.execute(sql`select count(*)::int as n from reading`)).rows).toEqual([{ n: 0 }])
    await close()
    expect(existsSync(join(folder, 'db.unfinished'))).toBe(false)
    expect(existsSync(join(folder, 'db', 'half'))).toBe(false)
  })

  test('records of the first release are carried over by the later migrations', async () => {
    const first = join(folder, 'first')
    cpSync(MIGRATIONS, first, { recursive: true })
    const journal = JSON.parse(readFileSync(join(first, 'meta/_journal.json'), 'utf8')) as {
      entries: unknown[]
    }
    writeFileSync(
      join(first, 'meta/_journal.json'),
      JSON.stringify({ ...journal, entries: journal.entries.slice(0, 1) }),
    )
    const old = await openDatabase(folder, first, { template })
    await old.db.execute(
      sql`insert into vehicle_type (id, name, source, architecture, geometry)
        values (${crypto.randomUUID()}, 'Old', 'sheet', '{}', '{}')`,
    )
    await old.close()
    const { db, close } = await openDatabase(folder, MIGRATIONS)
    expect(await db.select().from(vehicleType)).toMatchObject([
      { name: 'Old', version: 1, specifications: [] },
    ])
    await close()
  })

  test('the database itself refuses a height no car has', async () => {
    const { db, close } = await openDatabase(folder, MIGRATIONS, { template })
    const checks = (
      await db.execute(sql`select conname from pg_constraint where contype = 'c'`)
    ).rows.map(({ conname }) => conname)
    expect(checks).toEqual(
      expect.arrayContaining(['reading_height', 'reading_lap', 'round_time', 'watch_time']),
    )
    await close()
  })
})

describe('the lock', () => {
  const hold = `
    import('${new URL('../dist/folder.js', import.meta.url).href}')
      .then(({ lockFolder }) => lockFolder(process.argv[1]))
      .then(() => console.log('held'))
    setInterval(() => {}, 1000)`
  const holder = async (): Promise<ChildProcess> => {
    const child = spawn(process.execPath, ['-e', hold, folder])
    await new Promise((held) => child.stdout.once('data', held))
    return child
  }
  const ended = (child: ChildProcess): Promise<unknown> =>
    new Promise((done) => {
      child.once('exit', done)
      child.kill('SIGKILL')
    })

  test('a second claim is refused while a living process holds it, and says which', async () => {
    const other = await holder()
    await expect(lockFolder(folder)).rejects.toThrow(FolderInUse)
    await expect(lockFolder(folder)).rejects.toThrow(`process ${String(other.pid)}`)
    await ended(other)
  })

  test('it dies with the process that held it, however that ended', async () => {
    await ended(await holder())
    const unlock = await lockFolder(folder)
    unlock()
  })

  test('one folder by two names is one folder, two folders are two', async () => {
    symlinkSync(folder, `${folder}-link`)
    const unlock = await lockFolder(folder)
    await expect(lockFolder(`${folder}-link`)).rejects.toThrow(FolderInUse)
    const elsewhere = await lockFolder(join(folder, 'inner'))
    elsewhere()
    unlock()
    rmSync(`${folder}-link`)
  })

  test('what the lock of an earlier release left behind blocks nothing', async () => {
    writeFileSync(join(folder, 'anklet.lock'), '')
    const unlock = await lockFolder(folder)
    unlock()
  })

  test('where the lock is a file, one that nobody answers at is taken over', async () => {
    const first = await lockFolder(folder, 'darwin')
    await expect(lockFolder(folder, 'darwin')).rejects.toThrow(`process ${process.pid}`)
    first()
    const left = spawn(process.execPath, ['-e', hold.replace('[1])', "[1], 'darwin')"), folder])
    await new Promise((held) => left.stdout.once('data', held))
    await ended(left)
    const unlock = await lockFolder(folder, 'darwin')
    unlock()
  })
})
