import { test as base } from '@playwright/test'
import { watchErrors } from './hand.ts'
import type { TestServer } from './server.ts'
import { startServer } from './server.ts'

interface Servers {
  readonly emptyShop: TestServer
  readonly demoShop: TestServer
}

/** Each test has servers of its own; a page error fails it. */
export const test = base.extend<
  Servers & { readonly quiet: string[] },
  { readonly demoData: string }
>({
  // The scenario is loaded once for each worker; every test gets a copy of its own.
  demoData: [
    async ({}, use) => {
      const server = await startServer({ demo: true })
      await server.stop()
      await use(server.data)
      await server.remove()
    },
    { scope: 'worker' },
  ],
  emptyShop: async ({}, use) => {
    const server = await startServer()
    await use(server)
    await server.remove()
  },
  demoShop: async ({ demoData }, use) => {
    const server = await startServer({ from: demoData })
    await use(server)
    await server.remove()
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
