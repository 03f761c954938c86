/** Why records on a database server are not opened. */
export const SERVER_FAULTS = {
  newerRelease: () =>
    'The database was written by a later release of Anklet. Start that one; nothing was changed.',
  unusable: (reason: string) =>
    `The database server of DATABASE_URL cannot be used: ${reason}. Nothing was changed.`,
} as const

/** What is said while a shop is moved from one place to another. */
export const MOVING = {
  notEmpty: () =>
    'The place it is to go holds a shop already. Nothing was changed: name an empty database, or an empty folder.',
  nothing: () => 'There are no records to move.',
  differs: (table: string) =>
    `The table "${table}" did not arrive as it was. Nothing was changed over.`,
  counted: (rows: Readonly<Record<string, number>>) =>
    Object.entries(rows)
      .filter(([, count]) => count > 0)
      .map(([table, count]) => `${count} ${table}`)
      .join(', '),
} as const

/** What each figure is that a process tells of itself. */
export const FIGURES = {
  answered: 'How long requests took, by way and status',
  devices: 'Devices that are attached to this process',
  leads: '1 where this process does what exactly one does',
} as const
