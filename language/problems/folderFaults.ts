/** Why a data folder is not opened. */
export type FolderFault =
  | { readonly fault: 'notAFolder' }
  | { readonly fault: 'readOnly' }
  | { readonly fault: 'diskFull'; readonly freeBytes: number; readonly neededBytes: number }
  | { readonly fault: 'databaseMissing'; readonly wholeAt: string | null }
  | { readonly fault: 'fileMissing'; readonly file: string; readonly wholeAt: string | null }
  | { readonly fault: 'fileShort'; readonly file: string; readonly wholeAt: string | null }
  | { readonly fault: 'controlDamaged'; readonly wholeAt: string | null }
  | { readonly fault: 'unopened'; readonly said: string; readonly wholeAt: string | null }
  | { readonly fault: 'otherPostgres'; readonly found: string }
  | { readonly fault: 'newerRelease' }

/** What is known of a data folder that is not opened. */
export interface FolderStory {
  readonly folder: string
  readonly fault: FolderFault
  /** Path of the newest backup that was found; null: none. */
  readonly newestBackup: string | null
}

const megabytes = (bytes: number): string => `${Math.ceil(bytes / 1e6)} MB`

const whole = (wholeAt: string | null): string =>
  wholeAt === null
    ? ''
    : ` The records were whole on ${wholeAt.slice(0, 16).replace('T', ' ')} UTC.`

const SAVED = 'Keep a copy of the folder as it is before anything else is tried.'

const restore = (newestBackup: string | null): string =>
  newestBackup === null
    ? 'No backup was found beside it. If one is kept elsewhere: npm run restore -- FILE'
    : `The newest backup found is ${newestBackup}. To put it back: npm run restore -- "${newestBackup}"`

function damaged(what: string, wholeAt: string | null, newestBackup: string | null): string {
  return `${what}${whole(wholeAt)} Nothing was changed. ${SAVED} ${restore(newestBackup)}`
}

/** What a person reads when a data folder is not opened: what happened, what is left, what to do. */
export function folderSentence({ folder, fault, newestBackup }: FolderStory): string {
  switch (fault.fault) {
    case 'notAFolder':
      return `${folder} is a file or lies inside one, so no records can be kept there. Set ANKLET_DATA to a folder.`
    case 'readOnly':
      return (
        `Nothing can be written in ${folder}: it is read-only, or belongs to somebody else. ` +
        'What is in it was not touched. Make it writable for whoever starts Anklet, then start again.'
      )
    case 'diskFull':
      return (
        `The disk of ${folder} is full: ${megabytes(fault.freeBytes)} free, ` +
        `${megabytes(fault.neededBytes)} needed. What is in it was not touched. ` +
        'Free some room, then start again.'
      )
    case 'databaseMissing':
      return damaged(
        `A shop was kept in ${folder}, but its database (folder "db") is missing or empty. No empty shop was begun in its place.`,
        fault.wholeAt,
        newestBackup,
      )
    case 'fileMissing':
      return damaged(
        `A file of the database in ${folder} is missing: db/${fault.file}.`,
        fault.wholeAt,
        newestBackup,
      )
    case 'fileShort':
      return damaged(
        `A file of the database in ${folder} is shorter than it was: db/${fault.file}.`,
        fault.wholeAt,
        newestBackup,
      )
    case 'controlDamaged':
      return damaged(
        `The control file of the database in ${folder} is damaged (db/global/pg_control).`,
        fault.wholeAt,
        newestBackup,
      )
    case 'unopened':
      return damaged(
        `The database in ${folder} cannot be opened: ${fault.said}.`,
        fault.wholeAt,
        newestBackup,
      )
    case 'otherPostgres':
      return (
        `The database in ${folder} was made by PostgreSQL ${fault.found}; this Anklet brings another one. ` +
        'It was not touched. Open it with the release that wrote it and save a backup there; ' +
        'then restore that backup with this one: npm run restore -- FILE'
      )
    case 'newerRelease':
      return (
        `The records in ${folder} were written by a newer Anklet. They were not touched. ` +
        'Start that release, or update this one.'
      )
  }
}
