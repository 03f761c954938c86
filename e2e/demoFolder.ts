import { cpSync, mkdirSync, rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { fillWithDemo, startProcess } from './server.ts'

/** Where the demo shop's records lie while the tests run; each test gets a copy. */
export const DEMO_FOLDER = fileURLToPath(new URL('../test-results/demo', import.meta.url))

/** Said by whoever has loaded the demo scenario just now, so that the tests need not. */
const PREPARED = 'ANKLET_DEMO_PREPARED'

/** Loads the demo scenario once for all tests, unless that is done. */
export default async function prepareDemo(): Promise<void> {
  if (process.env[PREPARED]) return
  const server = await startProcess()
  try {
    const { address, data } = await server.open(null, { demo: true })
    await fillWithDemo(address)
    await server.close()
    rmSync(DEMO_FOLDER, { recursive: true, force: true })
    mkdirSync(DEMO_FOLDER, { recursive: true })
    cpSync(data, DEMO_FOLDER, { recursive: true })
  } finally {
    await server.end()
  }
}
