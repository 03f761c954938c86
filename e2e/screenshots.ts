// npm run screenshots: renews docs/screenshots from the demo data, always of the same morning.
import { fileURLToPath } from 'node:url'
import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { LAUNCH } from './browser.ts'
import type { Hand } from './hand.ts'
import { handOn } from './hand.ts'
import { giveDemoPins } from './pins.ts'
import { begin, confirm, present, raiseUntilAlike, testPump, workUntil } from './atWork.ts'
import { walkFrostyMorning } from './jobs.ts'
import { fillWithDemo, startProcess } from './server.ts'
import { StandIn } from './standIn.ts'
import { toFilling, toProving, workAhead } from './workAhead.ts'

const NOW = new Date('2026-11-24T07:20:00Z')
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }

interface View {
  readonly dark?: boolean
  readonly phone?: boolean
}

async function open(
  browser: Browser,
  address: string,
  { dark = false, phone = false }: View = {},
): Promise<Page> {
  const context = await browser.newContext({
    viewport: phone ? PHONE : DESK,
    colorScheme: dark ? 'dark' : 'light',
    hasTouch: phone,
    isMobile: phone,
    timezoneId: 'Europe/London',
    locale: 'en-GB',
    reducedMotion: 'reduce',
  })
  const page = await context.newPage()
  await page.clock.setFixedTime(NOW)
  await page.goto(address)
  await handOn(page).signIn('M. Arundel')
  return page
}

/** Takes the pictures of some views of a shop. @param job the id of a vehicle's job, by its plate */
type Views = (browser: Browser, address: string, job: (plate: string) => string) => Promise<void>

/**
 * A picture of the page from its top, the header in sight.
 * @param height of the window, px, where what is to be seen lies below the first screen
 */
async function shoot(page: Page, name: string, height?: number): Promise<void> {
  const size = page.viewportSize()!
  if (height !== undefined) await page.setViewportSize({ ...size, height })
  await page.evaluate(() => window.scrollTo(0, 0))
  await page.waitForTimeout(700)
  await page.screenshot({ path: `${folder}${name}.png` })
  await page.setViewportSize(size)
}

async function walkSome(page: Page, hand: Hand, address: string, job: string): Promise<void> {
  await page.goto(`${address}/jobs/${job}/heights`)
  await hand.settle({
    state: /^Levelled, engine on/,
    temperature: '8',
    settled: /Rolled both ways/,
  })
  await hand.tap('Begin the walk')
  await hand.walk(['470', '471.5', '486'])
  await page.getByRole('textbox', { name: /lap \d/ }).fill('46')
}

async function walkMorning(page: Page, hand: Hand, address: string, job: string): Promise<void> {
  await page.goto(`${address}/jobs/${job}/watch`)
  await walkFrostyMorning(hand)
  await page.getByRole('figure').waitFor()
}

const deskViews: Views = async (browser, address, job) => {
  const page = await open(browser, address)
  const hand = handOn(page)
  const go = (path: string) => page.goto(`${address}${path}`)
  await page.mouse.move(5, 790)
  await shoot(page, 'floor')
  await go(`/jobs/${job('TQ 418')}/intake`)
  await shoot(page, 'intake')
  await go(`/jobs/${job('TQ 418')}/heights`)
  await shoot(page, 'heights')
  await go('/vehicles')
  await page.getByRole('link', { name: /TQ 415/ }).click()
  // Its warning, and the timeline under it.
  await page.getByRole('figure', { name: 'Timeline' }).getByRole('img').locator('svg').waitFor()
  await shoot(page, 'vehicle', 1400)
  await go('/bench/stance')
  await hand.tap('Tolmark Uvren')
  await page
    .getByRole('region', { name: 'Air' })
    .getByRole('slider', { name: 'Front left' })
    .fill('0.86')
  await shoot(page, 'bench')
  await go('/jobs')
  await page.getByText(/^\d+ jobs$/).waitFor()
  await shoot(page, 'jobs')
  await go(`/jobs/${job('TQ 311')}/decision`)
  await hand.tap('Rear left spring')
  await page.getByText('Present cost over').waitFor()
  await page
    .getByRole('listitem')
    .filter({
      has: page.getByRole('heading', { name: 'Both sides of the rear axle', exact: true }),
    })
    .getByRole('button')
    .click()
  await shoot(page, 'decision', 1200)
  await go(`/jobs/${job('TQ 311')}/work`)
  await hand.tap('Complete strut')
  for (const corner of ['Rear right', 'Rear left'])
    await page
      .getByRole('group', { name: 'Where: complete strut' })
      .getByRole('button', { name: corner })
      .click()
  await hand.tap('Pump')
  await page.getByRole('button', { name: /^Take off/ }).click()
  const line = page.locator('[data-key="openLine.RR"]')
  await line.getByText('Why, and why here').click()
  await shoot(page, 'plan', 1600)
  await go('/shop')
  await shoot(page, 'shop', 852)
  await walkMorning(page, hand, address, job('TQ 418'))
  await shoot(page, 'answer')
  await page.context().close()
}

/** The link to the car: a stand-in that lifts, a worn pump tested, the log of a lift. */
const deviceViews: Views = async (browser, address, job) => {
  const page = await open(browser, address)
  const hand = handOn(page)
  await page.goto(`${address}/devices`)
  await page.getByRole('button', { name: /^Tolmark Uvren/ }).click()
  await page.getByRole('tab', { name: 'At the car' }).click()
  await hand.tap('Ignition on')
  await page.getByRole('tab', { name: 'Orders' }).click()
  await hand.tap('Raise a level')
  await page.getByRole('img', { name: /reservoir, air goes out/ }).waitFor()
  await page.waitForTimeout(6000)
  await page.screenshot({ path: `${folder}devices.png` })
  await page.goto(`${address}/jobs/${job('MW 9 T')}/checks`)
  await hand.tap('Logs (1)')
  await page.getByRole('figure').locator('svg').first().waitFor()
  await page.waitForTimeout(800)
  await hand.tap('Link')
  await hand.tap('Circuit and orders')
  await page.getByRole('tab', { name: 'At the car' }).click()
  await hand.tap(/Pump brings 60/)
  await hand.tap('Less')
  await hand.tap(/^Tests/)
  await page.getByRole('button', { name: 'Pump', exact: true }).click()
  await testPump(page)
  await hand.tap('Keep with the job')
  await hand.tap('Link')
  await hand.tap('Suspects')
  await page.getByRole('region', { name: 'What it could be' }).getByRole('button').first().click()
  await shoot(page, 'checks')
  await page.context().close()
}

/** The work at the car: a step on the lift, and air let back in with the link showing it. */
const workViews: Views = async (browser, address, job) => {
  const page = await open(browser, address)
  const sign = async (at: Page): Promise<void> => {
    await at.getByRole('button', { name: /^Working here/ }).click()
    await at.getByRole('dialog').getByRole('button', { name: 'S. Okafor' }).click()
  }
  await page.goto(`${address}/jobs/${job('HL 250')}/work`)
  await sign(page)
  await page.getByRole('list', { name: 'Photos, before and now' }).waitFor()
  const drawing = page.getByRole('button', { name: /^Larger: / })
  while ((await drawing.count()) === 0)
    await page.getByRole('button', { name: /^Step after/ }).click()
  await shoot(page, 'work')
  const dark = await open(browser, address, { dark: true })
  const hand = handOn(dark)
  await dark.goto(`${address}/jobs/${job('MW 9 T')}/work`)
  await sign(dark)
  await hand.tap('Complete strut')
  for (const corner of ['Rear right', 'Rear left'])
    await dark
      .getByRole('group', { name: 'Where: complete strut' })
      .getByRole('button', { name: corner })
      .click()
  await hand.tap('Keep this plan')
  await begin(dark)
  await present(dark).waitFor()
  await workAhead(dark, { address, now: NOW }, job('MW 9 T'), toFilling)
  const car = await StandIn.of(address, 'Tolmark Uvren', job('MW 9 T'))
  await car.change({ afresh: true, ignition: true, speed: 60, lift: 'hanging' })
  await car.order('liftingOn')
  for (const corner of ['RR', 'RL']) await car.letDown(corner)
  await car.change({ supply: false })
  await dark.getByRole('button', { name: 'Proofs from the link' }).click()
  await dark.getByRole('link', { name: 'Go on in Recommission' }).click()
  const shows = dark.getByText('The link shows it.')
  await car.change({ lift: 'standing' })
  await confirm(dark)
  for (const make of [
    () => car.change({ supply: true, ignition: true }),
    () => car.order('clearCodes'),
    () => car.order('liftingOff'),
  ]) {
    await make()
    await shows.waitFor()
    await confirm(dark)
  }
  await car.change({ speed: 10 })
  await raiseUntilAlike(dark, () => Promise.resolve(true))
  await shoot(dark, 'recommission-dark', 1100)
  for (const each of [page, dark]) await each.context().close()
}

/** The library bus finished: its sensors against the tape, what proves it, and the owner's paper. */
const proofViews: Views = async (browser, address, job) => {
  const page = await open(browser, address)
  const at = (phase: string): Promise<unknown> =>
    page.goto(`${address}/jobs/${job('HL 250')}/${phase}`)
  await at('work')
  await page.getByRole('button', { name: /^Working here/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'S. Okafor' }).click()
  await present(page).waitFor()
  await workAhead(page, { address, now: NOW }, job('HL 250'), toProving)
  await workUntil(page, null)
  const car = await StandIn.of(address, 'Brandle Ostry', job('HL 250'))
  await car.change({
    afresh: true,
    ignition: true,
    speed: 120,
    faults: [{ kind: 'sensorOffset', corner: 'RL', mm: 9 }],
  })
  await at('calibrate')
  for (const move of ['', 'Raise'] as const) {
    if (move) await page.getByRole('button', { name: move, exact: true }).click()
    await page.waitForTimeout(2500)
    for (const [corner, name] of [
      ['FL', 'Front left'],
      ['FR', 'Front right'],
      ['RR', 'Rear right'],
      ['RL', 'Rear left'],
    ] as const)
      await page
        .getByRole('group', { name: /^The tape/ })
        .getByLabel(name)
        .fill(String(await car.tape(corner)))
    await page.getByRole('button', { name: 'Take this level' }).click()
  }
  await shoot(page, 'calibrate')
  await at('proof')
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Soap on every joint' })
    .getByRole('button')
    .first()
    .click()
  for (const corner of ['Rear left', 'Rear right'])
    await page.getByRole('group', { name: corner }).getByRole('button', { name: 'Tight' }).click()
  await page.locator('li[data-item="soap"][data-state="shown"]').waitFor()
  await shoot(page, 'proof')
  await at('handover')
  await page
    .getByLabel('What to watch, one thing a line')
    .fill('Low at the back in the morning\nThe pump heard at every stop')
  await shoot(page, 'handover')
  await page.context().close()
}

const otherViews: Views = async (browser, address, job) => {
  const phone = await open(browser, address, { phone: true })
  await walkSome(phone, handOn(phone, { touch: true }), address, job('TQ 102'))
  await shoot(phone, 'walk-phone')
}

/** Who signs in, and as what; last, for from then on everybody does. */
const peopleViews: Views = async (browser, address) => {
  const page = await open(browser, address)
  // The server dates a PIN by its own clock.
  await page.clock.setFixedTime(new Date())
  await page.goto(`${address}/shop/people`)
  await giveDemoPins(page)
  await shoot(page, 'people')
  await page.context().close()
}

const process = await startProcess()
const { address } = await process.open(null, { demo: true })
await fillWithDemo(address, NOW.getTime())
const browser = await chromium.launch(LAUNCH)
try {
  const jobs = (await (await fetch(`${address}/api/jobs`)).json()) as {
    id: string
    plate: string
    closedAt: string | null
  }[]
  const job = (plate: string): string =>
    jobs.find((each) => each.plate === plate && !each.closedAt)!.id
  await deskViews(browser, address, job)
  await deviceViews(browser, address, job)
  await otherViews(browser, address, job)
  await workViews(browser, address, job)
  await proofViews(browser, address, job)
  await peopleViews(browser, address, job)
} finally {
  await browser.close()
  await process.end()
}
