import { cpSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { fillWithDemo, startProcess } from './server.ts'

/** Where the demo shop's records lie while the tests run; each test gets a copy. */
export const DEMO_FOLDER = fileURLToPath(new URL('../test-results/demo', import.meta.url))

/** Loads the demo scenario once for all tests. */
export default async function prepareDemo(): Promise<void> {
  const server = await startProcess()
  try {
    const { address, data } = await server.open(null)
    await fillWithDemo(address)
    await server.close()
    rmSync(DEMO_FOLDER, { recursive: true, force: true })
    mkdirSync(DEMO_FOLDER, { recursive: true })
    cpSync(join(data, 'db'), join(DEMO_FOLDER, 'db'), { recursive: true })
  } finally {
    await server.end()
  }
}
