import type { BackupsRecord } from '@anklet/contract'
import { existsSync } from 'node:fs'
import { sendCommand } from './command.ts'
import { expect, test } from './fixtures.ts'
import type { Hand } from './hand.ts'
import { handOn } from './hand.ts'
import type { Page } from '@playwright/test'

/** Everything on record but the moment it was read. */
const records = async (address: string): Promise<unknown> => {
  const bundle = (await (await fetch(`${address}/api/bundle`)).json()) as object
  return { ...bundle, exportedAt: null }
}

async function openShop(page: Page, address: string): Promise<Hand> {
  await page.goto(`${address}/shop`)
  const hand = handOn(page)
  await hand.signIn('M. Arundel')
  return hand
}

async function backUp(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByText(/^The last one: .* verified/)).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('button', { name: 'Back up now' })).toBeEnabled({ timeout: 60_000 })
}

const addPerson = async (address: string, name: string): Promise<void> => {
  const people = (await (await fetch(`${address}/api/people`)).json()) as { id: string }[]
  const answer = await sendCommand(address, {
    type: 'person.add',
    person: people[0]!.id,
    payload: { personId: crypto.randomUUID(), name },
  })
  expect(answer.status).toBe(200)
}

test('backed up, worked on, backed up, put back: the shop is as it was', async ({
  page,
  demoShop,
}) => {
  // Two whole shops are put back one after the other.
  test.setTimeout(240_000)
  await openShop(page, demoShop.address)
  await expect(page.getByText('There is no backup of this shop yet.')).toBeVisible()
  const first = await records(demoShop.address)
  await backUp(page)
  await addPerson(demoShop.address, 'Z. Later')
  const second = await records(demoShop.address)
  expect(second).not.toEqual(first)
  await backUp(page)
  const kept = page.getByRole('list', { name: 'Backups that are kept' }).getByRole('listitem')
  await expect(kept).toHaveCount(2)
  // The older one stands below.
  await kept
    .nth(1)
    .getByRole('button', { name: /^Put back/ })
    .click()
  const replaced = page.getByRole('group', { name: 'What it replaces' })
  await expect(replaced).toContainText('The present records are kept beside it')
  await replaced.getByRole('button', { name: 'Leave everything as it is' }).click()
  // What a colleague writes meanwhile counts as soon as it is asked for again.
  const entries = async (): Promise<number> =>
    ((await (await fetch(`${demoShop.address}/api/backups`)).json()) as BackupsRecord).now.commands
  const seen = await entries()
  await addPerson(demoShop.address, 'Y. Meanwhile')
  await kept
    .nth(1)
    .getByRole('button', { name: /^Put back/ })
    .click()
  await expect(replaced.getByRole('row', { name: /entries in all/ })).toContainText(
    String(seen + 1),
  )
  await page.getByRole('button', { name: 'Put it in their place' }).click()
  await expect(page.getByText(/^Put back .*out of anklet-/)).toBeVisible({ timeout: 60_000 })
  expect(await records(demoShop.address)).toEqual(first)
  await expect(page.getByText('Z. Later')).toBeHidden()
  await kept
    .nth(0)
    .getByRole('button', { name: /^Put back/ })
    .click()
  await page.getByRole('button', { name: 'Put it in their place' }).click()
  await expect(page.getByText('Z. Later')).toBeVisible({ timeout: 60_000 })
  expect(await records(demoShop.address)).toEqual(second)
})

test('a shop is moved to another machine by a copy of its backup', async ({
  page,
  demoShop,
  emptyShop,
}) => {
  await openShop(page, demoShop.address)
  await backUp(page)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Save a copy/ }).click(),
  ])
  const file = await download.path()
  await page.goto(`${emptyShop.address}/shop`)
  await handOn(page).join('N. Ewcomer')
  const bring = page.getByLabel('Bring one from another machine')
  await bring.setInputFiles({ name: 'x.anklet', mimeType: '', buffer: Buffer.from('a letter') })
  await expect(page.getByRole('alert')).toContainText('The file')
  await bring.setInputFiles(file)
  await page.getByRole('button', { name: /^Put back/ }).click()
  await expect(page.getByRole('group', { name: 'What it replaces' })).toContainText(
    'It is of another shop',
  )
  await page.getByRole('button', { name: 'Put it in their place' }).click()
  await expect(page.getByText(/^Put back .*out of anklet-/)).toBeVisible({ timeout: 60_000 })
  expect(await records(emptyShop.address)).toEqual(await records(demoShop.address))
})

test('a folder nobody can write in is refused when it is used, and nothing is lost', async ({
  page,
  demoShop,
}) => {
  const hand = await openShop(page, demoShop.address)
  await page.getByText(/^Every day from \d\d:00/).click()
  await page.getByLabel(/^Folder on the shop/).fill('relative/place')
  await hand.tap('Keep this')
  await hand.tap('Back up now')
  await expect(page.getByRole('alert')).toContainText('Nothing can be written in the folder')
  expect(existsSync('relative')).toBe(false)
})
