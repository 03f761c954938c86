import type { Browser, BrowserContext, Page } from '@playwright/test'
import { begin, present, presentKey } from './atWork.ts'
import { DEMO_FOLDER } from './demoFolder.ts'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn, watchErrors } from './hand.ts'
import { beginLevelled, openJobOf } from './jobs.ts'
import { giveDemoPins, PIN, setPin } from './pins.ts'
import type { ServerProcess, TestServer } from './server.ts'
import { startProcess } from './server.ts'

async function signIn(page: Page, name: string, pin: string): Promise<void> {
  const known = page.getByRole('button', { name, exact: true })
  await expect(page.getByLabel('PIN or password')).toBeVisible()
  if ((await known.count()) > 0) await known.click()
  else {
    const other = page.getByRole('button', { name: /^(Somebody else|Another name)$/ })
    if ((await other.count()) > 0) await other.click()
    await page.getByLabel('Name', { exact: true }).fill(name)
  }
  await page.getByLabel('PIN or password').fill(pin)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: `Working here: ${name}. Change` })).toBeVisible()
}

test('a first run makes the lead; a colleague comes to the tablet; who did what is told', async ({
  page,
  emptyShop,
}) => {
  const hand = handOn(page)
  await page.goto(emptyShop.address)
  await goTo(page, '/shop')
  await hand.join('W. Alder')
  await page.getByRole('link', { name: 'Have people sign in' }).click()
  await expect(page.getByRole('heading', { name: 'People who sign in' })).toBeVisible()
  await page.getByRole('main').getByRole('button', { name: 'W. Alder', exact: true }).click()
  await page.getByLabel('New PIN or password for W. Alder').fill('123456')
  await page.getByLabel('The same again').fill('12345')
  await expect(page.getByRole('button', { name: 'Set it and sign in' })).toBeDisabled()
  await page.getByLabel('The same again').fill('123456')
  await page.getByRole('button', { name: 'Set it and sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('That is easy to guess.')
  await setPin(page, 'W. Alder', PIN.lead, 'Set it and sign in')
  await expect(page.getByLabel('What W. Alder does here')).toHaveValue('lead')

  await page.getByLabel('Add a name').fill('I. Moss')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'I. Moss' })
  await row.getByLabel('What I. Moss does here').selectOption('apprentice')
  await row.getByRole('button', { name: 'Give a PIN' }).click()
  await setPin(page, 'I. Moss', PIN.technician, 'Set it')
  await expect(row).toContainText('PIN set today')

  // The lead leaves; what only a lead may see is gone with them.
  await page.getByRole('button', { name: /^Working here: W. Alder/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await expect(page.getByRole('navigation').getByRole('link')).toHaveCount(0)
  await page.getByRole('button', { name: 'Somebody else' }).click()
  await page.getByLabel('Name', { exact: true }).fill('I. Moss')
  await page.getByLabel('PIN or password').fill('000111')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Name and PIN do not go together.')
  await signIn(page, 'I. Moss', PIN.technician)
  await page.goto(`${emptyShop.address}/shop/audit`)
  await expect(page.getByRole('alert')).toContainText(
    'That is not among what apprentices do here. Ask a lead.',
  )

  // Quick change at the same tablet: a name, a PIN.
  await page.getByRole('button', { name: /^Working here: I. Moss/ }).click()
  await signIn(page, 'W. Alder', PIN.lead)
  await page.goto(`${emptyShop.address}/shop/audit`)
  const entries = page.getByRole('region', { name: 'Entries' }).getByRole('row')
  await expect(entries.filter({ hasText: 'Sign-in refused (I. Moss)' })).toHaveCount(1)
  await page.getByLabel('Words').fill('added moss')
  await expect(entries.filter({ hasText: 'W. Alder' })).toHaveCount(1)
  await expect(entries.filter({ hasText: 'Signed in' })).toHaveCount(0)
  const saved = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Save as a table (CSV)' }).click()
  expect((await saved).suggestedFilename()).toBe('anklet-audit.csv')
})

test('what was done otherwise waits for a lead, who agrees at the technician’s tablet by PIN', async ({
  page,
  demoShop,
}) => {
  const hand = handOn(page)
  await page.goto(demoShop.address)
  const { id } = await openJobOf(demoShop, 'MW 9 T')
  await goTo(page, '/shop/people')
  await giveDemoPins(page)
  await page.getByRole('button', { name: /^Working here: M. Arundel/ }).click()
  await signIn(page, 'S. Okafor', PIN.technician)
  await goTo(page, `/jobs/${id}/work`)
  await hand.tap('Pump')
  await hand.tap('Keep this plan')
  await begin(page)
  const key = await presentKey(page)
  await present(page).getByText('A note, or done otherwise').click()
  await hand.tap('Done otherwise')
  await page.getByLabel('Why', { exact: true }).fill('The cover was off already')
  await present(page)
    .getByRole('button', { name: /^Done(:|$)/ })
    .first()
    .click()
  const waiting = page.getByRole('region', { name: 'Done otherwise' })
  await expect(waiting).toContainText('The cover was off already')
  await waiting.getByLabel('PIN of M. Arundel').fill('000111')
  await waiting.getByRole('button', { name: 'Agree' }).click()
  await expect(waiting.getByRole('alert')).toContainText('Name and PIN do not go together.')
  await waiting.getByLabel('PIN of M. Arundel').fill(PIN.lead)
  await waiting.getByRole('button', { name: 'Agree' }).click()
  await expect(waiting).toBeHidden()
  await expect.poll(() => presentKey(page)).not.toBe(key)
  // It is the lead's word on record; the tablet is still the technician's.
  await expect(page.getByRole('button', { name: /^Working here: S. Okafor/ })).toBeVisible()
  const answer = await page.request.get(`${demoShop.address}/api/jobs/${id}`)
  const { work } = (await answer.json()) as {
    work: { person: string; content: { kind: string } }[]
  }
  const approved = work.find(({ content }) => content.kind === 'approved')
  const done = work.find(({ content }) => content.kind === 'done')
  expect(approved).toBeDefined()
  expect(approved?.person).not.toBe(done?.person)
})

test.describe('two tablets on the shop’s network', () => {
  let process: ServerProcess
  let shop: TestServer
  const open: BrowserContext[] = []

  test.beforeEach(async () => {
    process = await startProcess()
  })
  test.afterEach(async () => {
    for (const context of open.splice(0)) await context.close()
    await process.end()
  })

  const tablet = async (browser: Browser): Promise<{ page: Page; errors: string[] }> => {
    const context = await browser.newContext({
      ignoreHTTPSErrors: true,
      viewport: { width: 1280, height: 800 },
      locale: 'en-GB',
    })
    open.push(context)
    const page = await context.newPage()
    return { page, errors: watchErrors(page) }
  }

  test('see each other’s readings at once, over HTTPS, each as whoever is in', async ({
    browser,
    page: first,
  }) => {
    const alone = await process.open(DEMO_FOLDER)
    await first.goto(alone.address)
    const { id } = await openJobOf(alone, 'TQ 102')
    await goTo(first, '/shop/people')
    await giveDemoPins(first)
    await first.goto('about:blank')
    await process.close()
    shop = await process.open(alone.data, { share: true })
    expect(shop.address).toMatch(/^https:/)

    const [one, two] = [await tablet(browser), await tablet(browser)]
    for (const [{ page }, name, pin] of [
      [one, 'M. Arundel', PIN.lead],
      [two, 'S. Okafor', PIN.technician],
    ] as const) {
      await page.goto(`${shop.address}/jobs/${id}/intake`)
      await signIn(page, name, pin)
    }
    // What camera, offline page and sound ask for.
    expect(await two.page.evaluate(() => window.isSecureContext)).toBe(true)
    const cookies = await two.page.context().cookies()
    expect(cookies).toMatchObject([{ name: '__Host-anklet', httpOnly: true, secure: true }])

    // What one measures stands on the other within a second, without a touch there.
    await goTo(two.page, `/jobs/${id}/heights`)
    await goTo(one.page, `/jobs/${id}/heights`)
    const hand = handOn(one.page)
    await beginLevelled(hand)
    await hand.walk([431, 471, 486, 487, 487, 486, 471, 432])
    const seen = two.page.getByRole('link', { name: /^Heights , done front left/ })
    await expect(seen).toHaveCount(0)
    const saved = one.page.waitForResponse(
      (answer) => answer.url().endsWith('/api/commands') && answer.ok(),
    )
    await hand.tap('Save the round')
    await saved
    const began = Date.now()
    await expect(seen).toBeVisible()
    console.log(`A round stood on the other tablet after ${Date.now() - began} ms`)
    // The page of the shop shows how a third one comes in.
    await one.page.goto(`${shop.address}/shop`)
    const others = one.page.getByRole('region', { name: 'Other tablets' })
    await expect(others.getByRole('img', { name: /^QR code of https:/ })).toBeVisible()
    const certificate = await one.page.request.get(`${shop.address}/api/share/authority.crt`)
    expect(await certificate.text()).toContain('BEGIN CERTIFICATE')
    expect([...one.errors, ...two.errors]).toEqual([])
  })
})
