import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'

/** Debian's Chromium, as the tests start it. */
export const launch = (): Promise<Browser> =>
  chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })

/** A page at a workshop's laptop, opened somewhere and signed. */
export async function openSigned(browser: Browser, address: string, name: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(address)
  await page.getByRole('button', { name, exact: true }).click()
  return page
}

/** A page that notes its own tasks over 50 ms. */
export async function watchedPage(browser: Browser): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  // What the bundler calls where it keeps a function's name.
  await page.addInitScript('globalThis.__name = (of) => of')
  await page.addInitScript(() => {
    const tasks: number[] = []
    Object.assign(window, { ankletTasks: tasks })
    new PerformanceObserver((list) => { for (const { duration } of list.getEntries()) tasks.push(duration) }).observe({ type: 'longtask', buffered: true })
  })
  return page
}
