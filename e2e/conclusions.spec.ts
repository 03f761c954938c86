import type { Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { goTo } from './goTo.ts'
import { finding, followAdvice, openJobAt, openJobOf, startAnotherNight } from './jobs.ts'

const suspects = (page: Page) => page.getByRole('region', { name: 'What it could be' })

test('both springs of an axle leak: both are soaped, both concluded, both planned', async ({
  page,
  demoShop,
}) => {
  await openJobAt(page, demoShop, 'TQ 311', 'checks', 'S. Okafor')
  // Nothing can be kept while nobody could tell what it is.
  await expect(finding(page)).toContainText('Cannot tell yet.')
  await expect(finding(page).getByRole('button')).toHaveCount(0)
  const asked = await followAdvice(page, [
    [/fall with the supply off/, 'Rear left', 'Rear right'],
    [/low after standing/, 'Rear left', 'Rear right'],
    [/Bubbles on the rear left spring/, 'Bubbles'],
    [/Bubbles on the rear right spring/, 'Bubbles'],
    [/folds of the rear/, 'Cracked or sawn'],
    [/rear (left|right) hold workshop air/, 'Falls'],
  ])
  for (const side of ['left', 'right'])
    expect(asked.some((asks) => asks.includes(`Bubbles on the rear ${side} spring`))).toBe(true)
  await expect(finding(page).getByRole('heading')).toHaveText(
    'The rear left air spring leaks, and the rear right air spring leaks.',
  )
  await finding(page).getByRole('button', { name: 'Keep as the finding' }).click()
  await expect(finding(page)).toContainText('Found: The rear left air spring leaks, and')

  const { id } = await openJobOf(demoShop, 'TQ 311')
  await goTo(page, `/jobs/${id}/decision`)
  const failed = page.getByRole('group', { name: 'What failed' })
  for (const side of ['left', 'right'])
    await expect(failed.getByRole('button', { name: `Rear ${side} spring` })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
  const options = page.getByRole('region', { name: 'Options' })
  await expect(options.getByRole('heading', { name: 'The failed side alone' })).toHaveCount(0)
  await options
    .getByRole('listitem')
    .filter({
      has: page.getByRole('heading', { name: 'Both sides of the rear axle', exact: true }),
    })
    .getByRole('button', { name: 'Choose this' })
    .click()
  await page.getByLabel('Why this one').fill('Both were seen to leak.')
  await page.getByRole('button', { name: 'Decide so' }).click()
  await goTo(page, `/jobs/${id}/work`)
  await page.getByRole('button', { name: 'Keep this plan' }).click()
  await expect
    .poll(async () => {
      const job = (await (await fetch(`${demoShop.address}/api/jobs/${id}`)).json()) as {
        readonly plans: readonly { readonly jobs: readonly { readonly corners?: string[] }[] }[]
      }
      return job.plans.at(-1)?.jobs[0]?.corners
    })
    .toEqual(['RL', 'RR'])
})

test('a report that names one corner speaks for all that is in its circuit', async ({
  page,
  demoShop,
}) => {
  await openJobAt(page, demoShop, 'MW 9 T', 'checks', 'S. Okafor')
  await page.getByRole('button', { name: /^Codes/ }).click()
  await page
    .getByLabel('A tool’s report, pasted')
    .fill('C3147  present  Left front suspension circuit, leak')
  await page.getByRole('button', { name: 'Find the codes in it' }).click()
  await page.getByRole('button', { name: 'Keep this code' }).click()
  // The words of the tool propose a meaning, which is kept only by a tap.
  const text = page.getByRole('form', { name: 'Text of C3147' })
  await expect(text.getByRole('button', { name: 'A leak at a corner' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await expect(text.getByRole('button', { name: 'Front left' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await expect(text).toContainText('Proposed from the words.')
  await text.getByRole('button', { name: 'Keep the text' }).click()
  await expect(page.getByRole('region', { name: 'Codes of this car' })).toContainText(
    'Left front suspension circuit, leak',
  )
  await page.getByRole('button', { name: /^Suspects|^What it could be/ }).click()
  const way = page.getByRole('region', { name: 'The way so far' })
  await expect(way).toContainText('Codes read: A leak at a corner')
  await expect(way).toContainText('Corner named by a code: Front left: named')
  await expect(suspects(page)).toContainText('front left')
})

test('the message that stays though heights are right is found, and no part is bought for it', async ({
  page,
  demoShop,
}) => {
  await openJobAt(page, demoShop, 'MW 9 T', 'checks', 'S. Okafor')
  await followAdvice(page, [
    [/Which corners go down/],
    [/Is a warning shown/, 'A warning'],
    [/Did it begin after a repair/, 'Since a repair'],
    [/Are heights and levelling right/, 'All right, yet the message stays'],
    [/Which code is stored/, 'From before the repair, and does not come back'],
    [/What became of the message/, 'Stays whatever was tried'],
  ])
  await expect(finding(page).getByRole('heading')).toHaveText(
    'The message is stored, and only the right tool clears it.',
  )
})

test('a night after another is weighed together with it, and sharpens the answer', async ({
  page,
  demoShop,
}) => {
  const began = Date.now()
  await page.clock.install({ time: began })
  await openJobAt(page, demoShop, 'VS 77 K', 'watch', 'M. Arundel')
  const hand = handOn(page)
  const headline = page.locator('p.say')
  await expect(headline).toContainText('%')
  await hand.tap('Write it on the job')
  const level = [449, 449, 467, 467, 467, 467, 449, 449]
  await startAnotherNight(hand, ['Fuse', /^Proved off/], level)
  await expect(page.getByText(/Leave it alone: .* to go/)).toBeVisible()
  await page.clock.setFixedTime(began + 13 * 3_600_000)
  await page.reload()
  await hand.tap(/^Walk the morning round( early)?$/)
  await hand.tap(/^Yes/)
  await hand.settle({ temperature: '9', settled: /Left as it stands/ })
  await hand.tap('Walk the morning round')
  await hand.walk([444, 449, 463, 454, 454, 463, 449, 444])
  await hand.tap('Save the morning round')
  const both = page.getByText(/^2 nights weighed together\. This one alone says: /)
  await expect(both).toBeVisible()
  const percent = (text: string): number => Number(/(\d+)\s%/.exec(text)![1])
  const alone = percent(await both.innerText())
  const [first] = await page
    .getByRole('region', { name: 'What it could be' })
    .getByRole('listitem')
    .allInnerTexts()
  expect(percent(first!)).toBeGreaterThanOrEqual(alone)
})
