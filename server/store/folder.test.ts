import {
  appendFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { MIGRATIONS, TEMPLATE } from '../test/bench.ts'
import { FolderUnusable, openDatabase } from './database.ts'
import type { Marker } from './marker.ts'
import { markerPath, readMarker, writeMarker } from './marker.ts'
import { person } from './schema.ts'

let kept: string
let work: string
const names: string[] = []
beforeAll(async () => {
  work = mkdtempSync(join(tmpdir(), 'anklet-folder-'))
  kept = join(work, 'kept')
  const { db, close } = await openDatabase(kept, MIGRATIONS, { template: TEMPLATE })
  await db.insert(person).values({ id: crypto.randomUUID(), name: 'A. Keeper' })
  await close()
})
afterAll(() => rmSync(work, { recursive: true, force: true }))

/** A shop of its own to be spoilt. */
function copyOfShop(): string {
  const folder = join(work, `shop-${names.push('')}`)
  cpSync(kept, folder, { recursive: true })
  return folder
}

const sizes = (folder: string): string[] =>
  existsSync(folder) && statSync(folder).isDirectory()
    ? readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .sort()
        .map((name) => `${name} ${statSync(join(folder, name)).mtimeMs}`)
    : []

/** Tries to open a folder that must be refused. @returns what was said. */
async function refusal(folder: string): Promise<string> {
  const before = sizes(folder)
  const error = await openDatabase(folder, MIGRATIONS, { template: TEMPLATE }).then(
    async ({ close }) => {
      await close()
      return null
    },
    (thrown: unknown) => thrown,
  )
  expect(error).toBeInstanceOf(FolderUnusable)
  expect(sizes(folder)).toEqual(before)
  return (error as FolderUnusable).message
}

const remarked = (folder: string, changes: Partial<Marker>): void =>
  writeMarker(folder, { ...(readMarker(folder) as Marker), ...changes })

const largestTable = (folder: string): string => {
  const { files } = readMarker(folder) as Marker
  return files!.toSorted(([, a], [, b]) => b - a)[0]![0]
}

describe('a data folder that is not what it should be is refused and left as it is', () => {
  test.each([
    ['missing', (db: string) => rmSync(db, { recursive: true })],
    [
      'empty',
      (db: string) => {
        rmSync(db, { recursive: true })
        mkdirSync(db)
      },
    ],
  ])('its database is %s', async (_what, spoil) => {
    const folder = copyOfShop()
    spoil(join(folder, 'db'))
    const said = await refusal(folder)
    expect(said).toContain(
      'its database (folder "db") is missing or empty. No empty shop was begun',
    )
    expect(said).toMatch(/The records were whole on \d{4}-\d\d-\d\d \d\d:\d\d UTC\./)
    expect(said).toContain('No backup was found beside it.')
  })

  test('the newest backup beside it is named, with the command that puts it back', async () => {
    const folder = copyOfShop()
    rmSync(join(folder, 'db'), { recursive: true })
    mkdirSync(join(folder, 'backups'))
    for (const day of ['2026-11-28', '2026-11-29'])
      writeFileSync(join(folder, 'backups', `anklet-${day}.anklet`), '')
    const newest = join(folder, 'backups', 'anklet-2026-11-29.anklet')
    expect(await refusal(folder)).toContain(`npm run restore -- "${newest}"`)
    rmSync(markerPath(folder))
    expect(await refusal(folder)).toContain(`npm run restore -- "${newest}"`)
  })

  test.each(['PG_VERSION', 'global/pg_control', 'global/pg_filenode.map', 'pg_xact', 'pg_wal'])(
    '%s is missing',
    async (name) => {
      const folder = copyOfShop()
      rmSync(join(folder, 'db', name), { recursive: true })
      expect(await refusal(folder)).toContain(`is missing: db/${name}.`)
    },
  )

  test('the file of a table is missing', async () => {
    const folder = copyOfShop()
    const file = largestTable(folder)
    rmSync(join(folder, 'db', file))
    expect(await refusal(folder)).toContain(`is missing: db/${file}.`)
  })

  test('the file of a table is shorter than it was', async () => {
    const folder = copyOfShop()
    const file = largestTable(folder)
    truncateSync(join(folder, 'db', file), 8192)
    expect(await refusal(folder)).toContain(`is shorter than it was: db/${file}.`)
  })

  test('the control file is damaged', async () => {
    const folder = copyOfShop()
    const control = join(folder, 'db/global/pg_control')
    const bytes = readFileSync(control)
    bytes[40]! ^= 1
    writeFileSync(control, bytes)
    expect(await refusal(folder)).toContain('is damaged (db/global/pg_control).')
  })

  test('the write-ahead log is gone', async () => {
    const folder = copyOfShop()
    for (const name of readdirSync(join(folder, 'db/pg_wal')))
      if (/^[0-9A-F]{24}$/.test(name)) rmSync(join(folder, 'db/pg_wal', name))
    expect(await refusal(folder)).toContain('is missing: db/pg_wal/')
  })

  test('another PostgreSQL made it', async () => {
    const folder = copyOfShop()
    writeFileSync(join(folder, 'db/PG_VERSION'), '17\n')
    const said = await refusal(folder)
    expect(said).toContain('was made by PostgreSQL 17; this Anklet brings another one.')
    expect(said).toContain('npm run restore -- FILE')
  })

  test('a later release wrote it', async () => {
    const folder = copyOfShop()
    remarked(folder, { migrations: 9999 })
    expect(await refusal(folder)).toContain(
      'were written by a newer Anklet. They were not touched.',
    )
    remarked(folder, { migrations: 1, format: 2 })
    expect(await refusal(folder)).toContain('were written by a newer Anklet.')
  })

  test('the marker says nothing and the database is gone', async () => {
    const folder = copyOfShop()
    writeFileSync(markerPath(folder), '')
    rmSync(join(folder, 'db'), { recursive: true })
    expect(await refusal(folder)).toContain('No empty shop was begun in its place.')
  })

  test('it is a file, or lies inside one', async () => {
    const file = join(work, 'a-file')
    writeFileSync(file, 'a letter')
    expect(await refusal(file)).toContain('is a file or lies inside one')
    expect(await refusal(join(file, 'deeper'))).toContain('Set ANKLET_DATA to a folder.')
    expect(readFileSync(file, 'utf8')).toBe('a letter')
  })
})

describe('a sound folder is opened', () => {
  const peopleOf = async (folder: string): Promise<string[]> => {
    const { db, close } = await openDatabase(folder, MIGRATIONS, { template: TEMPLATE })
    const rows = await db.select().from(person)
    await close()
    return rows.map(({ name }) => name)
  }

  test('whose marker is missing or empty: it gets a new one', async () => {
    const folder = copyOfShop()
    rmSync(markerPath(folder))
    expect(await peopleOf(folder)).toEqual(['A. Keeper'])
    writeFileSync(markerPath(folder), '')
    expect(await peopleOf(folder)).toEqual(['A. Keeper'])
    expect((readMarker(folder) as Marker).files!.length).toBeGreaterThan(100)
  })

  test('whose files have grown since it was last whole', async () => {
    const folder = copyOfShop()
    appendFileSync(join(folder, 'db', largestTable(folder)), Buffer.alloc(8192))
    expect(await peopleOf(folder)).toEqual(['A. Keeper'])
  })

  test('and its marker keeps the shop it is', async () => {
    const folder = copyOfShop()
    const { shopId } = readMarker(folder) as Marker
    await peopleOf(folder)
    expect(readMarker(folder)).toMatchObject({ shopId, demo: false })
  })
})
