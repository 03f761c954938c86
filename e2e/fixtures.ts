import type { Page } from '@playwright/test'
import { test as base } from '@playwright/test'
import { DEMO_FOLDER } from './demoFolder.ts'
import { watchErrors } from './hand.ts'
import type { ServerProcess, TestServer } from './server.ts'
import { startProcess } from './server.ts'

interface Servers {
  readonly emptyShop: TestServer
  readonly demoShop: TestServer
}

interface Processes {
  readonly emptyProcess: ServerProcess
  readonly demoProcess: ServerProcess
}

/**
 * Serves a test records of its own and throws them away after it. The page leaves before its server
 * does: what it was still fetching is no error of its own.
 */
async function serveFor(
  page: Page,
  process: ServerProcess,
  from: string | null,
  use: (shop: TestServer) => Promise<void>,
): Promise<void> {
  await use(await process.open(from))
  if (!page.isClosed()) await page.goto('about:blank')
  await process.close()
  process.clear()
}

/** Each test has records of its own, served by a process that its worker keeps; a page error fails it. */
export const test = base.extend<Servers & { readonly quiet: string[] }, Processes>({
  emptyProcess: [
    async ({}, use) => {
      const process = await startProcess()
      await use(process)
      await process.end()
    },
    { scope: 'worker' },
  ],
  demoProcess: [
    async ({}, use) => {
      const process = await startProcess()
      await use(process)
      await process.end()
    },
    { scope: 'worker' },
  ],
  emptyShop: ({ emptyProcess, page }, use) => serveFor(page, emptyProcess, null, use),
  demoShop: ({ demoProcess, page }, use) => serveFor(page, demoProcess, DEMO_FOLDER, use),
  quiet: [
    async ({ page }, use) => {
      const errors = watchErrors(page)
      await use(errors)
      base.expect(errors).toEqual([])
    },
    { auto: true },
  ],
})

export { expect } from '@playwright/test'
