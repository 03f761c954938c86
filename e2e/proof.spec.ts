import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { confirm, presentKey, workUntil } from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { openJobAt, openJobOf } from './jobs.ts'
import { StandIn } from './standIn.ts'

const item = (page: Page, id: string) => page.locator(`li[data-item="${id}"]`)
const shown = (page: Page, id: string, state: 'shown' | 'missing' | 'against' = 'shown') => expect(item(page, id)).toHaveAttribute('data-state', state)
const rule = (page: Page) => page.getByRole('navigation', { name: 'Phases of this job' })
const phase = (page: Page, name: string) => { console.log(name, new Date().toISOString()); return rule(page).getByRole('link', { name: new RegExp(`^${name}`) }).click() }

/** What the simulated car stands at, as somebody with a good tape would read it. */
async function tape(address: string, page: Page, corner: string): Promise<string> {
  void page
  const stream = await fetch(`${address}/api/devices/stream?ids=stand-in-height-gauge`)
  const reader = stream.body!.getReader()
  const decoder = new TextDecoder()
  await fetch(`${address}/api/devices/stand-in-tolmark-uvren/stand-in`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ press: { gauge: 'heightGauge', corner } }) })
  for (let text = ''; ;) {
    const { value, done } = await reader.read()
    if (done) throw new Error('The stream ended.')
    text += decoder.decode(value)
    const press = /event: press\ndata: (.*)\n/.exec(text)
    if (press) { await reader.cancel(); return String((JSON.parse(press[1]!) as { readonly value: number }).value) }
  }
}

test.use({ actionTimeout: 15_000 })

test('one job from intake to handover, through every phase, with the stand-in vehicle', async ({ page, demoShop }) => {
  test.setTimeout(420_000)
  const hand = handOn(page)
  await openJobAt(page, demoShop, 'TQ 418', 'intake', 'M. Arundel')
  const { id } = await openJobOf(demoShop, 'TQ 418')
  await expect(page.getByRole('button', { name: 'Down overnight', pressed: true })).toBeVisible()
  await phase(page, 'Heights')
  await expect(page.getByText('Front left is low by 34 mm.')).toBeVisible()

  await phase(page, 'Watch')
  await hand.tap('Walk the morning round')
  await hand.tap(/^Yes/)
  await hand.settle({ temperature: '-3' })
  await hand.tap('Walk the morning round')
  await hand.walk(['474', '490.5', '510.5', '497.5', '498.5', '507', '491.5', '474'])
  await hand.tap('Save the morning round')
  await expect(page.getByText(/^Front left leaks: likely/)).toBeVisible()
  await hand.tap('Write it on the job')
  await hand.tap('The supply is back on')

  await phase(page, 'Checks')
  await expect(page.getByText('What it could be')).toBeVisible()
  await phase(page, 'Decision')
  await hand.tap('Front left spring')
  await page.getByRole('region', { name: 'Options' }).getByRole('listitem').filter({ has: page.getByRole('heading', { name: 'The failed side alone', exact: true }) }).getByRole('button').click()
  await page.getByLabel('Why this one').fill('The other side is younger.')
  await hand.tap('Decide so')

  // The strut, and the sensor that was pulled off with it.
  await phase(page, 'Work')
  for (const [words, name] of [['Complete strut', 'complete strut'], ['Height sensor', 'height sensor']] as const) {
    const where = page.getByRole('group', { name: `Where: ${name}` })
    if (await where.count() === 0) await hand.tap(words)
    const corner = where.getByRole('button', { name: 'Front left', exact: true })
    if (await corner.getAttribute('aria-pressed') !== 'true') await corner.click()
  }
  await hand.tap('Keep this plan')
  await hand.tap('Begin the work at the car')
  await workUntil(page, null)
  await page.getByRole('link', { name: 'Go on in Recommission' }).click()
  await workUntil(page, null)
  await page.getByRole('link', { name: 'On to the proof' }).click()
  // What is left of the plan is what proves it.
  await workUntil(page, 'soap')
  await expect(page.getByRole('group', { name: 'Front left' })).toBeVisible()

  // The new sensor sits a little off; the car levels itself by it.
  const car = await StandIn.of(demoShop.address, 'Tolmark Uvren', id)
  await car.change({ ignition: true, speed: 120, faults: [{ kind: 'sensorOffset', corner: 'FL', mm: 14 }] })
  await phase(page, 'Calibrate')
  await expect(page.getByRole('button', { name: 'A sensor was changed', pressed: true })).toBeVisible()
  const levels = page.getByRole('list', { name: 'Levels to visit' }).getByRole('button')
  const stops = await levels.count()
  expect(stops).toBeGreaterThanOrEqual(3)
  for (let n = 0; n < stops; n += 1) {
    const words = (await levels.nth(n).innerText()).toLowerCase()
    const level = /^[a-z]+/.exec(words)![0]
    // Up from the lowest level, and down again.
    for (let tries = 0; tries < 8; tries += 1) {
      if (await page.getByText(/Its level is/).count() === 0) break
      await hand.tap(n === 0 || words.includes('falling') ? 'Lower' : 'Raise')
      await page.waitForTimeout(400)
    }
    await expect(page.getByRole('status').filter({ hasText: 'Wait until it stands' })).toHaveCount(0, { timeout: 30_000 })
    await page.waitForTimeout(700)
    await expect(page.getByRole('region', { name: new RegExp(`^${level} level`, 'i') })).toBeVisible()
    for (const [corner, name] of [['FL', 'Front left'], ['FR', 'Front right'], ['RR', 'Rear right'], ['RL', 'Rear left']] as const) await page.getByRole('group', { name: /^The tape/ }).getByLabel(name).fill(await tape(demoShop.address, page, corner))
    await hand.tap('Take this level')
  }
  await expect(page.getByText('Every level is visited.')).toBeVisible()
})
