import type { Page } from '@playwright/test'
import { begin, confirm, done, present, presentKey, where } from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { openJobAt, openJobOf, stepsOf } from './jobs.ts'
import { at, toProving, workAhead } from './workAhead.ts'

interface Shop {
  readonly address: string
}
const folded = (page: Page, words: string | RegExp) =>
  page
    .getByRole('region', { name: 'How it is built' })
    .locator('summary')
    .filter({ hasText: words })
const torqueField = (page: Page) => present(page).getByLabel(/^Set to/)

/** Opens the page of a type, as whoever fills it in. */
async function openType(page: Page, { address }: Shop, name: string): Promise<void> {
  const types = (await (await fetch(`${address}/api/vehicle-types`)).json()) as {
    readonly id: string
    readonly name: string
  }[]
  await page.goto(`${address}/shelf/types/${types.find((each) => each.name === name)!.id}`)
  await handOn(page).signIn('M. Arundel')
  await handOn(page).tap('How it is built')
}
async function onTheShelf(page: Page): Promise<void> {
  await handOn(page).tap('Put it on the shelf')
  await expect(page.getByRole('button', { name: 'Put it on the shelf' })).toHaveCount(0)
}
async function keepAndBegin(page: Page): Promise<void> {
  await handOn(page).tap('Keep this plan')
  await begin(page)
}

test('two bellows held by clips: what clicks is never asked a torque, and nothing is invented', async ({
  page,
  demoShop,
}) => {
  test.slow()
  await openType(page, demoShop, 'Orvane Taskel')
  await folded(page, /^Rear axle/).click()
  const tap = async (group: string, answer: string) =>
    page
      .getByRole('group', { name: group })
      .getByRole('button', { name: answer, exact: true })
      .click()
  await tap('Top held by', 'Clips')
  await tap('Bottom held by', 'Pushed on until it clicks')
  await tap('Its lines are joined', 'By a quarter turn, two O-rings')
  await expect(page.getByText(/Not known yet: how the wheels are carried/)).toBeVisible()
  await expect(page.getByText(/what holds the top of the spring/)).toHaveCount(0)
  await onTheShelf(page)

  await goTo(page, `/jobs/${(await openJobOf(demoShop, 'TQ 207')).id}/work`)
  const { id } = await openJobOf(demoShop, 'TQ 207')
  await handOn(page).tap('Air spring')
  for (const corner of ['Rear left', 'Rear right']) await where(page, 'air spring', corner).click()
  await expect(page.getByRole('region', { name: 'What is missing' })).not.toContainText(
    'of the air spring',
  )
  await keepAndBegin(page)
  for (const step of ['springIn.RR', 'springSeat.RR', 'closeLineTurn.RR']) {
    await workAhead(page, demoShop, id, at(step))
    expect(await presentKey(page)).toBe(step)
    await expect(done(page)).toBeVisible()
    await expect(torqueField(page)).toHaveCount(0)
  }
  await expect(present(page)).toContainText('O-ring, spacer, O-ring')
  await confirm(page)
  await workAhead(page, demoShop, id, toProving)
  const steps = await stepsOf(demoShop, id)
  // The axle had its stands before it went on a jack, and has them again before anybody is under it.
  const place = (key: string) => steps.indexOf(key)
  expect(place('holdAxle.rear')).toBeLessThan(place('axleJack.rear'))
  expect(place('axleJack.rear')).toBeLessThan(place('springOut.RR'))
  expect(place('springSeat.RL')).toBeLessThan(place('axleStands.rear'))
})

test('where nobody entered it, whoever is at the car says that there is no thread', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const id = await openJobAt(page, demoShop, 'TQ 207', 'work', 'S. Okafor')
  await handOn(page).tap('Air spring')
  await where(page, 'air spring', 'Rear left').click()
  await keepAndBegin(page)
  await workAhead(page, demoShop, id, at('springSeat.RL'))
  await expect(torqueField(page)).toBeVisible()
  await done(page).click()
  await expect(page.getByRole('alert')).toContainText('The torque is missing')
  await present(page)
    .getByRole('group', { name: 'Or there is no thread here' })
    .getByRole('button', { name: 'A clip or lock: heard and felt' })
    .click()
  await expect(present(page).getByLabel('Where it is written')).toHaveCount(0)
  await done(page).click()
  await expect.poll(() => presentKey(page)).not.toBe('springSeat.RL')
})

test('a sensor is set at 135.4 mm, from 131.3 to 139.4, in a shop that measures in inches', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const hand = handOn(page)
  await openType(page, demoShop, 'Orvane Taskel')
  await folded(page, /^Rear axle/).click()
  await page
    .getByRole('group', { name: 'Distance its sensor is set at, measured' })
    .getByRole('button', { name: /bracket/ })
    .click()
  await expect(page.getByText(/tap how its distance is measured, and type all three/)).toBeVisible()
  for (const [label, mm] of [
    ['Set at least', '131.3'],
    ['Set at', '135.4'],
    ['Set at most', '139.4'],
    ['Locking pin', '3'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(mm)
  await onTheShelf(page)
  await goTo(page, '/shop')
  await hand.tap('inch')

  await goTo(page, `/jobs/${(await openJobOf(demoShop, 'TQ 207')).id}/work`)
  const { id } = await openJobOf(demoShop, 'TQ 207')
  await hand.tap('Height sensor set at its distance')
  await where(page, 'height sensor set at its distance', 'Rear left').click()
  await keepAndBegin(page)
  await workAhead(page, demoShop, id, (step) => step.step === 'setApart')
  await expect(present(page)).toContainText('5.331 in, from 5.169 to 5.488')
  const measured = present(page).getByLabel('Measured, in')
  for (const group of await present(page)
    .getByRole('group', { name: /how was it shown/ })
    .all())
    await group.getByRole('button').first().click()
  await measured.fill('5 1/8')
  await done(page).click()
  await expect(page.getByRole('alert')).toContainText('130.2 mm is outside 131.3 to 139.4 mm')
  await measured.fill('5 11/32')
  await done(page).click()
  await expect.poll(() => presentKey(page)).toMatch(/^setLoose/)
  await expect(present(page)).toContainText('pin through (3 mm)')
})

test('a pump in the load area is changed on the ground, its ports in sight; the spare wheel goes back last', async ({
  page,
  demoShop,
}) => {
  test.slow()
  await openType(page, demoShop, 'Brandle Ostry')
  await folded(page, /^Pump/).click()
  for (const [group, answer] of [
    ['It is', 'In the load area'],
    ['In the way', 'The spare wheel'],
    ['In the way', 'Foam'],
    ['A new one of today’s design asks for', 'Other software'],
  ] as const)
    await page
      .getByRole('group', { name: group, exact: true })
      .getByRole('button', { name: answer, exact: true })
      .click()
  await page.getByLabel(/^Its ports/).fill('green rear left')
  await expect(page.getByText('Ports of the pump: one to a line')).toBeVisible()
  await page.getByLabel(/^Its ports/).fill('green: rear left\nblue: rear right')
  await onTheShelf(page)

  await goTo(page, `/jobs/${(await openJobOf(demoShop, 'VS 77 K')).id}/work`)
  const { id } = await openJobOf(demoShop, 'VS 77 K')
  await handOn(page).tap('Pump')
  await expect(page.getByText('it stays on its wheels')).toBeVisible()
  await keepAndBegin(page)
  await workAhead(page, demoShop, id, at('openPumpHigh'))
  await expect(present(page)).toContainText('green: rear left; blue: rear right')
  const did = await workAhead(page, demoShop, id, toProving)
  expect(did).toContain('closePumpHigh')
  const steps = await stepsOf(demoShop, id)
  expect(steps.some((key) => key.startsWith('raise') || key.startsWith('wheelOff'))).toBe(false)
})

test('two air shocks and the pump: each arm is held under its coil before a bolt is touched', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const id = await openJobAt(page, demoShop, 'VS 77 K', 'work', 'S. Okafor')
  const hand = handOn(page)
  await hand.tap('Air shock beside its coil')
  for (const corner of ['Rear left', 'Rear right'])
    await where(page, 'air shock beside its coil', corner).click()
  await hand.tap('Pump')
  // Folded, a stretch is one line: what is done on one side, and the same on the other.
  await expect(page.getByRole('region', { name: 'Take off' })).toContainText(
    /\d+ steps rear right, the same rear left/,
  )
  await keepAndBegin(page)
  await workAhead(page, demoShop, id, at('armHoldCoil.RR'))
  await expect(present(page)).toContainText('A coil that is let go kills.')
  // Its only key says what was seen.
  await expect(done(page)).toHaveText('Done: seen held, and tried by hand')
  await confirm(page)
  await workAhead(page, demoShop, id, toProving)
  const steps = await stepsOf(demoShop, id)
  for (const corner of ['RL', 'RR'])
    expect(steps.indexOf(`armHoldCoil.${corner}`)).toBeLessThan(steps.indexOf(`shockOff.${corner}`))
  expect(steps).not.toContain('strutJoint.RL')
})

test('the whole car to coils: both axles are in it, and no step asks for levels that are gone', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const id = await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
  await handOn(page).tap('Conversion to coils')
  // An axle goes as a whole: one tap takes both its corners.
  for (const corner of ['Front left', 'Rear left'])
    await where(page, 'conversion to coils', corner).click()
  await keepAndBegin(page)
  await workAhead(page, demoShop, id, toProving)
  const steps = await stepsOf(demoShop, id)
  for (const corner of ['FL', 'FR', 'RL', 'RR'])
    expect(steps).toEqual(
      expect.arrayContaining([`coilInStrut.${corner}`, `oldLine.${corner}`, `armFree.${corner}`]),
    )
  await page.getByText('The plan, and to change it under way').click()
  await handOn(page).tap('Open every step')
  await expect(page.locator('[data-key="proveCoils"]')).toBeVisible()
  await expect(page.locator('[data-key="messageStays"]')).toContainText('booked with the tool')
  await expect(page.locator('[data-key="prove"]')).toHaveCount(0)
})

test('a closed system is filled without a link: its reservoir first, then the spring', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const id = await openJobAt(page, demoShop, 'TQ 311', 'work', 'S. Okafor')
  await handOn(page).tap('Complete strut')
  await where(page, 'complete strut', 'Rear left').click()
  await keepAndBegin(page)
  await workAhead(page, demoShop, id, at('fillTank'))
  await page.getByRole('link', { name: 'Go on in Recommission' }).click()
  await expect(present(page)).toContainText('until the flow falls silent')
  await expect(present(page).getByLabel('Figures of its type')).toContainText(
    'not entered: look it up',
  )
  await workAhead(page, demoShop, id, at('fillStanding.RL'))
  const filling = present(page).getByRole('region', { name: 'Filling' })
  await expect(filling).toContainText('once its flow falls silent')
  const toCome = filling.getByLabel('to come')
  const parts = await toCome.count()
  expect(parts).toBeGreaterThan(1)
  for (let part = 1; part <= parts; part += 1) {
    await filling
      .getByRole('button', { name: `Start: rear left, part ${part} of ${parts}` })
      .click()
    await expect(filling).toContainText('Running for')
    // A tablet that is put down and taken up again goes on where it was.
    if (part === 1) await page.reload()
    await filling.getByRole('button', { name: /^There:/ }).click()
    await expect(filling.getByLabel('taken')).toHaveCount(part)
  }
  await expect(filling).toContainText('Every stage is taken.')
  await workAhead(page, demoShop, id, toProving)
  const steps = await stepsOf(demoShop, id)
  expect(steps.indexOf('fillTank')).toBeLessThan(steps.indexOf('fillStanding.RL'))
})
