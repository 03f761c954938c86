import { chromium } from '@playwright/test'
import { LAUNCH } from './browser.ts'
import { handOn } from './hand.ts'
const [, , name, path, ...opts] = process.argv
const phone = opts.includes('phone'), dark = opts.includes('dark')
const browser = await chromium.launch(LAUNCH)
const context = await browser.newContext({ viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 }, colorScheme: dark ? 'dark' : 'light', hasTouch: phone, isMobile: phone, timezoneId: 'Europe/London', locale: 'en-GB', reducedMotion: 'reduce' })
const page = await context.newPage()
page.on('console', (m) => { if (m.type() === 'error') console.log('console:', m.text()) })
page.on('pageerror', (e) => console.log('pageerror:', e.message))
let address = 'http://127.0.0.1:4790' + path!
const jobs = await (await fetch('http://127.0.0.1:4790/api/jobs/list?size=100')).json() as { rows: { id: string; plate: string; vehicleId: string; closedAt: string | null }[] }
address = address.replace(/\{(job|car):([^}]+)\}/, (_, kind: string, plate: string) => { const row = jobs.rows.filter((r) => r.plate === plate).sort((a, b) => (a.closedAt === null ? -1 : 1) - (b.closedAt === null ? -1 : 1))[0]!; return kind === 'job' ? row.id : row.vehicleId })
await page.goto(address)
await handOn(page).signIn('M. Arundel')
for (const step of opts.filter((o) => o.includes(':'))) {
  const [what, ...rest] = step.split(':'); const arg = rest.join(':')
  if (what === 'tap') await page.getByRole('button', { name: arg }).first().click()
  if (what === 'link') await page.getByRole('link', { name: arg }).first().click()
  if (what === 'fill') { const [label, value] = arg.split('='); await page.getByLabel(label!).first().fill(value!) }
  if (what === 'file') await page.locator('input[type=file]').first().setInputFiles(arg)
  if (what === 'wait') await page.waitForTimeout(Number(arg))
  if (what === 'scroll') await page.mouse.wheel(0, Number(arg))
  if (what === 'open') await page.getByText(arg).first().click()
}
await page.waitForTimeout(900)
await page.screenshot({ path: `/tmp/look/${name}.png`, fullPage: opts.includes('full') })
console.log(await page.evaluate(() => ({ w: document.documentElement.scrollWidth, h: document.documentElement.scrollHeight })))
await browser.close()
