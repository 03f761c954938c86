import type { Page, Response } from '@playwright/test'
import type { Vehicle } from '@anklet/contract'
import { expect, test } from './fixtures.ts'
import { watchErrors } from './hand.ts'

const carNamed = async (address: string, plate: string): Promise<Vehicle> => {
  const cars = (await (await fetch(`${address}/api/vehicles`)).json()) as Vehicle[]
  return cars.find((car) => car.plate === plate)!
}

/** Opens a car's details to be changed. */
async function change(page: Page): Promise<void> {
  await page
    .getByRole('region', { name: 'The car' })
    .getByRole('button', { name: 'Change' })
    .click()
}

const isKept = (answer: Response): boolean => answer.url().endsWith('/api/commands') && answer.ok()

/** Keeps what is typed, and says who one is where that is asked. */
async function keepIt(page: Page, name: string | null): Promise<void> {
  const kept = page.waitForResponse(isKept)
  await page.getByRole('button', { name: 'Keep it' }).click()
  if (name !== null) await page.getByRole('dialog').getByRole('button', { name }).click()
  await kept
}

test('two who change one car at two tablets keep what each changed, and choose where both did', async ({
  page,
  browser,
  demoShop,
}) => {
  const { address } = demoShop
  const { id, plate } = await carNamed(address, 'TQ 102')
  const context = await browser.newContext({ viewport: { width: 390, height: 800 } })
  const other = await context.newPage()
  const errors = watchErrors(other)
  for (const each of [page, other]) {
    await each.goto(`${address}/vehicles/${id}`)
    await change(each)
  }
  const notes = page.getByLabel(/^Notes/)
  await notes.fill('Tows a boat.')

  // Another field: theirs comes in, without a touch here.
  await other.getByLabel('Plate').fill('TQ 900')
  await keepIt(other, 'S. Okafor')
  await expect(page.getByLabel('Plate')).toHaveValue('TQ 900')
  await expect(notes).toHaveValue('Tows a boat.')

  // The same field: nobody's words go over the other's unseen.
  await change(other)
  await other.getByLabel(/^Notes/).fill('Sold.')
  await keepIt(other, null)
  await expect(page.getByText('“Sold.” was written, and you typed “Tows a boat.”.')).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText(/^Somebody else changed the same/)).toBeVisible()
  expect((await carNamed(address, 'TQ 900')).note).toBe('Sold.')
  await page.getByRole('button', { name: 'Take theirs' }).click()
  await expect(notes).toHaveValue('Sold.')
  await notes.fill('Sold to C.')
  await keepIt(page, 'M. Arundel')

  const after = await carNamed(address, 'TQ 900')
  expect(after).toMatchObject({ id, note: 'Sold to C.' })
  expect(plate).not.toBe(after.plate)
  await other.goto('about:blank')
  await context.close()
  expect(errors).toEqual([])
})
