import { fileURLToPath } from 'node:url'
import { expect, test } from '@playwright/test'
import type { ViteDevServer } from 'vite'
import { createServer } from 'vite'
import { expectFitsPhone, expectReadable } from './readable.ts'

const root = fileURLToPath(new URL('../web', import.meta.url))
let server: ViteDevServer | undefined
let address = ''

// The page of the kit is not in what is built: it is served as it is while the interface is developed.
test.beforeAll(async () => {
  server = await createServer({
    root,
    configFile: `${root}/vite.config.ts`,
    cacheDir: fileURLToPath(new URL('../test-results/vite', import.meta.url)),
    logLevel: 'error',
    server: { host: '127.0.0.1', port: 0 },
  })
  await server.listen()
  address = `${server.resolvedUrls!.local[0]!}kit.html`
})
test.afterAll(() => server?.close())

test('every part of the kit can be read and reached, light, dark and on a phone', async ({
  page,
}) => {
  const broken: string[] = []
  page.on('pageerror', (error) => broken.push(error.message))
  await page.goto(address)
  await expect(page.getByRole('heading', { name: 'The kit' })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('region')).toHaveCount(16)
  await expectReadable(page, 'kit')
  await expectFitsPhone(page, 'kit')
  expect(broken).toEqual([])
})

test('a field says its name, its unit, how it is meant and why it is refused', async ({ page }) => {
  await page.goto(address)
  const fields = page.getByRole('region', { name: 'Fields' })
  await expect(fields.getByRole('textbox', { name: 'With a hint' })).toHaveAccessibleDescription(
    'How it is meant stands under it.',
  )
  const refused = fields.getByRole('textbox', { name: 'Refused' })
  await expect(refused).toHaveAttribute('aria-invalid', 'true')
  await expect(refused).toHaveAccessibleDescription(/cannot be/)
  await expect(fields.getByRole('textbox', { name: 'Plain' })).not.toHaveAttribute('aria-invalid')
  await expect(fields.getByRole('textbox', { name: 'Out of reach' })).toBeDisabled()
})

test('what is pressed answers: taps stay down, a sheet opens and goes, a chart shows its numbers', async ({
  page,
}) => {
  await page.goto(address)
  const tap = page.getByRole('button', { name: 'Stays down' })
  await expect(tap).toHaveAttribute('aria-pressed', 'true')
  await tap.click()
  await expect(tap).toHaveAttribute('aria-pressed', 'false')
  await page.getByRole('button', { name: 'Open the sheet' }).click()
  await expect(page.getByRole('dialog', { name: 'A sheet' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  const chart = page.getByRole('figure', { name: 'A night' })
  await expect(chart.getByRole('img', { name: /^Heights through the night/ })).toBeVisible()
  await chart.getByRole('button', { name: 'Numbers' }).click()
  await expect(chart.getByRole('cell', { name: '441' })).toBeVisible()
  const saved = page.waitForEvent('download')
  await chart.getByRole('button', { name: 'CSV' }).click()
  expect((await saved).suggestedFilename()).toBe('night.csv')
})

test('the seven sizes of type differ, and grow', async ({ page }) => {
  await page.goto(address)
  const sizes = await page
    .getByRole('region', { name: 'Sizes of type' })
    .locator('p')
    .evaluateAll((lines) => lines.map((line) => parseFloat(getComputedStyle(line).fontSize)))
  expect(sizes).toHaveLength(7)
  expect([...sizes].sort((a, b) => a - b)).toEqual(sizes)
  expect(new Set(sizes).size).toBe(7)
})
