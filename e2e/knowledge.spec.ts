import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { openJobAt } from './jobs.ts'
import type { TestServer } from './server.ts'

const goToChecks = (page: Page, shop: TestServer, plate: string): Promise<string> =>
  openJobAt(page, shop, plate, 'checks')
const openJob = (page: Page, shop: TestServer, plate: string): Promise<string> =>
  openJobAt(page, shop, plate, 'checks', 'S. Okafor')

const text = (
  name: string,
  content: string,
  mimeType = 'text/plain',
): { name: string; mimeType: string; buffer: Buffer } => ({
  name,
  mimeType,
  buffer: Buffer.from(content),
})

test.describe('codes', () => {
  test('a pasted report is read, kept, and is evidence by itself; an unknown code asks for its text once', async ({
    page,
    demoShop,
  }) => {
    await openJob(page, demoShop, 'TQ 311')
    const hand = handOn(page)
    await hand.tap(/^Codes/)
    await page
      .getByLabel('A tool’s report, pasted')
      .fill(
        'Report\n c3104-77 height, active\n   Supply: 12.3 V\nC3104 77 again; stored\n' +
          'c31b2 something; not present\nC31Z9 ?',
      )
    await hand.tap('Find the codes in it')
    const readIn = page.getByRole('region', { name: 'Read codes in' })
    await expect(readIn).toContainText(
      'failure type 77: mechanical, position asked for not reached',
    )
    await expect(readIn).toContainText('Line 4: C3104-77 came before; it is kept once.')
    await expect(readIn).toContainText('Line 6: “C31Z9” is no code and was left out.')
    await hand.tap('Keep these 2 codes')
    const known = page.getByRole('region', { name: 'Codes of this car' })
    await expect(known.getByRole('listitem').filter({ hasText: 'C3104-77' })).toContainText(
      'Height asked for not reached in time',
    )
    await expect(known).toContainText('Kept with it: Supply 12.3 V')
    const unknown = known.getByRole('listitem').filter({ hasText: 'C31B2' })
    await expect(unknown).toContainText('The tool says: something')
    await unknown.getByLabel(/What your service information says/).fill('Rear sensor, no signal')
    await unknown.getByRole('button', { name: 'A height sensor' }).click()
    await unknown.getByRole('button', { name: 'Rear axle' }).click()
    await unknown.getByRole('button', { name: 'Keep the text' }).click()
    await expect(unknown).toContainText('Rear sensor, no signal, rear axle')
    await hand.tap('Suspects')
    const way = page.getByRole('region', { name: 'The way so far' })
    await expect(way).toContainText('codes: Codes read: A height goal missed')
    await expect(way).toContainText('Rear axle')
    // The same text answers for every car of the type.
    await page.goto(`${demoShop.address}/shelf/codes`)
    const codes = page.getByRole('region', { name: 'Ilveston Corrin' })
    await codes.getByRole('button', { name: /^Show \d+ more codes/ }).click()
    await expect(codes).toContainText('Rear sensor, no signal')
  })

  test('one is typed in any case; what is none is refused with its reason; by keyboard on a phone', async ({
    page,
    demoShop,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await openJob(page, demoShop, 'TQ 102')
    const hand = handOn(page)
    await hand.tap(/^Codes/)
    const field = page.getByLabel('Or type one')
    for (const [typed, said] of [
      ['X3104', /does not begin with P, C, B or U/],
      ['c310', /must have four figures/],
      ['c31g4', /neither 0 to 9 nor A to F/],
    ] as const) {
      await field.fill(typed)
      await field.press('Enter')
      await expect(page.getByRole('alert')).toContainText(said)
      await expect(field).toHaveValue(typed)
    }
    await field.fill(' c 3130 ')
    await field.press('Enter')
    await page
      .getByRole('group', { name: 'C3130 is' })
      .getByRole('button', { name: 'pending' })
      .press('Enter')
    await field.fill('C3130')
    await field.press('Enter')
    await expect(page.getByRole('alert')).toContainText('C3130 is there already.')
    await page.getByRole('button', { name: 'Keep this code' }).press('Enter')
    const known = page.getByRole('region', { name: 'Codes of this car' })
    await expect(known.getByRole('listitem').filter({ hasText: 'C3130' })).toContainText('pending')
    // Read before, and not any more.
    await expect(known.getByRole('listitem').filter({ hasText: 'C31A4' })).toContainText('gone')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  })

  test('a table out of a file is read; the vehicle’s page shows every code it ever had', async ({
    page,
    demoShop,
  }) => {
    await openJob(page, demoShop, 'TQ 102')
    await handOn(page).tap(/^Codes/)
    // The tab before this one takes files too, as long as it is still there.
    await page
      .getByRole('region', { name: 'Read codes in' })
      .locator('input[type=file]')
      .setInputFiles(
        text(
          'tool.csv',
          'DTC;Description;Status;km\nC3124;Left and right;active;127470\n',
          'text/csv',
        ),
      )
    await handOn(page).tap('Keep this code')
    await expect(page.getByRole('region', { name: 'Read on this job' })).toContainText(
      'C3124, out of a tool’s report (tool.csv)',
    )
    await page.getByRole('link', { name: 'TQ 102' }).click()
    const codes = page.getByRole('region', { name: 'Codes', exact: true })
    await expect(codes.getByRole('listitem').filter({ hasText: 'C3124' })).toContainText(
      'Kept with it: km 127470',
    )
    await expect(codes.getByRole('listitem').filter({ hasText: 'C3121' })).toContainText(
      /in 2 of 4 readings/,
    )
  })

  test('with the link docked the module’s codes come by themselves', async ({ page, demoShop }) => {
    await openJob(page, demoShop, 'MW 9 T')
    const hand = handOn(page)
    await hand.tap('Link')
    const link = page.getByRole('region', { name: 'Link to the car' })
    await link.getByRole('button', { name: 'Circuit and orders' }).click()
    await link.getByRole('tab', { name: 'At the car' }).click()
    await link.getByRole('button', { name: 'Ignition on' }).click()
    await expect(link).toContainText('Awake')
    await expect(page.getByRole('region', { name: 'The way so far' })).toContainText(
      'codes: Codes read: None',
      { timeout: 15_000 },
    )
    await hand.tap(/^Codes/)
    await expect(page.getByRole('region', { name: 'Read on this job' })).toContainText(
      'none, read by the link',
    )
  })
})

test.describe('the shop’s own knowledge', () => {
  // One with faults is refused with line and reason, and nothing is stored.
  test('a price is changed and put back as it ships; a book goes out and in', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${demoShop.address}/shelf/causes`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    const row = page
      .getByRole('listitem')
      .filter({ has: page.getByRole('button', { name: /^The relay of the pump is dead/ }) })
      .first()
    await page.getByLabel('Find').fill('relay')
    await row.getByRole('button').first().click()
    await row.getByLabel('Work', { exact: true }).fill('x')
    await row.getByRole('button', { name: 'Keep it so' }).click()
    await expect(row.getByRole('alert')).toContainText('The minutes of work must be a number')
    await row.getByLabel('Work', { exact: true }).fill('22')
    await row.getByRole('button', { name: 'Keep it so' }).click()
    await expect(row).toContainText('22 minutes of work, parts €34')
    await row.getByRole('button').first().click()
    await row.getByRole('button', { name: 'As it ships' }).click()
    await expect(row).toContainText('15 minutes of work, parts worth 25 minutes')
    // Nobody else’s changes went with it.
    await page.getByLabel('Find').fill('air spring leaks')
    await expect(page.getByRole('listitem').first()).toContainText('parts €548')

    await goTo(page, '/shelf/checks')
    const saved = page.waitForEvent('download')
    await hand.tap('Save as a file')
    const content = readFileSync(await (await saved).path(), 'utf8')
    expect(content).not.toContain('TQ ')
    const book = JSON.parse(content) as {
      learned: { closedJobs: number; counts: Record<string, number> }
      causes: { id: string; minutes: number }[]
      checks: { rows: { causes: string[] }[] }[]
    }
    expect(book.learned).toEqual({
      closedJobs: 5,
      counts: { springLeak: 2, linkBent: 1, pumpWorn: 1, lowered: 1 },
    })
    const give = (name: string, body: string): Promise<void> =>
      page.locator('input[type=file]').setInputFiles(text(name, body, 'application/json'))
    const before = (await (await fetch(`${demoShop.address}/api/knowledge`)).json()) as {
      version: number
    }
    await give('torn.json', content.replace('"formatVersion": 1,', '"formatVersion": 1'))
    await expect(page.getByRole('alert')).toContainText(/Line \d+: comma expected/)
    const strange = structuredClone(book)
    strange.checks[20]!.rows[0]!.causes.push('nobody')
    const strangeText = JSON.stringify(strange, null, 1)
    await give('strange.json', strangeText)
    await hand.tap('Take the book over')
    await expect(page.getByRole('alert').first()).toContainText('Nothing was stored.')
    await expect(page.getByRole('alert').first()).toContainText(
      /Line \d{3,}: checks\/\w+: It speaks of a cause "nobody" that is not there/,
    )
    expect(await (await fetch(`${demoShop.address}/api/knowledge`)).json()).toMatchObject({
      version: before.version,
    })
    book.causes[0]!.minutes = 77
    await give('better.json', JSON.stringify(book))
    await expect(page.getByText('“better.json”: one entry otherwise than here.')).toBeVisible()
    await hand.tap('And count its 5 closed jobs')
    await expect(page.getByText('“better.json” stands on the shelf now.')).toBeVisible()
    await goTo(page, '/shelf/causes')
    await expect(page.getByText('So are 5 of another shop.')).toBeVisible()
    await expect(page.getByRole('listitem').first()).toContainText('1½ hours of work')
  })

  test('closed jobs teach: ours, of how many; a cause of one’s own becomes a suspect', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${demoShop.address}/shelf/causes`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    await expect(
      page.getByRole('listitem').filter({ hasText: 'The air spring leaks' }),
    ).toContainText('ours: 2 of 5')
    await hand.tap('A new cause')
    const form = page.getByRole('region', { name: 'A new cause' })
    await form.getByRole('button', { name: 'Put it on the shelf' }).click()
    await expect(form.getByRole('alert')).toContainText('Say what is wrong')
    await form.getByLabel(/What is wrong/).fill('A stone sits in the {place} boot')
    await form.getByLabel('It sits at').selectOption('a corner')
    await form.getByLabel(/Why it comes/).fill('Gravel roads.')
    await form.getByLabel('Met at one place, in about 100 cars').fill('30')
    await form.getByRole('button', { name: 'Put it on the shelf' }).click()
    await expect(form).toBeHidden()
    await page.getByLabel('Find').fill('stone')
    await expect(
      page.getByRole('listitem').filter({ hasText: 'A stone sits in the boot' }),
    ).toContainText('changed')
    await goToChecks(page, demoShop, 'TQ 207')
    await expect(page.getByRole('region', { name: 'What it could be' })).toContainText(
      /A stone sits in the .* boot/,
    )
  })
})
