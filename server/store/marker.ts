import {
  closeSync,
  existsSync,
  fsyncSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { syncPath } from './durableFolder.ts'

/** Format of the marker that this release writes. */
export const MARKER_FORMAT = 1

/** A file of the database, relative to its folder, and how long it was, bytes. */
export type KnownFile = readonly [path: string, bytes: number]

/** What stands beside a database about it, so that it can be judged before it is opened. */
export interface Marker {
  readonly format: number
  readonly shopId: string
  /** The demo scenario: may be emptied and loaded anew. */
  readonly demo: boolean
  /** Major version of PostgreSQL that made the files. */
  readonly postgres: string
  /** How many migrations the database has seen. */
  readonly migrations: number
  /** When all data files were last brought to the disk together; ISO 8601. */
  readonly wholeAt: string
  /** The files of that moment, none of which may be missing or shorter; null: they are being changed. */
  readonly files: readonly KnownFile[] | null
  /** Where backups of the shop go; null: where they usually do. */
  readonly backupFolder: string | null
}

/** Path of the marker in a data folder. */
export const markerPath = (dataFolder: string): string => join(dataFolder, 'anklet.json')

/** Writes a file so that a power cut leaves either the old one or the new one, never a part. */
export function writeWhole(path: string, text: string): void {
  const unfinished = `${path}.unfinished`
  const fd = openSync(unfinished, 'w')
  try {
    writeSync(fd, text)
    fsyncSync(fd)
  } finally {
    closeSync(fd)
  }
  renameSync(unfinished, path)
  syncPath(dirname(path))
}

export function writeMarker(dataFolder: string, marker: Marker): void {
  writeWhole(markerPath(dataFolder), `${JSON.stringify(marker)}\n`)
}

const isMarker = (value: unknown): value is Marker => {
  const marker = value as Partial<Marker> | null
  return (
    typeof marker?.format === 'number' &&
    typeof marker.shopId === 'string' &&
    typeof marker.migrations === 'number' &&
    typeof marker.postgres === 'string'
  )
}

/** The marker of a data folder; null: there is none; 'unreadable': there is one that says nothing. */
export function readMarker(dataFolder: string): Marker | null | 'unreadable' {
  const path = markerPath(dataFolder)
  if (!existsSync(path)) return null
  try {
    const value: unknown = JSON.parse(readFileSync(path, 'utf8'))
    return isMarker(value) ? value : 'unreadable'
  } catch {
    return 'unreadable'
  }
}
