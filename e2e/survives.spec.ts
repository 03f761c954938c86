import type { Page } from '@playwright/test'
import { sendCommand } from './command.ts'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { beginWalk, openJobAt, openJobOf } from './jobs.ts'
import type { TestServer } from './server.ts'

async function roundsOf(
  { address }: TestServer,
  id: string,
): Promise<{ purpose: string; jobId: string; readings: { heightMm: number }[] }[]> {
  const job = (await (await fetch(`${address}/api/jobs/${id}`)).json()) as {
    rounds: { purpose: string; jobId: string; readings: { heightMm: number }[] }[]
  }
  return job.rounds.filter((round) => round.jobId === id)
}

test.use({ serviceWorkers: 'allow' })

const PLATE = 'TQ 102'
const walkField = (page: Page) => page.getByRole('textbox', { name: /lap \d/ })

async function walkKept(page: Page, server: TestServer): Promise<string> {
  const id = await beginWalk(page, server, PLATE)
  // The page keeps itself once its files and the job's answer are on this device; a moment on a
  // quick line, and a server killed before it is another story.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await expect
    .poll(() =>
      page.evaluate(
        (path) => caches.match(path).then((found) => found !== undefined),
        `/api/jobs/${id}`,
      ),
    )
    .toBe(true)
  return id
}

test.describe('a round in progress', () => {
  test('survives a server killed in the middle, and is saved once and only once when it is back', async ({
    page,
    demoShop,
  }) => {
    const id = await walkKept(page, demoShop)
    const hand = handOn(page)
    await hand.walk([470, 471, 486])
    await demoShop.kill()
    await hand.walk([465, 466, 487, 471, 470])
    await hand.tap('Save the round')
    await expect(
      page.getByText('it is kept on this device until the server has it').first(),
    ).toBeVisible()
    // A reload with nobody there brings the page back, and the round still waits in it.
    await page.reload()
    await expect(
      page.getByText('it is kept on this device until the server has it').first(),
    ).toBeVisible()
    await expect(page.getByRole('img', { name: /rear left: now 465/ })).toBeVisible()
    await demoShop.start()
    await expect(page.getByText('Rear left is low by 24 mm.')).toBeVisible({ timeout: 30_000 })
    const rounds = await roundsOf(demoShop, id)
    expect(rounds).toHaveLength(1)
    expect(rounds[0]!.readings.map(({ heightMm }) => heightMm)).toEqual([
      470, 471, 486, 465, 466, 487, 471, 470,
    ])
  })

  test('survives a reload and a closed tab, half-typed number and all', async ({
    page,
    context,
    demoShop,
  }) => {
    const id = await walkKept(page, demoShop)
    const hand = handOn(page)
    await hand.walk([470, 471])
    await walkField(page).fill('48')
    await page.reload()
    await expect(walkField(page)).toHaveValue('48')
    await expect(page.getByText('Walk on to the rear right')).toBeVisible()
    await page.close()
    const other = await context.newPage()
    await other.goto(`${demoShop.address}/jobs/${id}/heights`)
    await expect(walkField(other)).toHaveValue('48')
    await expect(other.getByRole('img', { name: /front right: now 471/ })).toBeVisible()
    expect(await roundsOf(demoShop, id)).toHaveLength(0)
  })

  test('a double tap on save, in two tabs at once, keeps one round', async ({
    page,
    context,
    demoShop,
  }) => {
    const id = await walkKept(page, demoShop)
    await handOn(page).walk([470, 471, 486, 485, 485, 486, 471, 470])
    const other = await context.newPage()
    await other.goto(`${demoShop.address}/jobs/${id}/heights`)
    const save = (tab: Page) => tab.getByRole('button', { name: 'Save the round', exact: true })
    await expect(save(other)).toBeVisible()
    // Whichever tab is first takes the button off the other: either may come too late.
    await Promise.all(
      [page, other].map((tab) =>
        save(tab)
          .dblclick({ timeout: 3000 })
          .catch(() => undefined),
      ),
    )
    await expect(page.getByText(/within limits|is low|too near/)).toBeVisible()
    await expect(other.getByText(/within limits|is low|too near/)).toBeVisible()
    expect(await roundsOf(demoShop, id)).toHaveLength(1)
  })

  test('what the server refuses comes back with the reason and can be kept', async ({
    page,
    demoShop,
  }) => {
    const id = await walkKept(page, demoShop)
    await handOn(page).walk([470, 471, 486, 485, 485, 486, 471, 470])
    // Somebody closes the job at the desk meanwhile.
    const people = (await (await fetch(`${demoShop.address}/api/people`)).json()) as {
      id: string
    }[]
    const command = (type: string, baseVersion: number) =>
      sendCommand(demoShop.address, {
        type,
        person: people[0]!.id,
        device: 'desk',
        baseVersion,
        payload: { jobId: id },
      })
    expect((await command('job.close', 1)).status).toBe(200)
    // What was read stays in sight.
    await expect(page.getByText(/^This job is closed\. It can be read/)).toBeVisible()
    await handOn(page).tap('Save the round')
    await expect(page.getByRole('alert')).toContainText('This job is closed. Open it again first.')
    expect((await command('job.reopen', 2)).status).toBe(200)
    await handOn(page).tap('Save the round')
    await expect(page.getByText(/within limits|is low|too near/)).toBeVisible()
    expect(await roundsOf(demoShop, id)).toHaveLength(1)
  })
})

test('a round may be thrown away, but not by one slip', async ({ page, demoShop }) => {
  await walkKept(page, demoShop)
  const hand = handOn(page)
  await hand.walk([470, 471])
  await hand.tap('Back to the questions; readings stay')
  await hand.tap('Throw this round away')
  await expect(page.getByRole('button', { name: 'Yes, throw 2 readings away' })).toBeVisible()
  await hand.tap('Keep them')
  await hand.tap('Back to the walk')
  await expect(page.getByText('Walk on to the rear right')).toBeVisible()
})

test('ticks of an intake and figures of a charge stand after a reload and a wrong turn', async ({
  page,
  demoShop,
}) => {
  const id = await openJobAt(page, demoShop, 'TQ 102', 'intake', 'M. Arundel')
  const hand = handOn(page)
  const ticked = (name: string | RegExp) =>
    expect(page.getByRole('button', { name, pressed: true })).toBeVisible()
  await hand.tap(/^Pump loud/)
  await page.getByLabel('In their own words, if that says more').fill('Clicks at every start')
  await hand.tap(/^On arrival/)
  await hand.tap('Air can be heard')
  await page.reload()
  await expect(page.getByLabel('In their own words, if that says more')).toHaveValue(
    'Clicks at every start',
  )
  await ticked(/^Pump loud/)
  await hand.tap(/^On arrival/)
  await ticked('Air can be heard')

  const { id: other } = await openJobOf(demoShop, 'MW 9 T')
  await page.goto(`${demoShop.address}/jobs/${other}/checks`)
  await hand.tap(/^Charge/)
  await page.getByLabel(/^It holds now/).fill('9.4')
  await page.goto(`${demoShop.address}/jobs/${id}/intake`)
  await page.goBack()
  await hand.tap(/^Charge/)
  await expect(page.getByLabel(/^It holds now/)).toHaveValue('9.4')
})
