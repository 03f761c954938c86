import type { Job } from '@anklet/contract'
import type { Page } from '@playwright/test'
import { sendCommand } from './command.ts'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { openJobAt, openJobOf } from './jobs.ts'
import type { TestServer } from './server.ts'

const jobNow = async ({ address }: TestServer, id: string): Promise<Job> =>
  (await (await fetch(`${address}/api/jobs/${id}`)).json()) as Job
const listOf = async (
  { address }: TestServer,
  what: string,
): Promise<readonly { readonly id: string }[]> =>
  (await (await fetch(`${address}/api/${what}`)).json()) as { readonly id: string }[]
const band = (page: Page) => page.getByRole('note').filter({ hasText: 'Simulated car' })
const NONE = 'No module is attached to this car.'
const SIX = ['C3104', 'C3107', 'C3112', 'C3115', 'C3121', 'C3124']

test('six codes of a real car stay as they were read, whatever is docked elsewhere', async ({
  page,
  demoShop,
}) => {
  const hand = handOn(page)
  await openJobAt(page, demoShop, 'TQ 102', 'checks', 'S. Okafor')
  await expect(band(page)).toHaveCount(0)
  await hand.tap(/^Codes/)
  await page
    .getByLabel('A tool’s report, pasted')
    .fill(SIX.map((code) => `${code} something, active`).join('\n'))
  await hand.tap('Find the codes in it')
  await hand.tap('Keep these 6 codes')
  const known = page.getByRole('region', { name: 'Codes of this car' })
  const present = async (): Promise<void> => {
    for (const code of SIX)
      await expect(known.getByRole('listitem').filter({ hasText: code }).first()).toContainText(
        'there now',
      )
  }
  await present()
  await hand.tap('Link')
  await expect(page.getByText(NONE)).toBeVisible()

  // A simulated car of the same type tells that it has none.
  const practice = await openJobOf(demoShop, 'TQ 207')
  await goTo(page, `/jobs/${practice.id}/checks`)
  await expect(band(page)).toBeVisible()
  const link = page.getByRole('region', { name: 'Link to the car' })
  await link.getByRole('button', { name: 'Circuit and orders' }).click()
  await link.getByRole('tab', { name: 'At the car' }).click()
  await link.getByRole('button', { name: 'Ignition on' }).click()
  await expect
    .poll(async () => (await jobNow(demoShop, practice.id)).codeReadings.at(-1)?.deviceIds)
    .toEqual(['stand-in-orvane-taskel'])

  const { id } = await openJobOf(demoShop, 'TQ 102')
  await goTo(page, `/jobs/${id}/checks`)
  await expect(page.getByText(NONE)).toBeVisible()
  await hand.tap(/^Codes/)
  await present()
  const { codeReadings } = await jobNow(demoShop, id)
  expect(codeReadings.at(-1)!.codes.map(({ number }) => number)).toEqual(SIX)
})

test('an empty shop has no stand-in; a car to practise on brings one, and no other car ever hears it', async ({
  page,
  emptyShop,
}) => {
  await page.goto(`${emptyShop.address}/devices`)
  const hand = handOn(page)
  await handOn(page).join('A. Fitter')
  await expect(page.getByText('Nothing is attached.')).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Devices' }).getByRole('listitem')).toHaveCount(
    0,
  )
  await hand.tap('Practise on a simulated car')
  await hand.tap('One that is made up')
  await expect(band(page)).toBeVisible()
  await expect(page.getByText('SIM 1')).toBeVisible()
  await hand.tap('New job on this car')
  await hand.tap('Link')
  const link = page.getByRole('region', { name: 'Link to the car' })
  await expect(link).toContainText('Asleep.')
  await expect(band(page)).toBeVisible()

  // A real car of the same type beside it.
  const [type] = await listOf(emptyShop, 'vehicle-types')
  const [person] = await listOf(emptyShop, 'people')
  const [vehicleId, jobId] = [crypto.randomUUID(), crypto.randomUUID()]
  const send = async (kind: string, payload: object): Promise<void> => {
    const sent = await sendCommand(emptyShop.address, { type: kind, person: person!.id, payload })
    expect(sent.status).toBe(200)
  }
  await send('vehicle.save', { vehicleId, typeId: type!.id, plate: 'AB 12', note: '' })
  const complaint = { where: [], when: [], signs: [], words: '' }
  await send('job.open', { jobId, vehicleId, complaint })
  await goTo(page, `/jobs/${jobId}/heights`)
  await expect(page.getByText(NONE)).toBeVisible()
  await expect(band(page)).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Take what the module reports/ })).toHaveCount(0)
  await page.goto(emptyShop.address)
  const jobs = page.getByRole('listitem')
  await expect(jobs.filter({ hasText: 'SIM 1' })).toContainText('Simulated')
  await expect(jobs.filter({ hasText: 'AB 12' })).not.toContainText('Simulated')
})
