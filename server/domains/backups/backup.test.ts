import {
  createWriteStream,
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { sql } from 'drizzle-orm'
import request from 'supertest'
import { pack } from 'tar-stream'
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest'
import type { BackupsRecord, ShopBundle } from '@anklet/contract'
import { openDatabase } from '../../store/database.ts'
import { replaceDatabase } from '../../store/replace.ts'
import type { TestBench } from '../../test/bench.ts'
import { MIGRATIONS, startBench, TEMPLATE } from '../../test/bench.ts'
import { noisePicture } from '../../test/picture.ts'
import { LEVEL, openTestJob, walk } from '../../test/records.ts'
import { writeBundle } from '../exchange/queries.ts'
import { entriesOf, readManifest } from './archive.ts'
import { Backups } from './backups.ts'
import { packDatabase } from './pack.ts'
import { unpackDatabase } from './unpack.ts'

const making = { migrations: MIGRATIONS, template: TEMPLATE }

let bench: TestBench
let jobId: string
let work: string

const aPicture = (): Buffer => noisePicture(30_000)
const walkNow = () =>
  bench.send('round.record', { jobId, round: walk(LEVEL, new Date().toISOString()) }).expect(200)
const photograph = () =>
  bench
    .send('photo.add', {
      photoId: crypto.randomUUID(),
      jobId,
      caption: 'Ein Riß, 3 mm; “here”',
      picture: aPicture().toString('base64'),
      small: aPicture().toString('base64'),
    })
    .expect(200)

const read = async (): Promise<BackupsRecord> =>
  (await bench.get('/api/backups').expect(200)).body as BackupsRecord

/** Makes a backup and waits for its end. @returns its path */
async function makeBackup(): Promise<string> {
  await bench.post('/api/backups', {}).expect(200)
  await vi.waitUntil(async () => (await read()).doing === null, { timeout: 60_000 })
  const { folder, backups, fault } = await read()
  expect(fault).toBe(null)
  return join(folder, backups[0]!.name)
}

beforeAll(async () => {
  work = mkdtempSync(join(tmpdir(), 'anklet-backup-'))
  bench = await startBench()
  ;({ jobId } = await openTestJob(bench))
  await walkNow()
  await photograph()
  await photograph()
})
afterAll(async () => {
  await bench.end()
  rmSync(work, { recursive: true, force: true })
})

/** A shop whose records are a backup's. */
async function restored(file: string, name: string): Promise<ShopBundle> {
  const data = join(work, name)
  mkdirSync(data)
  const manifest = await unpackDatabase(file, join(data, 'db.restoring'), making)
  expect(replaceDatabase(data, join(data, 'db.restoring'), manifest)).toBe(null)
  const { db, close } = await openDatabase(data, MIGRATIONS)
  const bundle = await writeBundle(db)
  // Counters go on after what was put back.
  await db.execute(
    sql`insert into reading (round_id, corner, lap, height_mm, at)
        select round_id, corner, 9, height_mm, at from reading limit 1`,
  )
  await close()
  return bundle
}

describe('a backup', () => {
  test('put back it is the shop as it was, to the last picture, and can be written on', async () => {
    const before = await writeBundle(bench.db)
    const file = await makeBackup()
    await walkNow()
    const after = await restored(file, 'same')
    expect({ ...after, exportedAt: '' }).toEqual({ ...before, exportedAt: '' })
    expect(after.photos).toHaveLength(2)
  })

  test('holds what other programs can read: tables line by line, pictures as files', async () => {
    const file = await makeBackup()
    const names: string[] = []
    for await (const { name } of entriesOf(file)) names.push(name)
    expect(names[0]).toBe('manifest.json')
    expect(names.at(-1)).toBe('checksums.json')
    for (const table of ['command', 'reading', 'photo', 'person'])
      expect(names).toContain(`tables/${table}/000001.jsonl`)
    expect(names.filter((name) => name.startsWith('photos/'))).toHaveLength(2)
    expect(names.filter((name) => name.startsWith('thumbnails/'))).toHaveLength(2)
    expect((await readManifest(file)).rows).toMatchObject({ photo: 2, job: 1 })
  })

  test('of an earlier release it is put back as that release had it, and carried on when it is opened', async () => {
    const earlier = join(work, 'earlier')
    cpSync(MIGRATIONS, earlier, { recursive: true })
    const path = join(earlier, 'meta/_journal.json')
    const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: unknown[] }
    const seen = journal.entries.length - 2
    writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, seen) }))
    const old = join(work, 'old')
    const { db, close } = await openDatabase(old, earlier)
    await db.execute(sql`insert into person (id, name) values (gen_random_uuid(), 'E. Arlier')`)
    await close()
    const packed = await PGlite.create(join(old, 'db'))
    const file = join(work, 'earlier.anklet')
    const about = { madeAt: new Date().toISOString(), release: '0', migrations: seen, shopId: 's' }
    await packDatabase(packed, about, file)
    await packed.close()
    const { people, shop } = await restored(file, 'carried')
    expect(people.map(({ name }) => name)).toEqual(['E. Arlier'])
    expect(shop.backup).toBe(null)
  })

  test('is told of with its counts, and says what would be lost beside it', async () => {
    await makeBackup()
    await walkNow()
    const { backups, now, due } = await read()
    expect(backups[0]).toMatchObject({ sameShop: true, counts: { photos: 2, jobs: 1 } })
    expect(now.rounds).toBe(backups[0]!.counts.rounds + 1)
    expect(due).toBe(false)
  })

  test('writing goes on while it is made, and what it holds is one moment of it', async () => {
    await bench.post('/api/backups', {}).expect(200)
    for (let i = 0; i < 20; i++) await walkNow()
    await expect.poll(async () => (await read()).doing, { timeout: 60_000 }).toBe(null)
    const { folder, backups, fault } = await read()
    expect({ fault, errors: bench.errors }).toEqual({ fault: null, errors: [] })
    const { rounds } = await restored(join(folder, backups[0]!.name), 'meanwhile')
    for (const { readings } of rounds) expect(readings).toHaveLength(8)
  })

  test('what nobody foresaw is told to whoever runs the server', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'anklet-unforeseen-'))
    const opened = await openDatabase(folder, MIGRATIONS, { template: TEMPLATE })
    const logged: unknown[] = []
    const parts = {
      data: folder,
      opened,
      making,
      release: '0.0.0',
      log: { error: (entry: unknown) => void logged.push(entry) } as never,
      run: () => Promise.reject(new TypeError('No such thing.')),
      replace: () => Promise.resolve(),
    }
    const backups = new Backups(parts, { doing: null, fault: null, restored: null })
    await backups.start()
    await expect.poll(async () => (await backups.read()).doing, { timeout: 60_000 }).toBe(null)
    expect((await backups.read()).fault).toMatch(/^Something broke on our side/)
    expect(logged).toMatchObject([{ kind: 'TypeError', said: 'No such thing.' }])
    backups.close()
    await opened.close()
    rmSync(folder, { recursive: true })
  })

  test('begun twice at once is made once', async () => {
    const { backups } = await read()
    await Promise.all([bench.post('/api/backups', {}), bench.post('/api/backups', {})])
    await expect.poll(async () => (await read()).doing, { timeout: 60_000 }).toBe(null)
    expect((await read()).backups).toHaveLength(backups.length + 1)
  })

  test('the oldest of this shop go, as many as are too many', async () => {
    const { name, units, version } = (await bench.get('/api/shop')).body as {
      name: string
      units: never
      version: number
    }
    await bench
      .send(
        'shop.change',
        { name, units, backup: { hour: 12, folder: null, keep: 1 } },
        { baseVersion: version },
      )
      .expect(200)
    const file = await makeBackup()
    const { backups, folder } = await read()
    expect(backups.map(({ name: kept }) => join(folder, kept))).toEqual([file])
  })

  test('leaves nothing behind but itself', async () => {
    await makeBackup()
    expect(readdirSync(bench.folder)).not.toContain('backup.work')
    const { folder } = await read()
    expect(readdirSync(folder).filter((name) => !name.endsWith('.anklet'))).toEqual([])
  })
})

describe('a file that is no whole backup is refused, and nothing is put in its place', () => {
  let whole: string
  beforeAll(async () => {
    whole = await makeBackup()
  })
  const spoilt = async (name: string, spoil: (path: string) => void): Promise<string> => {
    const path = join(work, `${name}.anklet`)
    copyFileSync(whole, path)
    spoil(path)
    const folder = join(work, `${name}.db`)
    const said = await unpackDatabase(path, folder, making).then(
      () => null,
      (error: unknown) => (error as Error).message,
    )
    return said!
  }

  test('one that ends in the middle', async () => {
    const said = await spoilt('short', (path) =>
      truncateSync(path, Math.floor(readFileSync(path).length / 2)),
    )
    expect(said).toMatch(/cannot be read as a backup|ends in the middle/)
  })

  test('one in which a single digit of a reading was changed', async () => {
    const said = await spoilt('changed', (path) => {
      const bytes = readFileSync(path)
      const at = bytes.indexOf('"height_mm": 480')
      expect(at).toBeGreaterThan(0)
      bytes[at + '"height_mm": 48'.length] = '1'.charCodeAt(0)
      writeFileSync(path, bytes)
    })
    expect(said).toBe('The backup is damaged: its table "reading" is not as it was written.')
  })

  test('one in which a bit of a picture was changed', async () => {
    const said = await spoilt('picture', (path) => {
      const bytes = readFileSync(path)
      bytes[bytes.indexOf('photos/') + 5000]! ^= 1
      writeFileSync(path, bytes)
    })
    expect(said).toBe('The backup is damaged: its table "photo" is not as it was written.')
  })

  test('something else by such a name', async () => {
    const said = await spoilt('letter', (path) => writeFileSync(path, 'Dear customer'))
    expect(said).toMatch(/not a backup|cannot be read as a backup/)
    expect(existsSync(join(work, 'letter.db'))).toBe(false)
  })

  test('one with an entry that would fill the memory', async () => {
    const file = join(work, 'swollen.anklet')
    const tar = pack()
    const written = pipeline(tar, createWriteStream(file))
    const manifest = JSON.stringify(await readManifest(whole))
    tar.entry({ name: 'manifest.json' }, manifest)
    const size = 65 * 1024 * 1024
    const entry = tar.entry({ name: 'tables/person/000001.jsonl', size })
    await pipeline(Readable.from(Array.from({ length: 65 }, () => Buffer.alloc(size / 65))), entry)
    tar.finalize()
    await written
    await expect(unpackDatabase(file, join(work, 'swollen.db'), making)).rejects.toThrow(
      'The file is not a backup of Anklet.',
    )
  })

  test('one of a newer release', async () => {
    const later = { ...making, migrations: join(work, 'fewer') }
    mkdirSync(join(work, 'fewer/meta'), { recursive: true })
    writeFileSync(join(work, 'fewer/meta/_journal.json'), JSON.stringify({ entries: [1] }))
    await expect(unpackDatabase(whole, join(work, 'newer.db'), later)).rejects.toThrow(
      'The backup was written by a newer Anklet.',
    )
  })

  test('brought from another machine it is refused with its reason', async () => {
    const bring = () => request(bench.app).post('/api/backups/files')
    const { status, body } = await bring()
      .set('content-type', 'application/octet-stream')
      .send('Dear customer')
    expect(status).toBe(422)
    expect(body).toMatchObject({ code: 'notABackup' })
    const taken = await bring()
      .set('content-type', 'application/octet-stream')
      .send(readFileSync(whole))
    expect(taken.status).toBe(200)
  })
})
