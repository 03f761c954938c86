import { writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { checksAsCode } from './kernel/compile.ts'

// Run once by the build: the checks of all requests as plain code, so that no start compiles them.
const here = dirname(fileURLToPath(import.meta.url))
writeFileSync(join(here, 'checks.cjs'), checksAsCode())
