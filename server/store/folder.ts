import {
  accessSync,
  constants,
  existsSync,
  readFileSync,
  readdirSync,
  statSync,
  statfsSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import type { FolderFault } from '@anklet/language/problems/folderFaults'
import type { KnownFile, Marker } from './marker.ts'
import { MARKER_FORMAT, readMarker } from './marker.ts'

/** Major version of the PostgreSQL that this release brings. */
export const POSTGRES = '18'

/** Room that writing needs: three pieces of write-ahead log of 16 MB each, bytes. */
export const ROOM_BYTES = 48 * 1024 * 1024
/** Room that an empty shop takes, bytes. */
const NEW_SHOP_BYTES = 64 * 1024 * 1024

/** A data folder that may be opened. */
export interface FolderFound {
  /** A shop is in it; otherwise it may be filled. */
  readonly shop: boolean
  readonly marker: Marker | null
}

/** Room that is free where a folder lies, bytes. */
export function freeBytes(folder: string): number {
  const { bavail, bsize } = statfsSync(folder)
  return bavail * bsize
}

/** File names of the backups that a folder holds, newest last. */
export const backupsIn = (folder: string): string[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => name.endsWith('.anklet'))
        .sort()
    : []

/** Where backups go that nobody sent elsewhere. */
export const usualBackupFolder = (dataFolder: string): string => join(dataFolder, 'backups')

/** Where the backups of a data folder's shop go, as far as its marker tells. */
export function backupFolderOf(dataFolder: string): string {
  const marker = readMarker(dataFolder)
  return marker === null || marker === 'unreadable'
    ? usualBackupFolder(dataFolder)
    : (marker.backupFolder ?? usualBackupFolder(dataFolder))
}

// Without any of these PostgreSQL does not start, or starts as if nothing had ever been in it.
const NEEDED = [
  'PG_VERSION',
  'postgresql.conf',
  'global/pg_control',
  'global/pg_filenode.map',
  'base',
  'pg_wal',
  'pg_xact',
  'pg_multixact/members',
  'pg_multixact/offsets',
  'pg_tblspc',
]
// Folders whose files only ever grow in number and length, and how their names look.
const GROWING: readonly (readonly [folder: string, name: RegExp])[] = [
  ['base', /^\d+\/\d+(\.\d+)?$/],
  ['global', /^\d+(\.\d+)?$/],
  ['pg_xact', /^[0-9A-F]{4}$/],
]

/** The files of a database that no later state of it is without. */
export function growingFiles(database: string): KnownFile[] {
  return GROWING.flatMap(([folder, name]) =>
    readdirSync(join(database, folder), { recursive: true, encoding: 'utf8' })
      .map((path) => path.replaceAll('\\', '/'))
      .filter((path) => name.test(path))
      .map((path): KnownFile => [`${folder}/${path}`, statSync(join(database, folder, path)).size]),
  )
}

/** Where the checksum of PostgreSQL 18's control file stands, bytes. */
const CONTROL_SUM_AT = 292

/** CRC-32C (Castagnoli), as PostgreSQL seals its control file with. */
export function crc32c(bytes: Uint8Array): number {
  let sum = 0xffffffff
  for (const byte of bytes) {
    sum ^= byte
    for (let bit = 0; bit < 8; bit++) sum = sum & 1 ? (sum >>> 1) ^ 0x82f63b78 : sum >>> 1
  }
  return (sum ^ 0xffffffff) >>> 0
}

function isSealed(control: Buffer): boolean {
  if (control.length < CONTROL_SUM_AT + 4) return false
  return crc32c(control.subarray(0, CONTROL_SUM_AT)) === control.readUInt32LE(CONTROL_SUM_AT)
}

// Places in the control file, bytes: of the last checkpoint in the log, of where reading the log
// begins, and of the log's line of history.
const CHECKPOINT_AT = 32
const REDO_AT = 40
const TIMELINE_AT = 48
const LOG_PIECE_BYTES = 16 * 1024 * 1024

/** Names of the pieces of write-ahead log without which a start cannot begin. */
function logNeeded(control: Buffer): string[] {
  const part = (value: number): string => value.toString(16).toUpperCase().padStart(8, '0')
  const timeline = part(control.readUInt32LE(TIMELINE_AT))
  return [CHECKPOINT_AT, REDO_AT].map((at) => {
    const offset = control.readUInt32LE(at)
    const high = control.readUInt32LE(at + 4)
    return `pg_wal/${timeline}${part(high)}${part(Math.floor(offset / LOG_PIECE_BYTES))}`
  })
}

function databaseFault(database: string, marker: Marker | null): FolderFault | null {
  const wholeAt = marker?.wholeAt ?? null
  const missing = NEEDED.find((name) => !existsSync(join(database, name)))
  if (missing) return { fault: 'fileMissing', file: missing, wholeAt }
  const found = readFileSync(join(database, 'PG_VERSION'), 'utf8').trim()
  if (found === '') return { fault: 'fileShort', file: 'PG_VERSION', wholeAt }
  if (found !== POSTGRES) return { fault: 'otherPostgres', found }
  const control = readFileSync(join(database, 'global/pg_control'))
  if (!isSealed(control)) return { fault: 'controlDamaged', wholeAt }
  const lost = logNeeded(control).find((name) => !existsSync(join(database, name)))
  if (lost) return { fault: 'fileMissing', file: lost, wholeAt }
  for (const [file, bytes] of marker?.files ?? []) {
    const path = join(database, file)
    if (!existsSync(path)) return { fault: 'fileMissing', file, wholeAt }
    if (statSync(path).size < bytes) return { fault: 'fileShort', file, wholeAt }
  }
  return null
}

/** Why nothing can be kept at a place; null: it can. Nothing is written to find out. */
export function placeFault(dataFolder: string): FolderFault | null {
  // Of a folder that is yet to be made, the one around it tells.
  let place = dataFolder
  while (!existsSync(place)) place = dirname(place)
  if (!statSync(place).isDirectory()) return { fault: 'notAFolder' }
  try {
    accessSync(place, constants.W_OK)
  } catch {
    return { fault: 'readOnly' }
  }
  const neededBytes = existsSync(join(dataFolder, 'db')) ? ROOM_BYTES : NEW_SHOP_BYTES
  const free = freeBytes(place)
  return free < neededBytes ? { fault: 'diskFull', freeBytes: free, neededBytes } : null
}

const isEmptyOrMissing = (folder: string): boolean =>
  !existsSync(folder) || !statSync(folder).isDirectory() || readdirSync(folder).length === 0

/**
 * Judges a data folder, and writes nothing.
 * @param migrations how many migrations this release knows.
 */
export function inspectFolder(
  dataFolder: string,
  migrations: number,
):
  | { readonly ok: true; readonly value: FolderFound }
  | { readonly ok: false; readonly error: FolderFault } {
  const refuse = (error: FolderFault) => ({ ok: false as const, error })
  const place = placeFault(dataFolder)
  if (place) return refuse(place)
  const read = readMarker(dataFolder)
  const marker = read === 'unreadable' ? null : read
  if (marker && (marker.format > MARKER_FORMAT || marker.migrations > migrations))
    return refuse({ fault: 'newerRelease' })
  const database = join(dataFolder, 'db')
  if (isEmptyOrMissing(database)) {
    const hadShop = read !== null || backupsIn(backupFolderOf(dataFolder)).length > 0
    return hadShop || existsSync(database)
      ? refuse({ fault: 'databaseMissing', wholeAt: marker?.wholeAt ?? null })
      : { ok: true, value: { shop: false, marker } }
  }
  const fault = databaseFault(database, marker)
  return fault ? refuse(fault) : { ok: true, value: { shop: true, marker } }
}
