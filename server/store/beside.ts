import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Making } from './database.ts'

const here = dirname(fileURLToPath(import.meta.url))

/** What the build lays beside its programs for databases that are made. */
export const BESIDE: Making = {
  migrations: join(here, 'migrations'),
  template: join(here, 'template'),
}
