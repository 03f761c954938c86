import type { Page } from '@playwright/test'
import { answer, begin, done, present, presentKey, workUntil } from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { openJobAt, openJobOf } from './jobs.ts'
import { at, toProving, workAhead } from './workAhead.ts'

const close = (page: Page) => page.getByRole('button', { name: /close the job/i })
const card = (page: Page, name: string) =>
  page
    .getByRole('region', { name: 'Options' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name, exact: true }) })
const due = (page: Page, plate: string) =>
  page
    .getByRole('main')
    .getByRole('link', { name: new RegExp(plate) })
    .first()

test('a found leak leads from the floor to what leaks there, its decision, plan, work and proof, and nothing offers to close it', async ({
  page,
  demoShop,
}) => {
  test.slow()
  await page.goto(demoShop.address)
  const hand = handOn(page)
  await hand.signIn('S. Okafor')
  const { id } = await openJobOf(demoShop, 'TQ 101')
  await expect(due(page, 'TQ 101')).toContainText('Find what leaks there')
  await due(page, 'TQ 101').click()
  await expect(page).toHaveURL(/\/checks$/)
  await expect(close(page)).toHaveCount(0)
  await goTo(page, `/jobs/${id}/decision`)
  await expect(close(page)).toHaveCount(0)
  await hand.tap('Rear right spring')
  await card(page, 'The failed side alone').getByRole('button').click()
  await page.getByLabel('Why this one').fill('The other side is younger.')
  await hand.tap('Decide so')

  await goTo(page, '/')
  await expect(due(page, 'TQ 101')).toContainText('Make the plan')
  await due(page, 'TQ 101').click()
  await expect(page).toHaveURL(/\/work$/)
  await expect(close(page)).toHaveCount(0)
  await hand.tap('Keep this plan')
  await begin(page)
  await workAhead(page, demoShop, id, toProving)
  for (const phase of ['heights', 'watch', 'checks', 'decision', 'work', 'proof']) {
    await goTo(page, `/jobs/${id}/${phase}`)
    await expect(close(page)).toHaveCount(0)
  }
  await goTo(page, '/')
  await due(page, 'TQ 101').click()
  await expect(page).toHaveURL(/\/work$/)
  await workUntil(page, null)
  await expect(page.getByText('Every step is done.')).toBeVisible()
  await goTo(page, '/')
  await expect(due(page, 'TQ 101')).toContainText('Prove it')
  await due(page, 'TQ 101').click()
  await expect(page).toHaveURL(/\/proof$/)
  await expect(close(page)).toHaveCount(0)

  // The round after the repair proves it, and the night of before raises no suspicion any more.
  await goTo(page, `/jobs/${id}/checks`)
  const before = page.getByRole('region', { name: 'Before the repair' })
  await expect(before).toContainText(/^Air spring rear right: new since today/)
  await before.getByText(/^The old case, ended by: air spring rear right/).click()
  await expect(before).toContainText('Night with supply off: Rear right: falls')
  await expect(page.getByText('Nothing that is known now speaks for a fault.')).toBeVisible()
  await expect(page.getByText('What it could be')).toHaveCount(0)
  await hand.tap('The complaint still stands: look for another fault')
  await expect(page.getByRole('region', { name: 'The way so far' })).toContainText(
    'Stands low after levelling: None',
  )
  await expect(page.getByRole('region', { name: 'The way so far' })).not.toContainText(
    'Night with supply off',
  )
})

test('a corner on its stop that the complaint does not name is asked for on arrival, and not let down', async ({
  page,
  demoShop,
}) => {
  const hand = handOn(page)
  const id = await openJobAt(page, demoShop, 'TQ 102', 'intake', 'S. Okafor')
  await hand.tap(/^On arrival/)
  await page
    .getByRole('group', { name: /bump stops/i })
    .first()
    .getByRole('button', { name: 'One corner' })
    .click()
  const flat = page.getByRole('group', { name: /^Which/ })
  await expect(flat.getByRole('button', { pressed: true })).toHaveCount(0)
  await flat.getByRole('button', { name: 'Rear right' }).click()
  await hand.tap('Keep what was seen')
  await goTo(page, `/jobs/${id}/work`)
  await hand.tap('Air spring')
  await page
    .getByRole('group', { name: 'Where: air spring' })
    .getByRole('button', { name: 'Rear left' })
    .click()
  await expect(
    page
      .getByRole('group', { name: 'Came in on empty springs at' })
      .getByRole('button', { name: 'Rear right', pressed: true }),
  ).toBeVisible()
  await hand.tap('Keep this plan')
  await hand.tap('Open every step')
  await expect(page.getByText(/Let the rear left down/).first()).toBeVisible()
  await expect(page.getByText(/Let the rear right down/)).toHaveCount(0)
  await expect(page.getByText(/Look at the folds of the rear right/).first()).toBeVisible()
})

test('alone, a strut is finished by what its steps say; a joint that bubbles stops the charge and comes next', async ({
  page,
  demoShop,
}) => {
  test.slow()
  await page.clock.install()
  const hand = handOn(page)
  const id = await openJobAt(page, demoShop, 'TQ 311', 'work', 'S. Okafor')
  await hand.tap('Complete strut')
  await page
    .getByRole('group', { name: 'Where: complete strut' })
    .getByRole('button', { name: 'Rear left' })
    .click()
  await hand.tap('Keep this plan')
  const key = page.getByRole('button', { name: 'Begin the work at the car' })
  await expect(key).toBeDisabled()
  await hand.tap('Nobody: I am alone')
  await key.click()
  await workAhead(page, demoShop, id, at('strutOil.RL'))
  await workUntil(page, 'strutLower.RL')
  // The oil has its minutes, and nothing else is left to do meanwhile.
  await expect(present(page).getByRole('status')).toContainText(
    /^Not yet: the wait after “Penetrating oil on the lower bolts of the rear left” is not over\. .* to go\.$/,
  )
  await expect(done(page)).toHaveCount(0)
  await workUntil(page, 'strutOut.RL')
  await expect(present(page)).toContainText('Alone: a jack or stand under the strut and a strap')
  await answer(page)
  await done(page).click()
  await expect.poll(() => presentKey(page)).not.toBe('strutOut.RL')
  await workAhead(page, demoShop, id, toProving)

  await workUntil(page, 'soap')
  await present(page)
    .getByRole('group', { name: 'Rear left' })
    .getByRole('button', { name: 'It bubbles' })
    .click()
  const bubbles = page.getByRole('region', { name: 'It bubbles' })
  await expect(bubbles).toContainText('It bubbles: rear left. That joint is made tight next.')
  await goTo(page, `/jobs/${id}/proof`)
  const row = page.locator('li[data-item="roadTest"]')
  await row.getByRole('button').first().click()
  await row.getByRole('button', { name: 'All well' }).click()
  await expect(row.getByRole('alert')).toContainText(
    'It bubbles: rear left. Make that joint tight first; what hangs on it waits.',
  )
  await goTo(page, '/')
  await expect(due(page, 'TQ 311')).toContainText('Make the joint tight that bubbles')
  await due(page, 'TQ 311').click()
  const charge = page.getByRole('article', { name: /^Charge the reservoir/ })
  for (let n = 0; n < 5 && (await charge.count()) === 0; n += 1)
    await page.getByRole('button', { name: /^Step after/ }).click()
  await expect(charge).toContainText(/Not yet: first “Soap on every joint/)
  await expect(done(page)).toHaveCount(0)

  // Its line is planned besides, worked to its end, and soaped once more.
  await bubbles.getByRole('button', { name: 'Plan the line of rear left' }).click()
  await hand.tap('Keep this plan')
  await expect(page.getByRole('button', { name: 'Kept' })).toBeVisible()
  await workAhead(page, demoShop, id, toProving)
  await expect(bubbles).toBeVisible()
  await workUntil(page, null)
  await expect(bubbles).toHaveCount(0)
  await expect(page.getByText('Every step is done.')).toBeVisible()
})
