import type { Page } from '@playwright/test'
import { begin, confirm, done, present, presentKey } from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { beginWalk, openJobAt, stepsOf } from './jobs.ts'

/** Has the browser's store take nothing more, as one does that is full; and again as usual. */
const fillStore = (page: Page, isFull: boolean): Promise<void> =>
  page.evaluate((full) => {
    const usual = window as unknown as { put?: IDBObjectStore['put'] }
    usual.put ??= IDBObjectStore.prototype.put
    IDBObjectStore.prototype.put = full
      ? () => {
          throw new DOMException('no room', 'QuotaExceededError')
        }
      : usual.put
  }, isFull)

async function planPump(page: Page): Promise<void> {
  const hand = handOn(page)
  await hand.tap('Pump')
  await hand.tap('Keep this plan')
  await begin(page)
}

const NOT_KEPT = 'This tablet cannot keep what you type.'

test('a tablet whose store is full says so at once, and keeps what was typed when there is room', async ({
  page,
  demoShop,
}) => {
  await beginWalk(page, demoShop, 'TQ 102')
  const hand = handOn(page)
  await hand.walk([470, 471])
  await expect(page.getByText(NOT_KEPT)).toHaveCount(0)
  await fillStore(page, true)
  await hand.walk([486])
  await expect(page.getByRole('alert').filter({ hasText: NOT_KEPT })).toBeVisible()
  await fillStore(page, false)
  await expect(page.getByText(NOT_KEPT)).toHaveCount(0, { timeout: 20_000 })
  await page.reload()
  await expect(page.getByRole('img', { name: /rear right: now 486/ })).toBeVisible()
})

test.describe('away from the server', () => {
  test.use({ serviceWorkers: 'allow' })

  test('steps done over a clock that is set back arrive in the order in which they were done', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    await page.clock.install()
    const id = await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
    await planPump(page)
    await confirm(page)
    await expect(page.getByRole('status').filter({ hasText: 'on the way' })).toHaveCount(0)
    const before = await stepsOf(demoShop, id)
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await demoShop.kill()
    const away = [await confirm(page)]
    await page.clock.setSystemTime(new Date(Date.now() - 5 * 3_600_000))
    away.push(await confirm(page), await confirm(page))
    await demoShop.start()
    await expect
      .poll(async () => (await stepsOf(demoShop, id)).slice(before.length), { timeout: 40_000 })
      .toEqual(away)
  })
})

test('a page older than its server says so, and what is done on it is kept through the reload', async ({
  page,
  demoShop,
}) => {
  const id = await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
  await planPump(page)
  await expect(present(page)).toBeVisible()
  // The page goes ahead of the server, which enters the round that was walked before.
  await expect.poll(() => stepsOf(demoShop, id)).toEqual(['measureBefore'])
  const before = await stepsOf(demoShop, id)
  // A server of a later build, which takes steps in another way.
  await page.route('**/api/**', async (route) => {
    if (route.request().url().endsWith('/api/commands'))
      return route.fulfill({
        status: 400,
        contentType: 'application/problem+json',
        headers: { 'x-anklet-build': 'later' },
        body: JSON.stringify({ detail: 'The kind is not known.', code: 'wrongShape', path: null }),
      })
    if (route.request().url().includes('/stream')) return route.continue()
    const response = await route.fetch()
    await route.fulfill({ response, headers: { ...response.headers(), 'x-anklet-build': 'later' } })
  })
  const key = await presentKey(page)
  await done(page).click()
  await expect(page.getByText('There is a newer Anklet on the server')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: 'on the way' })).toBeVisible()
  expect(await stepsOf(demoShop, id)).toEqual(before)
  // The real server answers only the page that was loaded anew: the old one would lose its banner.
  await page.getByRole('button', { name: 'Reload' }).click()
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await expect.poll(() => stepsOf(demoShop, id), { timeout: 20_000 }).toEqual([...before, key])
  await expect(page.getByText('There is a newer Anklet on the server')).toHaveCount(0)
})

test('told that it is at the car, a phone shows what is done there, and everything again', async ({
  page,
  demoShop,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openJobAt(page, demoShop, 'HL 250', 'work', 'S. Okafor')
  const hand = handOn(page)
  const phases = page.getByRole('navigation', { name: 'Phases of this job' }).getByRole('link')
  const plan = page.getByText('The plan, and to change it under way')
  await expect(phases).toHaveCount(10)
  await expect(plan).toBeVisible()
  await hand.tap('At the car')
  await expect(phases).toHaveText([/^Heights/, /^Watch/, /^Work/, /^Recommission/])
  await expect(plan).toBeHidden()
  await expect(page.locator('article[data-step]')).toBeVisible()
  // It stays so through a reload, and on a phone alone.
  await page.reload()
  await expect(phases).toHaveCount(4)
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect(phases).toHaveCount(10)
  await page.setViewportSize({ width: 390, height: 844 })
  await hand.tap('At the car')
  await expect(phases).toHaveCount(10)
})
