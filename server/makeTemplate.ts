import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createDatabase } from './store/database.ts'

// Run once by the build: an empty database with all tables, to be copied at first start.
const here = dirname(fileURLToPath(import.meta.url))
await createDatabase(join(here, 'template'), join(here, 'migrations'), null)
