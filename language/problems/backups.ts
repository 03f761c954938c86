/** What is wrong with a file that should be a backup, or why none was made. */
export const BACKUP_FAULTS = {
  notABackup: () => 'The file is not a backup of Anklet.',
  tooNew: () => 'The backup was written by a newer Anklet. Update this one first.',
  unreadable: (said: string) => `The file cannot be read as a backup: ${said}.`,
  endsInTheMiddle: () => 'The backup ends in the middle.',
  damaged: (table: string) =>
    `The backup is damaged: its table "${table}" is not as it was written.`,
  brokeOff: () => 'It broke off.',
} as const

/** How things are after an attempt that failed. */
export const NOTHING_DONE = {
  making: 'No backup was made.',
  restoring: 'The records are as they were.',
} as const

/** What is told while a backup is put back at the machine. */
export const RESTORING = {
  replaces: (folder: string, wholeAt: string) =>
    `It takes the place of the records in ${folder}, last known to be whole at ${wholeAt}.`,
  goesInto: (folder: string) => `It goes into ${folder}.`,
  done: () => 'Put back, and compared row by row with what the backup says of itself.',
  keptIn: (folder: string) => `What was there before is kept in ${folder}.`,
} as const
