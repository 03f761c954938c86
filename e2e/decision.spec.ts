import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import { handOn, tabTo } from './hand.ts'
import { finding, followAdvice, openJobAt } from './jobs.ts'
import type { TestServer } from './server.ts'

const open = (page: Page, shop: TestServer, plate: string): Promise<string> =>
  openJobAt(page, shop, plate, 'decision', 'M. Arundel')

const card = (page: Page, title: string): Locator =>
  page
    .getByRole('region', { name: 'Options' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: title, exact: true }) })
const decided = (page: Page): Locator => page.getByRole('region', { name: 'The decision' })

test.describe('deciding', () => {
  test('the estate: from the finding that its checks led to, both sides chosen with a reason, estimate as PDF, the owner agrees', async ({
    page,
    demoShop,
  }) => {
    await openJobAt(page, demoShop, 'TQ 311', 'checks', 'M. Arundel')
    const hand = handOn(page)
    await followAdvice(page, [
      [/fall with the supply off/, 'Rear left'],
      [/low after standing/, 'Rear left', 'Rear right'],
      [/Bubbles on the rear left spring/, 'Bubbles'],
      [/folds of the rear left/, 'Cracked or sawn'],
      [/workshop air/, 'Falls'],
    ])
    await finding(page).getByRole('button', { name: 'Keep as the finding' }).click()
    await expect(finding(page)).toContainText('Found: The rear left air spring leaks.')
    await page
      .getByRole('navigation', { name: 'Phases of this job' })
      .getByRole('link', { name: /Decision/ })
      .click()
    await expect(
      page.getByRole('button', { name: 'Rear left spring', pressed: true }),
    ).toBeVisible()
    await expect(card(page, 'Both sides of the rear axle')).toContainText(/€1,457/)
    await expect(card(page, 'Both sides of the rear axle')).toContainText(
      /Over the years €\d,\d{3}, in 8 futures of 10 between €[\d,]+ and €[\d,]+ \(the average is reckoned to ± €\d+\); another visit/,
    )
    await expect(card(page, 'Complete struts, both sides of the rear axle')).toContainText(
      '9 days off the road, 8 of them waiting for parts',
    )
    await expect(
      page.getByRole('img', { name: /^Present cost over 6 years\. The failed side alone: €/ }),
    ).toBeVisible()
    await page.getByText('Side by side in a table').click()
    await expect(page.getByRole('row', { name: /^The whole vehicle to coils/ })).toContainText(
      /under 1\s%/,
    )
    await expect(
      page.getByText(
        /(At any age of the other spring|With the other spring younger than about \d+ years)/,
      ),
    ).toBeVisible()
    await card(page, 'Both sides of the rear axle').getByRole('button').click()
    const choice = page.getByRole('region', { name: 'The choice' })
    await expect(choice.getByRole('button', { name: 'Decide so' })).toBeDisabled()
    await page.getByLabel('Why this one').fill('The right one is as old, and it stands outside.')
    await page.getByLabel('The offer holds until').fill('2099-12-20')
    await hand.tap('Decide so')
    await expect(decided(page)).toContainText('2 × air spring, rear')
    // 2 × 548 and 4.2 h at 86, and 19 % on it, by hand.
    await expect(decided(page).getByRole('row', { name: /^in all/ })).toContainText('€1,734')
    const saved = page.waitForEvent('download')
    await hand.tap('Estimate as PDF')
    const file = await saved
    expect(file.suggestedFilename()).toBe('TQ-311-estimate.pdf')
    const bytes = readFileSync(await file.path())
    expect(bytes.subarray(0, 5).toString('latin1')).toBe('%PDF-')
    expect([bytes.length > 5000, bytes.length < 300_000]).toEqual([true, true])
    await page.getByLabel('The owner agrees: name').fill('B. Łukasz')
    await decided(page).getByRole('button', { name: 'by phone' }).click()
    await expect(decided(page)).toContainText('B. Łukasz agreed by phone')
    await page.reload()
    await expect(decided(page)).toContainText('The right one is as old')
    await expect(page.getByRole('navigation', { name: 'Phases of this job' })).toContainText(
      'agreed',
    )
  })

  test('the camper: its rear axle to coils, chosen from the list with how it stands empty, laden and towing', async ({
    page,
    demoShop,
  }) => {
    await open(page, demoShop, 'VS 77 K')
    const hand = handOn(page)
    await hand.tap('Rear right spring')
    await page.getByText('Which coils, if the rear axle goes to coils').click()
    await expect(page.getByText(/weigh the axle laden/)).toBeVisible()
    await page.getByLabel('Spring’s length at design height').fill('300')
    // Nobody weighed it: how far it goes down asleep tells, and by how much that may be off.
    await page.getByText('No scales: estimate what it carries').click()
    await hand.tap('By how far it goes down')
    await page.getByLabel('Goes down when loaded, supply off').fill('40')
    await expect(
      page.getByText(/^About \d+ kg, nine times of ten between \d+ and \d+\.$/),
    ).toBeVisible()
    await hand.tap('Take it')
    await expect(page.getByText(/^The load is estimated: it may be \d+ kg\./)).toBeVisible()
    await page.getByLabel('Goes down when loaded, supply off').fill('200')
    await expect(page.getByText(/it stands on its stops/)).toBeVisible()
    // Weighed as a whole, what is added is the difference.
    await page.getByText(/^Known by the whole rear axle/).click()
    await page.getByLabel('The axle, empty').fill('1700')
    await page.getByLabel('The axle, laden').fill('2000')
    await expect(page.getByLabel('Carried over the rear axle when laden')).toHaveValue('300')
    await expect(page.getByText(/^The load is estimated/)).toBeHidden()
    await page.getByLabel('On the towing hitch').fill('75')
    const table = page.getByRole('region', { name: 'Coils of the list' })
    await expect(table.getByRole('row').nth(1)).toContainText('yes')
    await expect(table.getByRole('row', { name: /^R 90 stiff/ })).toContainText(
      'no: goes solid before the bump stop',
    )
    await table.getByRole('row', { name: /^R 62/ }).getByRole('button').click()
    const stance = page.getByRole('region', { name: 'How it stands on them' })
    await expect(stance).toContainText(
      /Headlamp beam: empty unchanged, laden \d+ cm higher at 10 m, towing \d+ cm higher/,
    )
    await expect(stance).toContainText(/The front rides at \d\.\d\d Hz and the rear at 1\.\d\d/)
    await expect(
      page.getByRole('img', {
        name: /^With 300 kg over the axle it stands lower by: air, levelled 0 mm/,
      }),
    ).toBeVisible()
    // Its front dampers are switched by the module: they can go with it, and then nothing asks for the module.
    await expect(card(page, 'The rear axle to coils, plain dampers at the front')).toContainText(
      /another visit under 1\s%/,
    )
    await card(page, 'The rear axle to coils').getByRole('button').click()
    await expect(page.getByRole('region', { name: 'The choice' })).toContainText(
      'The dampers at the front are controlled too',
    )
    await expect(page.getByRole('region', { name: 'The choice' })).toContainText(
      'Inspection and insurance: local rules decide',
    )
    await page.getByLabel('Why this one').fill('Always laden, and far from any workshop.')
    await hand.tap('Decide so')
    await expect(decided(page)).toContainText('2 × coil R 62')
    await expect(decided(page)).toContainText('Coils: RL R 62, RR R 62.')
    // None of the list would fit a load like that: what would is said.
    await page.getByLabel('Carried over the rear axle when laden').fill('900')
    await expect(
      page.getByText(/None of the list fits\. (Most of the list|No coil can do it)/),
    ).toBeVisible()
  })

  test('by keyboard on a phone: an option is chosen, its assumptions changed, and nothing runs over the edge', async ({
    page,
    demoShop,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await open(page, demoShop, 'TQ 390')
    await tabTo(page, /^Rear left spring/)
    await page.keyboard.press('Enter')
    await expect(card(page, 'The failed side alone')).toContainText(/Over the years/)
    await tabTo(page, /^Choose this/)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: 'The choice' })).toBeVisible()
    const before = await card(page, 'The failed side alone').innerText()
    await page.locator('summary').filter({ hasText: 'What this rests on' }).press('Enter')
    await page.getByLabel(/^Other spring’s age/).fill('1')
    await page.getByLabel(/^Other spring’s age/).press('Tab')
    await expect.poll(() => card(page, 'The failed side alone').innerText()).not.toBe(before)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  })
})

test('the shelf: a part with a slip is refused and keeps what was typed; coils go out as a table and in again; an unmarked one is told', async ({
  page,
  demoShop,
}) => {
  await page.goto(`${demoShop.address}/shelf/parts`)
  const hand = handOn(page)
  await hand.signIn('M. Arundel')
  const camper = page.getByRole('region', { name: 'Brandle Ostry' })
  await camper.getByRole('button', { name: 'Another part' }).click()
  await camper.getByLabel('Name').fill('Relay')
  await camper.getByLabel('It is a').selectOption('relay')
  await camper.getByLabel('Price').fill('x')
  await camper.getByRole('button', { name: 'Keep it so' }).click()
  await expect(camper.getByText('A price is a figure from 0 up.')).toBeVisible()
  await camper.getByLabel('Price').fill('29,50')
  await camper.getByLabel('Work', { exact: true }).fill('0.2')
  await camper.getByRole('button', { name: 'Keep it so' }).click()
  await expect(camper.getByRole('listitem').filter({ hasText: 'Relay' })).toContainText(
    '€30, 0.2 h',
  )
  await page.goto(`${demoShop.address}/shelf/coils`)
  const saved = page.waitForEvent('download')
  await hand.tap('Save as a table')
  const table = readFileSync(await (await saved).path(), 'utf8')
  await page.locator('input[type=file]').setInputFiles({
    name: 'coils.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`${table}New one,55,470,200,120,3\r\nWrong,55,200,210,1,1\r\n`),
  })
  await expect(page.getByText('10 coils taken over.')).toBeVisible()
  await expect(page.getByRole('alert')).toContainText('Wrong would be longer solid than free.')
  await page.getByText('A coil without a mark').click()
  for (const [label, value] of [
    ['Wire', '13.5'],
    ['Diameter, middle of the wire', '118'],
    ['Turns that move', '6.5'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(value)
  await expect(page.getByText('About 30.8 N/mm, for usual spring steel.')).toBeVisible()
})
