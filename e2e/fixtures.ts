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
  // The page leaves before its server does: what it was still fetching is no error of its own.
  emptyShop: async ({ emptyProcess, page }, use) => {
    await use(await emptyProcess.open(null))
    if (!page.isClosed()) await page.goto('about:blank')
    await emptyProcess.close()
    emptyProcess.clear()
  },
  demoShop: async ({ demoProcess, page }, use) => {
    await use(await demoProcess.open(DEMO_FOLDER))
    if (!page.isClosed()) await page.goto('about:blank')
    await demoProcess.close()
    demoProcess.clear()
  },
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
