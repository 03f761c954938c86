import type { Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import type { TestServer } from './server.ts'

async function open(page: Page, shop: TestServer, plate: string): Promise<void> {
  const jobs = (await (await fetch(`${shop.address}/api/jobs`)).json()) as { id: string; plate: string; closedAt: string | null }[]
  await page.goto(`${shop.address}/jobs/${jobs.find((job) => job.plate === plate && !job.closedAt)!.id}/checks`)
  await handOn(page).signIn('S. Okafor')
}

/** Opens a job on a car of the demo with what its owner says, and goes to its checks. */
async function openNew(page: Page, shop: TestServer, plate: string, complaint: { readonly where: readonly string[]; readonly when: readonly string[]; readonly signs: readonly string[]; readonly words: string }, found: Readonly<Record<string, string>>): Promise<void> {
  const [vehicles, people] = (await Promise.all(['vehicles', 'people'].map(async (what) => (await fetch(`${shop.address}/api/${what}`)).json()))) as [{ id: string; plate: string }[], { id: string }[]]
  const send = async (type: string, payload: object): Promise<void> => {
    const sent = await fetch(`${shop.address}/api/commands`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ id: crypto.randomUUID(), type, person: people[0]!.id, device: 'e2e', at: new Date().toISOString(), baseVersion: null, payload }) })
    expect(sent.status).toBe(200)
  }
  const jobId = crypto.randomUUID()
  await send('job.open', { jobId, vehicleId: vehicles.find((vehicle) => vehicle.plate === plate)!.id, complaint })
  for (const [check, outcome] of Object.entries(found)) await send('evidence.say', { evidenceId: crypto.randomUUID(), jobId, check, say: 'found', outcome, reason: '' })
  await page.goto(`${shop.address}/jobs/${jobId}/checks`)
  await handOn(page).signIn('S. Okafor')
}

const MOST = 14
/** Does whatever is advised, and nothing else. @param truth what a check shows on this car, by what it asks; everything else is as on a sound car */
async function follow(page: Page, truth: readonly (readonly [asks: RegExp, ...taps: string[]])[]): Promise<readonly string[]> {
  const next = page.getByRole('region', { name: 'Next check' })
  const finding = page.getByRole('region', { name: 'Finding' })
  const asked: string[] = []
  for (let done = 0; done < MOST; done += 1) {
    await expect(next.or(finding.getByText('No check is worth its minutes any more')).first()).toBeVisible()
    if (await finding.getByText('No check is worth its minutes any more').isVisible()) return asked
    const asks = await next.getByRole('heading').first().innerText()
    asked.push(asks)
    const answer = next.getByRole('group', { name: /howed$/ }).first()
    const [, ...taps] = truth.find(([what]) => what.test(asks)) ?? [/./]
    for (const tap of taps) await answer.getByRole('button', { name: tap, exact: true }).click()
    const whole = answer.locator('button.btn-go')
    if (await whole.count() > 0) await whole.click()
    else if (taps.length === 0) await answer.getByRole('button').first().click()
    await expect(next.getByRole('heading', { name: asks })).toBeHidden()
  }
  throw new Error(`Still checking after: ${asked.join('; ')}`)
}

test.describe('suspects', () => {
  test('a leaking spring, after a night that named its corner, is found by following the advice, and kept', async ({ page, demoShop }) => {
    await open(page, demoShop, 'TQ 101')
    await expect(page.getByRole('region', { name: 'What it could be' }).getByRole('button').first()).toContainText('rear right')
    await expect(page.getByRole('region', { name: 'The way so far' })).toContainText('the watch: Night with supply off')
    await follow(page, [[/workshop air/, 'Falls'], [/Bubbles on the rear right spring/, 'Bubbles'], [/folds of the rear right/, 'Cracked or sawn']])
    const finding = page.getByRole('region', { name: 'Finding' })
    await expect(finding.getByRole('heading')).toHaveText('The rear right air spring leaks.')
    await finding.getByRole('button', { name: 'Keep as the finding' }).click()
    await expect(finding).toContainText('Found: The rear right air spring leaks.')
    await page.reload()
    await expect(finding).toContainText('Found: The rear right air spring leaks.')
  })

  test('a worn pump is found where a slow rise is all that is known', async ({ page, demoShop }) => {
    await open(page, demoShop, 'MW 9 T')
    await follow(page, [[/does it come up/, 'Slowly'], [/bring its flow into a shut volume/, 'Weak']])
    await expect(page.getByRole('region', { name: 'Finding' }).getByRole('heading')).toHaveText('The pump is worn.')
  })

  test('a bent sensor link that keeps a car low on healthy air is found', async ({ page, demoShop }) => {
    await openNew(page, demoShop, 'TQ 207', { where: ['RL'], when: [], signs: [], words: 'Low behind on the left, always.' }, { standsLow: 'RL' })
    await follow(page, [[/height and the tape differ/, 'Rear left'], [/low after standing/, 'Rear left'], [/link of the rear left sensor/, 'Bent, loose or off']])
    await expect(page.getByRole('region', { name: 'Finding' }).getByRole('heading')).toHaveText('The link of the rear left height sensor is bent, loose or off.')
  })

  test('a car that sometimes sinks, and holds all night with its supply off, is found to be commanded down', async ({ page, demoShop }) => {
    await openNew(page, demoShop, 'TQ 207', { where: ['RL'], when: ['sometimes'], signs: [], words: 'Some mornings it is down, most not.' }, { watch: 'holds' })
    await follow(page, [[/Which code is stored/, 'A height sensor'], [/Which height sensor has the code/, 'Rear left'], [/terminals of the rear left/, 'Green, wet or loose'], [/Does it fall with the supply on/, 'Holds off, falls on']])
    await expect(page.getByRole('region', { name: 'Finding' }).getByRole('heading')).toHaveText('The plug of the rear left height sensor makes poor contact.')
  })

  test('evidence can be doubted with a reason, counted again, taken back, and survives a reload', async ({ page, demoShop }) => {
    await open(page, demoShop, 'TQ 101')
    const first = page.getByRole('region', { name: 'What it could be' }).getByRole('button').first()
    const way = page.getByRole('region', { name: 'The way so far' })
    await expect(first).toContainText('rear right')
    const watch = way.getByRole('listitem').filter({ hasText: 'Night with supply off' })
    const before = await first.innerText()
    await watch.getByRole('button', { name: 'Don’t count this' }).click()
    await watch.getByRole('button', { name: 'Measured wrong' }).click()
    await expect(watch).toContainText('Not counted: measured wrong.')
    await expect(first).not.toHaveText(before)
    await page.reload()
    await expect(watch).toContainText('Not counted: measured wrong.')
    await watch.getByRole('button', { name: 'Count it again' }).click()
    await expect(watch).not.toContainText('Not counted')
    await expect.poll(() => first.innerText()).toBe(before)
  })

  test('by keyboard on a phone: why, the next check, its answer', async ({ page, demoShop }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await open(page, demoShop, 'TQ 101')
    const list = page.getByRole('region', { name: 'What it could be' })
    await list.getByRole('button').first().focus()
    await page.keyboard.press('Enter')
    await expect(list).toContainText('Speaks for it')
    const next = page.getByRole('region', { name: 'Next check' })
    await next.getByRole('button', { name: 'Cannot be done here' }).focus()
    const asks = await next.getByRole('heading').first().innerText()
    await page.keyboard.press('Enter')
    await expect(next.getByRole('heading', { name: asks })).toBeHidden()
    await expect(next.getByRole('group', { name: /howed$/ }).first()).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  })
})
