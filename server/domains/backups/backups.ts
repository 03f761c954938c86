import { BACKUP_FAULTS, NOTHING_DONE } from '@anklet/language/problems/backups'
import { fork } from 'node:child_process'
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { rm } from 'node:fs/promises'
import { isAbsolute, join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { sql } from 'drizzle-orm'
import type { Logger } from 'pino'
import type { Backup, BackupCounts, BackupSettings, BackupsRecord } from '@anklet/contract'
import { AppError, toAppError } from '../../kernel/appError.ts'
import { loggable } from '../../kernel/loggable.ts'
import { readShop } from '../shop/queries.ts'
import type { Making, OpenDatabase } from '../../store/database.ts'
import { syncPath } from '../../store/durableFolder.ts'
import { backupsIn, freeBytes, ROOM_BYTES, usualBackupFolder } from '../../store/folder.ts'
import type { Manifest } from './archive.ts'
import { ARCHIVE_ENDING, ArchiveFaulty, readManifest } from './archive.ts'
import type { Done, Task } from './tasks.ts'

/** What stands where a shop has settled nothing. */
const USUAL_SETTINGS: BackupSettings = { hour: 12, folder: null, keep: 14 }

const HOUR_MS = 3_600_000
/** Older than this, the last backup is spoken of on the Floor. */
const DUE_MS = 48 * HOUR_MS
/** While a backup is made, what is there is counted anew after so long. */
const COUNTED_MS = 15_000
/** How often the clock is looked at; a server that has just started has other things to do first. */
const LOOK_MS = 5 * 60_000

/** Runs a task in a process of its own. @param program the built worker. */
export const runBeside =
  (program: string, database: string | null) =>
  (task: Task): Promise<Done> =>
    new Promise((resolve, reject) => {
      // The address may hold a password: what stands behind a program's name anybody may read.
      const env = { ...process.env, ...(database === null ? {} : { DATABASE_URL: database }) }
      const child = fork(program, [JSON.stringify(task)], { env })
      child.once('message', ({ done, fault }: { done?: Done; fault?: string }) =>
        done ? resolve(done) : reject(new ArchiveFaulty(fault ?? BACKUP_FAULTS.brokeOff())),
      )
      child.once('exit', () => reject(new ArchiveFaulty(BACKUP_FAULTS.brokeOff())))
    })

/** What the backups of a shop are made with. */
export interface BackupParts {
  /** Folder of the records. */
  readonly data: string
  readonly opened: Pick<
    OpenDatabase,
    'db' | 'kind' | 'leads' | 'marker' | 'copyTo' | 'noteBackupFolder'
  >
  readonly making: Making
  readonly release: string
  readonly log: Pick<Logger, 'error'>
  run(task: Task): Promise<Done>
  /** Puts a restored database in the place of the present one. */
  replace(restored: string, manifest: Manifest): Promise<void>
}

const countsOf = (rows: Readonly<Record<string, number>>): BackupCounts => ({
  vehicles: rows['vehicle'] ?? 0,
  jobs: rows['job'] ?? 0,
  rounds: rows['round'] ?? 0,
  photos: rows['photo'] ?? 0,
  commands: rows['command'] ?? 0,
})

function folderBytes(folder: string): number {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .reduce((bytes, { parentPath, name }) => {
      const { size } = statSync(join(parentPath, name), { throwIfNoEntry: false }) ?? { size: 0 }
      return bytes + size
    }, 0)
}

const nameOf = (madeAt: string): string =>
  `anklet-${madeAt.replaceAll(/[:.]/g, '-')}${ARCHIVE_ENDING}`

/** Where a backup is made, and where one is unpacked, beside the records. */
const WORK_FOLDERS = ['backup.work', 'db.restoring'] as const
const UNFINISHED = '.unfinished'

/** What is remembered of the last attempt, across a change of the records. */
export interface Remembered {
  doing: BackupsRecord['doing']
  fault: string | null
  restored: BackupsRecord['restored']
}

/** The backups of a shop: made, put back, listed. */
export class Backups {
  private readonly known = new Map<string, Backup>()
  private readonly clock: NodeJS.Timeout
  private counted: { readonly atMs: number; readonly counts: BackupCounts } | null = null

  constructor(
    private readonly parts: BackupParts,
    private readonly memory: Remembered,
  ) {
    // What a killed process left of a backup is of no use to anybody.
    for (const name of WORK_FOLDERS)
      rmSync(join(parts.data, name), { recursive: true, force: true })
    this.clock = setInterval(() => void this.look(new Date()), LOOK_MS)
    this.clock.unref()
  }

  close(): void {
    clearInterval(this.clock)
  }

  private async settings(): Promise<BackupSettings> {
    const settings = (await readShop(this.parts.opened.db)).backup ?? USUAL_SETTINGS
    this.parts.opened.noteBackupFolder(settings.folder)
    return settings
  }

  private folderOf({ folder }: BackupSettings): string {
    return folder ?? usualBackupFolder(this.parts.data)
  }

  /** @throws {ArchiveFaulty} */
  private async describe(folder: string, name: string): Promise<Backup> {
    const path = join(folder, name)
    const known = this.known.get(path)
    if (known) return known
    const { madeAt, shopName, shopId, rows } = await readManifest(path)
    const backup: Backup = {
      name,
      madeAt,
      bytes: statSync(path).size,
      shopName,
      sameShop: shopId === this.parts.opened.marker.shopId,
      counts: countsOf(rows),
    }
    this.known.set(path, backup)
    return backup
  }

  private async list(folder: string): Promise<Backup[]> {
    const found = await Promise.all(
      backupsIn(folder).map((name) =>
        // A file of another kind by such a name is none of ours.
        this.describe(folder, name).catch(() => null),
      ),
    )
    return found.filter((backup) => backup !== null).sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
  }

  // To count is to go through whole tables. Whoever watches a backup being made asks every second.
  private async counts(): Promise<BackupCounts> {
    const last = this.counted
    if (this.memory.doing && last && Date.now() - last.atMs < COUNTED_MS) return last.counts
    const counts = await this.count()
    this.counted = { atMs: Date.now(), counts }
    return counts
  }

  private async count(): Promise<BackupCounts> {
    const { rows } = await this.parts.opened.db.execute<BackupCounts & Record<string, unknown>>(
      sql`select (select count(*)::int from vehicle) as vehicles, (select count(*)::int from job) as jobs,
        (select count(*)::int from round) as rounds, (select count(*)::int from photo) as photos,
        (select count(*)::int from command) as commands`,
    )
    const { vehicles, jobs, rounds, photos, commands } = rows[0]!
    return { vehicles, jobs, rounds, photos, commands }
  }

  private async isDue(backups: readonly Backup[]): Promise<boolean> {
    if (this.parts.opened.marker.demo) return false
    const own = backups.find(({ sameShop }) => sameShop)
    const since = own?.madeAt ?? (await this.firstWrite())
    return since !== null && Date.now() - Date.parse(since) > DUE_MS
  }

  private async firstWrite(): Promise<string | null> {
    const { rows } = await this.parts.opened.db.execute<{ at: string | null }>(
      sql`select min(opened_at) as at from job`,
    )
    return rows[0]?.at ?? null
  }

  async read(): Promise<BackupsRecord> {
    const settings = await this.settings()
    const folder = this.folderOf(settings)
    const backups = await this.list(folder)
    return {
      settings,
      folder,
      ...this.memory,
      due: await this.isDue(backups),
      now: await this.counts(),
      backups,
    }
  }

  /** Makes a backup once a day, at the hour the shop sets or as soon after it as it runs. */
  private async look(now: Date): Promise<void> {
    if (this.memory.doing || !this.parts.opened.leads()) return
    const { settings, backups, now: counts } = await this.read()
    const today = new Date(now)
    today.setHours(settings.hour, 0, 0, 0)
    const last = backups.find(({ sameShop }) => sameShop)
    const isMade = last !== undefined && Date.parse(last.madeAt) >= today.getTime()
    if (now >= today && !isMade && counts.jobs > 0) this.begin('making', () => this.make(settings))
  }

  private begin(doing: NonNullable<Remembered['doing']>, work: () => Promise<void>): void {
    if (this.memory.doing) return
    this.memory.doing = doing
    this.memory.fault = null
    work()
      .catch((error: unknown) => {
        this.memory.fault = `${this.saidOf(error, doing)} ${NOTHING_DONE[doing]}`
      })
      .finally(() => {
        this.memory.doing = null
      })
  }

  // What nobody foresaw is told to whoever runs the server, as with a request.
  private saidOf(error: unknown, doing: NonNullable<Remembered['doing']>): string {
    if (error instanceof ArchiveFaulty) return error.message
    const { code, detail } = toAppError(error).toProblem()
    if (code === 'internal') this.parts.log.error(loggable(error), `${doing} a backup failed`)
    return detail
  }

  /** Begins a backup; how it goes on is told by `read`. */
  async start(): Promise<BackupsRecord> {
    const settings = await this.settings()
    this.begin('making', () => this.make(settings))
    return this.read()
  }

  private async make(settings: BackupSettings): Promise<void> {
    const { data, opened, making, release } = this.parts
    const folder = this.folderOf(settings)
    requireFolder(folder)
    for (const name of readdirSync(folder))
      if (name.startsWith('anklet-') && name.endsWith(UNFINISHED)) rmSync(join(folder, name))
    const work = join(data, WORK_FOLDERS[0])
    rmSync(work, { recursive: true, force: true })
    mkdirSync(work)
    // The copy, the archive, and the archive put back.
    const needed = 3 * (await this.recordBytes()) + ROOM_BYTES
    if (freeBytes(data) < needed)
      throw new ArchiveFaulty(
        `A backup needs ${Math.ceil(needed / 1e6)} MB of free room for a while; there are ${Math.floor(freeBytes(data) / 1e6)}.`,
      )
    const madeAt = new Date().toISOString()
    const file = join(folder, `${nameOf(madeAt)}${UNFINISHED}`)
    try {
      // A server is read beside: to copy it here would keep this process from answering.
      const copy = opened.kind === 'pglite' ? join(work, 'copy') : null
      if (copy !== null) await opened.copyTo(copy)
      const { shopId, migrations } = opened.marker
      await this.parts.run({
        kind: 'make',
        copy,
        scratch: join(work, 'scratch'),
        file,
        about: { madeAt, release, shopId, migrations },
        making,
      })
      renameSync(file, join(folder, nameOf(madeAt)))
      syncPath(folder)
      await this.dropOldest(folder, settings.keep)
    } finally {
      // Not at once: to let go of so much takes a disk its time.
      await rm(file, { force: true })
      await rm(work, { recursive: true, force: true })
    }
  }

  private async recordBytes(): Promise<number> {
    const { data, opened } = this.parts
    if (opened.kind === 'pglite') return folderBytes(join(data, 'db'))
    const { rows } = await opened.db.execute<{ bytes: string }>(
      sql`select pg_database_size(current_database())::text as bytes`,
    )
    return Number(rows[0]!.bytes)
  }

  // Only this shop's own are counted and dropped.
  private async dropOldest(folder: string, keep: number): Promise<void> {
    const own = (await this.list(folder)).filter(({ sameShop }) => sameShop)
    for (const { name } of own.slice(keep)) {
      await rm(join(folder, name))
      this.known.delete(join(folder, name))
    }
  }

  /** Path of a backup. @throws {AppError} `notFound` */
  async fileOf(name: string): Promise<string> {
    const folder = this.folderOf(await this.settings())
    if (!backupsIn(folder).includes(name)) throw new AppError('notFound', { what: 'backup' })
    return join(folder, name)
  }

  /**
   * Takes a backup of another machine into the folder.
   * @throws {AppError} `notABackup` where it is none.
   */
  async take(content: Readable): Promise<BackupsRecord> {
    const folder = this.folderOf(await this.settings())
    requireFolder(folder)
    const file = join(folder, `arriving-${crypto.randomUUID()}${UNFINISHED}`)
    try {
      await pipeline(content, createWriteStream(file, { flush: true }))
      const { madeAt } = await readManifest(file)
      renameSync(file, join(folder, nameOf(madeAt)))
      syncPath(folder)
    } catch (error) {
      if (error instanceof ArchiveFaulty)
        throw new AppError('notABackup', { sentence: error.message })
      throw error
    } finally {
      rmSync(file, { force: true })
    }
    return this.read()
  }

  /** Begins to put a backup back in the place of the present records. */
  async restore(name: string): Promise<BackupsRecord> {
    const file = await this.fileOf(name)
    const folder = join(this.parts.data, WORK_FOLDERS[1])
    this.begin('restoring', async () => {
      rmSync(folder, { recursive: true, force: true })
      const { manifest } = await this.parts.run({
        kind: 'restore',
        file,
        folder,
        making: this.parts.making,
      })
      this.memory.restored = { name, at: new Date().toISOString() }
      await this.parts.replace(folder, manifest)
    })
    return this.read()
  }
}

function requireFolder(folder: string): void {
  if (!isAbsolute(folder)) throw new AppError('folderUnusable', { folder })
  try {
    if (!existsSync(folder)) mkdirSync(folder, { recursive: true })
    const probe = join(folder, `probe-${crypto.randomUUID()}${UNFINISHED}`)
    mkdirSync(probe)
    rmSync(probe, { recursive: true })
  } catch {
    throw new AppError('folderUnusable', { folder })
  }
}
