import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'

/** PINs that are hard to guess. */
export const PIN = { lead: '740283', technician: '918273' }

/** Types a PIN twice and keeps it. */
export async function setPin(page: Page, name: string, pin: string, key: string): Promise<void> {
  await page.getByLabel(`New PIN or password for ${name}`).fill(pin)
  await page.getByLabel('The same again').fill(pin)
  await page.getByRole('button', { name: key, exact: true }).click()
}

/** Gives the demo's lead and one technician their PINs, on the page of those who sign in. */
export async function giveDemoPins(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'M. Arundel', exact: true }).click()
  await setPin(page, 'M. Arundel', PIN.lead, 'Set it and sign in')
  const row = page.getByRole('listitem').filter({ hasText: 'S. Okafor' })
  await row.getByRole('button', { name: 'Give a PIN' }).click()
  await setPin(page, 'S. Okafor', PIN.technician, 'Set it')
  await expect(row).toContainText('PIN set today')
}
