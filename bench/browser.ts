import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { LAUNCH } from '../e2e/browser.ts'

/** Debian's Chromium, as the tests start it. */
export const launch = (): Promise<Browser> => chromium.launch(LAUNCH)

/** A page that notes its own tasks over 50 ms. */
export async function watchedPage(browser: Browser): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  // What the bundler calls where it keeps a function's name.
  await page.addInitScript('globalThis.__name = (of) => of')
  await page.addInitScript(() => {
    const tasks: number[] = []
    Object.assign(window, { ankletTasks: tasks })
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) tasks.push(duration)
    }).observe({ type: 'longtask', buffered: true })
  })
  return page
}

/** A watched page at a workshop's laptop, opened somewhere by somebody who has said who they are. */
export async function openSigned(browser: Browser, address: string, name: string): Promise<Page> {
  const page = await watchedPage(browser)
  const people = (await (await fetch(`${new URL(address).origin}/api/people`)).json()) as {
    id: string
    name: string
  }[]
  const session = { personId: people.find((each) => each.name === name)!.id, device: 'bench' }
  await page.addInitScript((state) => {
    localStorage.setItem('anklet.session', JSON.stringify({ state, version: 1 }))
  }, session)
  await page.goto(address)
  return page
}

/** The longest of a watched page's tasks over 50 ms since it was last asked, ms; 0 where none was. */
export const longestTaskMs = (page: Page): Promise<number> =>
  page.evaluate(() =>
    Math.max(0, ...(window as unknown as { ankletTasks: number[] }).ankletTasks.splice(0)),
  )

/** A watched page scrolled for three seconds: its longest task over 50 ms, and frames a second. */
export async function scrolled(
  page: Page,
): Promise<{ readonly taskMs: number; readonly framesPerS: number }> {
  await longestTaskMs(page)
  const framesPerS = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const start = performance.now()
        let frames = 0
        const next = (now: number): void => {
          frames += 1
          window.scrollBy(0, 60)
          if (now - start > 3000) resolve((1000 * frames) / (now - start))
          else requestAnimationFrame(next)
        }
        requestAnimationFrame(next)
      }),
  )
  return { taskMs: await longestTaskMs(page), framesPerS }
}
